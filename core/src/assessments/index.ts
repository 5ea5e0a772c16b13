/** Tests: what they are made of, how they change, what they are worth, and what keeps them from being given. */
export { applyChange, describedByFirst, change, ChangeRefused, type Change } from './changes';
export { fillingChanges, freeName, type FillingOptions, type FoundItem } from './filling';
export { hindrances, type Hindrance, type TestFacts } from './hindrances';
export {
  allEntries,
  allPins,
  countEntries,
  countItems,
  draw,
  emptyOutline,
  emptySection,
  form,
  mostEntries,
  mostStandards,
  mostForms,
  outline,
  poolSearch,
  readOutline,
  sectionCount,
  swap,
  testKinds,
  type Draw,
  type Entry,
  type Form,
  type Outline,
  type PoolSearch,
  type Section,
  type Swap,
  type TestKind,
} from './outline';
export { movesTo, placeFor, putsAtEnd, stepOf, type PassageOf } from './passages';
export { pointsOf, shareOut, totalPoints, type PointsOf } from './points';
export { conflictIn, conflictInWords, type Conflict } from './conflicts';
