/** Frameworks of standards, read from open formats. */
export { readCase } from './case';
export {
  frameworkFacts,
  FrameworkProblem,
  mostLines,
  readGrades,
  type FrameworkFile,
  type FrameworkLine,
} from './framework';
export { readStandardRows, standardColumns } from './table';
