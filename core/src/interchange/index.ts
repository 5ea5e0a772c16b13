export {
  columnNames,
  exampleRows,
  firstWords,
  itemColumns,
  itemFromRow,
  itemToRow,
  type RowFacts,
  type RowProblem,
  type RowReading,
} from './items-csv';
export { unreadColumns, type UnreadColumn } from './unread';
