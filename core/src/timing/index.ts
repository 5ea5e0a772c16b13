export {
  attemptState,
  day,
  deadlineOf,
  defaultGrace,
  hour,
  isLate,
  minute,
  second,
  windowEnd,
  windowProblems,
  windowState,
  type AttemptState,
  type LateRule,
  type TimeRules,
  type Window,
  type WindowState,
} from './window';
export { atWall, wallOf, type WallReading } from './wall';
export { inWords, lengthInWords, roughly } from './words';
