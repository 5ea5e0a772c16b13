export { byStandard, shareInWords, type StandardShare } from './by-standard';
export { countAttempts, type CountedAttempt } from './counting';
export { scoreAttempt, type EntryScore } from './score';
