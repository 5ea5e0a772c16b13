export { effectOf, shareOf, type Effect, type Moved, type Worth } from './effect';
export {
  repaired,
  repairedEntry,
  repairInWords,
  RepairProblem,
  withAccepted,
  type Repair,
} from './repair';
