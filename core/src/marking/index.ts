/** Marking by hand: the same answers once, and how far two markers agree. */
export { agreementOf, agreementWord, type Agreement } from './agreement';
export { sameAnswers, sameSpelling, type Gathered } from './same-answers';
