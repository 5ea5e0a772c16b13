export { foldName, listedStudent, mostInClass, nameOf, type ListedStudent } from './listed';
export {
  listFields,
  linesOfNames,
  readList,
  recogniseColumns,
  splitName,
  type Columns,
  type ListField,
  type ListProblem,
  type ListReading,
} from './list';
export {
  planRoll,
  settleRoll,
  type Changeable,
  type FieldChange,
  type KnownStudent,
  type LineChoice,
  type RollAct,
  type RollChoices,
  type RollLine,
  type RollPlan,
  type RollTarget,
  type RollWrite,
} from './plan';
export {
  readOneRoster,
  type RosterClass,
  type RosterReading,
  type RosterTables,
} from './oneroster';
