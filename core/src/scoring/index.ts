export { fold, foldEverything, type Folding } from './folding';
export { longestNumber, readNumber, type DecimalSign, type Reading } from './numbers';
export * as exact from './rational';
export {
  allOrNothing,
  mostPoints,
  oneRule,
  pointsForSet,
  pointsTable,
  roundPoints,
  setRule,
  type OneRule,
  type SetRule,
} from './rules';
