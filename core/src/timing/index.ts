export {
  attemptState,
  day,
  deadlineOf,
  defaultGrace,
  earlier,
  hour,
  isLate,
  latePenalty,
  minute,
  ownWindow,
  second,
  windowEnd,
  windowProblems,
  windowState,
  type AttemptState,
  type LateRule,
  type OwnEnd,
  type TimeRules,
  type Window,
  type WindowState,
} from './window';
export { atWall, dayOf, daysLater, wallOf, weekOf, type WallReading } from './wall';
export { exactLength, inWords, lengthInWords, roughly } from './words';
