export { countAttempts, type CountedAttempt } from './counting';
export { scoreAttempt, type EntryScore } from './score';
