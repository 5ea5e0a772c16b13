export { fold, foldEverything, type Folding } from './folding';
export { longestNumber, readNumber, type DecimalSign, type Reading } from './numbers';
export * as exact from './rational';
export { digitsUp, vulgar } from './signs';
export { shareOfPairs, shareOfPlaces } from './order';
export {
  acceptInTable,
  allOrNothing,
  byHand,
  marksRule,
  mostPoints,
  oneRule,
  orderRule,
  pointsForSet,
  pointsTable,
  roundPoints,
  setRule,
  shareRule,
  sumPoints,
  type MarksRule,
  type OneRule,
  type OrderRule,
  type SetRule,
  type ShareRule,
} from './rules';
