export { effectOf, shareOf, type Effect, type Moved, type Worth } from './effect';
export {
  rescored,
  rescoredEntry,
  rescoreInWords,
  RescoreProblem,
  withAccepted,
  type Rescore,
} from './rescore';
