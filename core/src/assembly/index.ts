/** Tests made to a blueprint: what one asks for, what a test has of it, and the items that fill it best. */
export {
  blueprint,
  blueprintProblems,
  blueprintRow,
  cellOf,
  cellStates,
  depths,
  emptyBlueprint,
  mostRows,
  totalWanted,
  type Blueprint,
  type Cell,
  type CellState,
  type PlannedItem,
} from './blueprint';
export { assemble, type Assembled, type AssembleOptions, type Shortfall, type Wish } from './assemble';
export { similarTo, standInsFor, type ComparedItem, type Similar } from './similar';
export type { Program, Solve, Solved, SolveOptions } from './program';
