export { byStandard, shareInWords, type StandardShare } from './by-standard';
export { countAttempts, type CountedAttempt } from './counting';
export { scoreAttempt, type Adjustment, type EntryScore } from './score';
