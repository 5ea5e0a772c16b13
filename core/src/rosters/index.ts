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
  planRoster,
  settleRoster,
  type Changeable,
  type FieldChange,
  type KnownStudent,
  type LineChoice,
  type RosterAct,
  type RosterChoices,
  type RosterLine,
  type RosterPlan,
  type RosterTarget,
  type RosterWrite,
} from './plan';
export {
  readOneRoster,
  type RosterClass,
  type RosterReading,
  type RosterTables,
} from './oneroster';
