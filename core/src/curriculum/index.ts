/** Curricula: ordered outlines of a course, in which items and tests are placed. */
import { lineKinds, type LineKind } from './lines';
import { sentence } from './sentences';

export {
  aboveOf,
  curriculumLine,
  deepest,
  endOf,
  lineKinds,
  lineOfDay,
  longestTitle,
  moved,
  mostLines,
  nextLeaf,
  outlineProblem,
  shifted,
  stepped,
  without,
  type CurriculumLine,
  type LineKind,
} from './lines';
export { totalsOf, type Placed } from './contents';
export { CurriculumProblem, readCurriculum, tableOfCurriculum } from './table';

export const kindNames = Object.fromEntries(
  lineKinds.map((kind) => [kind, sentence(`kinds.${kind}`)]),
) as Record<LineKind, string>;
