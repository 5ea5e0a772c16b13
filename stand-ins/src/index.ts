export { mailService, type Letter } from './mail';
export { rosterService, type RosterOptions } from './roster';
