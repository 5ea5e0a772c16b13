/** Answer sheets: where everything stands on them, and what a picture of one says. */
export { sheetLayout, type SheetLayout, type SheetOwner, type SheetQuestion } from './layout';
export * from './geometry';
export { codeCellsOf, codeFrom, crc24, type PageCode } from './page-code';
export {
  readPage,
  type PageProblem,
  type ReadField,
  type ReadPage,
  type ReadRow,
} from './read-page';
export { type Doubt } from './judge';
