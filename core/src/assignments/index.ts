export { clashesOf, type Other } from './clashes';
export { changeEffects, type AssignmentTimes, type Counts } from './effects';
export { attemptsLeft, canStillAnswer, isReleased, type ReleaseFacts, type Standing } from './release';
export {
  assignmentRules,
  band,
  bandOf,
  countings,
  formRules,
  orders,
  release,
  released,
  releaseTimes,
  ruleProblems,
  scoreShows,
  usualBands,
  usualOffPerTry,
  type AssignmentRules,
  type Band,
  type Counting,
  type Released,
  type Release,
  type ReleaseTime,
  type ScoreShow,
} from './rules';
export { recipientsInWords, slipOf, type Recipients, type Slip, type SlipFacts } from './slip';
