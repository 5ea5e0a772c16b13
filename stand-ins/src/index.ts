export { rosterService, type RosterOptions } from './roster';
