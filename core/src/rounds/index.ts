export {
  applyToRound,
  askedEntries,
  askingSteps,
  endOfAsking,
  newRound,
  presentAsking,
  settledRound,
  takesAnswers,
  type Asking,
  type AskingStep,
  type RoundCommand,
  type RoundRefusal,
  type RoundState,
} from './round';
export { shownRound, type ShownAsking, type ShownRound } from './shown';
export { askedTwice, isAllRight, spreadOf, type AskedTwice, type PartSpread } from './spread';
