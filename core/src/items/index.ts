export type { AnswerOption, Choice, ShownChoice } from './kind';
export { kindOf, kinds, partKinds, type Part, type PartKind, type SittingPart } from './kinds';
export type { MultipleChoice, Numeric, ShortText, SingleChoice, TrueFalse } from './kinds';
export type { SittingMultipleChoice, SittingNumeric, SittingShortText, SittingSingleChoice } from './kinds';
export {
  countable,
  forSitting,
  itemContent,
  itemPoints,
  keysInWords,
  readItem,
  responses,
  responsesInWords,
  scoreItem,
  searchableText,
  type ItemContent,
  type ItemProblem,
  type Responses,
  type ScoredItem,
  type SittingItem,
} from './item';
