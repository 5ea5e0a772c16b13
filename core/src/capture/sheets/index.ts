/** Answer sheets: where everything stands on them, and what a picture of one says. */
export { sheetLayout, type SheetLayout, type SheetOwner, type SheetQuestion } from './layout';
export * from './geometry';
export { codeCellsOf, codeFrom, crc24, type PageCode } from './page-code';
export { isBlank } from './blank';
export { findSheet, type FoundSheet } from './find-sheet';
export { straightened } from './straighten';
export {
  readFound,
  readPage,
  studentNumberIn,
  type PageProblem,
  type ReadField,
  type ReadPage,
  type ReadRow,
} from './read-page';
export { type Doubt } from './judge';
