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
export { planRoster } from './plan';
export {
  type Changeable,
  type FieldChange,
  type KnownStudent,
  type RosterAct,
  type RosterLine,
  type RosterPlan,
  type RosterTarget,
} from './line';
export { settleRoster, type LineChoice, type RosterChoices, type RosterWrite } from './settle';
export {
  readOneRoster,
  type RosterClass,
  type RosterReading,
  type RosterTables,
} from './oneroster';
