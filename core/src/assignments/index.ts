export { clashesOf, type Other } from './clashes';
export { additionInWords, type Addition } from './adding';
export { changeEffects, type AssignmentTimes, type Counts } from './effects';
export {
  attemptsLeft,
  canStillAnswer,
  isReleased,
  type ReleaseFacts,
  type AttemptsSoFar,
} from './release';
export {
  lateAnswerRule,
  lateAnswerRules,
  type LateAnswerRule,
  assignmentRules,
  band,
  bandOf,
  countings,
  formRules,
  mayBeAway,
  feedbackTimes,
  orders,
  practiceHelp,
  practiceHelpOf,
  usualPracticeHelp,
  type FeedbackTime,
  type PracticeHelp,
  release,
  released,
  releaseTimes,
  ruleProblems,
  scoreShows,
  stageLimit,
  usualBands,
  usualRules,
  usualOffPerTry,
  type AssignmentRules,
  type Band,
  type Counting,
  type Released,
  type Release,
  type ReleaseTime,
  type ScoreShow,
  type StageLimit,
} from './rules';
export {
  classWindow,
  gateOf,
  supervision,
  supervisionInWords,
  supervisionProblems,
  type ClassHours,
  type Gate,
  type Supervision,
} from './supervision';
export { sittingRules, type SittingRules } from './sitting-rules';
export { recipientsInWords, slipOf, type Recipients, type Slip, type SlipFacts } from './slip';
export { releaseInWords, type Shows } from './release-words';
