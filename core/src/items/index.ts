export { asksFor, opinionCounts, rightInWords, type Asks } from './asks';
export type { AnswerOption, Choice, PartText, RuleName, ShownChoice, Worth } from './kind/kind';
export { freshId } from './kind/kind';
export { criteriaPoints, levelPoints, type Criterion, type Levels } from './kinds/by-hand';
export { choiceLetter } from './kind/letters';
export { joined, parted } from './kind/pairs';
export { listOf } from './kind/table';
export { pastedChoices, type PastedChoices } from './pasted';
export { fileAddress, picture, type Picture } from './kind/picture';
export { concealIds } from './conceal';
export { describeItem, type DescribedItem } from './described';
export { exampleAnswers, type ExampleAnswers } from './examples';
export { itemFacts, type ItemFacts } from './facts';
export { markers, media, mediaBits, type MarkedBy, type Medium } from './kind/media';
export { blankPart, changeKind } from './change-kind';
export { kindOf, kinds, partKinds, type Part, type PartKind, type SittingPart } from './kinds';
export type * from './kinds';
export {
  amountOf,
  figureInWords,
  figureNames,
  followingLines,
  lineMarkInWords,
  marksOf,
  placeOfCell,
  plainFigure,
  pointsOfFigure,
  settableOn,
} from './kinds';
export {
  countable,
  forSitting,
  itemContent,
  itemPoints,
  keysInWords,
  markedBy,
  mediaOf,
  readItem,
  responses,
  responsesInWords,
  searchableText,
  sentResponses,
  type ItemContent,
  type ItemProblem,
  type Responses,
  type SittingItem,
} from './item';
export { followed, partLetters, rearranged } from './follow';
export { remarkOn, responseTo, scoreItem, type ScoredItem, type ScoredPart } from './scored';
export { problemsOfPart } from './template-problems';
export { textsOfItem } from './texts';
export { exampleOf, realised, variantOf, withValues, type Realised } from './variants';
export { allowedTools, studentTools, type StudentTool } from './tools';
export { onPaperAnswer, onPaperAnswerTo, type OnPaperAnswer } from './on-paper';
export { idsOf, translated, veiledItem } from './veil';
