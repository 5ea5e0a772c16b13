export { askedAgain, secondEntry } from './again';
export {
  applyToRound,
  askedEntries,
  askingSteps,
  endOfAsking,
  newRound,
  onProjector,
  presentAsking,
  settledRound,
  takesAnswers,
  type Asking,
  type AskingStep,
  type RoundCommand,
  type RoundRefusal,
  type RoundState,
} from './round';
export {
  endOfPace,
  feedbacks,
  newPace,
  paceSteps,
  takesAtOwnPace,
  type Feedback,
  type OwnPace,
  type PaceStep,
} from './own-pace';
export {
  aloudKinds,
  fewestChoices,
  itemAskedAloud,
  mostChoices,
  withKeyTold,
  type AloudKind,
  type AloudWords,
  type AskedAloud,
} from './aloud';
export { askable, canBeAsked, isKeyed, leftOut } from './askable';
export { gatherTexts, type GatheredLine } from './gather';
export {
  feedbackOn,
  questionsAtOwnPace,
  shownRound,
  type AnswerFeedback,
  type AskedEntry,
  type Reader,
  type ShownAsking,
  type ShownPace,
  type ShownQuestion,
  type ShownRound,
} from './shown';
export { responsesHeldUp, stripLetters } from './strips';
export { askedTwice, isAllRight, spreadOf, type AskedTwice, type PartSpread } from './spread';
export {
  dealTeams,
  earnedTogether,
  teamAnswer,
  type Team,
  type TeamAnswer,
  type Teams,
} from './teams';
