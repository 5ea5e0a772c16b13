/** Which class had which test: a line for each test, a column for each class. */
import type { AssignmentRow } from '@oaken/contract/assignments';
import { elementAt } from '@oaken/core/certain';
import { groupBy } from '@oaken/core/lists';

/** What was given to guests by a link only stands under no class. */
export const noClass = 0;

/** One assignment as one class had it. */
export interface Given {
  assignment: AssignmentRow;
  given: number;
  handedIn: number;
  meanShare: number | null;
}
export interface TestLine {
  key: string;
  title: string;
  /** Epoch ms. */
  lastOpened: number;
  /** By the class’s id, the latest first. */
  byClass: ReadonlyMap<number, Given[]>;
}

function givenThrough(assignment: AssignmentRow): [number, Given][] {
  const { byClass, given, handedIn, meanShare } = assignment;
  if (byClass.length === 0) return [[noClass, { assignment, given, handedIn, meanShare }]];
  return byClass.map(({ classId, ...account }) => [classId, { assignment, ...account }]);
}

/** The lines, the test that was opened last first. What was asked without a test has a line of its own. */
export function testTable(assignments: readonly AssignmentRow[]): TestLine[] {
  const latestFirst = [...assignments].sort((a, b) => b.opensAt - a.opensAt);
  const byTest = groupBy(latestFirst, ({ id, testId }) =>
    testId === null ? `asked ${id}` : `test ${testId}`,
  );
  return [...byTest].map(([key, list]) => {
    const { title, opensAt } = elementAt(list, 0);
    const cells = groupBy(list.flatMap(givenThrough), ([classId]) => classId);
    return {
      key,
      title,
      lastOpened: opensAt,
      byClass: new Map([...cells].map(([id, pairs]) => [id, pairs.map(([, given]) => given)])),
    };
  });
}
