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
export {
  assemble,
  type Assembled,
  type AssembleOptions,
  type Claim,
  type Shortfall,
  type Step,
  type Wish,
} from './assemble';
export type { FormFigures } from './figures';
export { similarTo, standInsFor, type ComparedItem, type Similar } from './similar';
export type { Program, Solve, Solved, SolveOptions } from './program';
export { ladder, levels, type LadderItem, type Level } from './ladder';
