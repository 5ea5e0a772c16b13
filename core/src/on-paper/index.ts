/** Answering on paper: what of a test stands on an answer sheet, and what its marks answer. */
export {
  answersOnPages,
  numbered,
  paperQuestions,
  responsesFrom,
  type PageRead,
  type PaperEntry,
  type PaperQuestion,
} from './questions';
export { sheetKindOf, type SheetKind } from './shapes';
