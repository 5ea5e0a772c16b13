/** A test of a year and what a class made of it, as rows. */
import { present } from '@oaken/core/certain';
import { usualRules } from '@oaken/core/assignments';
import type { Edition } from '@oaken/core/forms';
import { randomFrom } from '@oaken/core/random';
import { day } from '@oaken/core/timing';
import { insertLines } from '../bulk';
import type { YearClass } from './people';
import type { Target } from './target';
import { sitThrough, type SatWork, type YearEntry } from './work';

const columns = {
  attempts: [
    ...['id', 'assignment_id', 'student_id', 'number', 'seed', 'began_at', 'deadline_at'],
    ...['handed_in_at', 'handed_in_by', 'late', 'points', 'max_points', 'counted_points'],
    ...['figures_at', 'in_figures'],
  ],
  answers: ['attempt_id', 'entry_id', 'number', 'device', 'responses', 'flagged', 'saved_at'],
  scores: ['attempt_id', 'entry_id', 'points', 'max_points', 'reached', 'needs_marking'],
  sums: [
    ...['item_id', 'revision_id', 'assignment_id', 'class_id', 'grade', 'answers', 'earned', 'n'],
    ...['x', 'y', 'xx', 'yy', 'xy'],
  ],
} as const;

const keyOf = (kind: number, id: number) =>
  `00000000-0000-4000-8${String(kind).padStart(3, '0')}-${String(id).padStart(12, '0')}`;

function editionOf(title: string, subject: string, entries: readonly YearEntry[]): Edition {
  return {
    title,
    directions: '',
    subject,
    sections: [
      {
        id: 'sec000',
        title: '',
        directions: '',
        entries: entries.map(({ id, item }) => ({
          id,
          itemId: item.itemId,
          revisionId: item.revisionId,
          points: item.points,
          content: item.content,
          standards: item.standards,
          depth: item.depth,
        })),
      },
    ],
  };
}

/** The test of a teacher in a week, with the edition that both classes get. */
export async function writeTest(
  { connection, next, schoolId }: Target,
  { teacherId, grade, subject }: YearClass,
  { title, entries, opens }: { title: string; entries: readonly YearEntry[]; opens: number },
): Promise<number> {
  const [testId, editionId] = [next.test++, next.edition++];
  const made = new Date(opens - 2 * day);
  const edition = editionOf(title, subject, entries);
  const outline = {
    ...{ title, directions: '', kind: 'quiz', subject, grades: [grade], ready: true },
    sections: edition.sections.map((section) => ({
      ...section,
      entries: section.entries.map(({ id, itemId, revisionId, points }) => ({
        ...{ id, itemId, revisionId, points },
      })),
    })),
  };
  await insertLines(
    connection,
    'tests',
    [
      ...['id', 'school_id', 'owner_id', 'title', 'outline', 'version', 'ready', 'reach'],
      ...['client_key', 'created_at', 'changed_at'],
    ],
    [
      [
        ...[testId, schoolId, teacherId, title, JSON.stringify(outline), 1, true, 'mine'],
        ...[keyOf(1, testId), made, made],
      ],
    ],
  );
  await insertLines(
    connection,
    'editions',
    ['id', 'test_id', 'content', 'item_count', 'points', 'created_at'],
    [
      [
        ...[editionId, testId, JSON.stringify(edition), entries.length],
        ...[entries.reduce((sum, { item }) => sum + item.points, 0), made],
      ],
    ],
  );
  await insertLines(
    connection,
    'test_revisions',
    ['test_id', 'revision_id'],
    entries.map(({ item }) => [testId, item.revisionId]),
  );
  await insertLines(
    connection,
    'edition_revisions',
    ['edition_id', 'entry_id', 'item_id', 'revision_id'],
    entries.map(({ id, item }) => [editionId, id, item.itemId, item.revisionId]),
  );
  return editionId;
}

export async function writeAssignment(
  target: Target,
  { id: classId, teacherId, students }: YearClass,
  given: {
    title: string;
    entries: readonly YearEntry[];
    opens: number;
    closes: number;
    editionId: number;
  },
): Promise<SatWork> {
  const { connection, next, schoolId, size } = target;
  const { title, entries, opens, closes, editionId } = given;
  const assignmentId = next.assignment++;
  await insertLines(
    connection,
    'assignments',
    [
      ...['id', 'school_id', 'edition_id', 'assigned_by', 'title', 'kind', 'opens_at', 'closes_at'],
      ...['rules', 'client_key', 'created_at', 'figures_at'],
    ],
    [
      [
        ...[assignmentId, schoolId, editionId, teacherId, title, 'quiz', new Date(opens)],
        ...[new Date(closes), JSON.stringify(usualRules), keyOf(2, assignmentId)],
        ...[new Date(opens - day), new Date(closes + day)],
      ],
    ],
  );
  await insertLines(
    connection,
    'assignment_classes',
    ['assignment_id', 'class_id'],
    [[assignmentId, classId]],
  );
  await insertLines(
    connection,
    'assignment_students',
    ['assignment_id', 'student_id', 'class_id'],
    students.map(({ id }) => [assignmentId, id, classId]),
  );
  const random = randomFrom(`${size.seed}/sat/${assignmentId}`);
  const work = sitThrough({ assignmentId, entries, opens }, students, random, () => next.attempt++);
  await insertLines(connection, 'attempts', columns.attempts, work.attempts);
  await insertLines(connection, 'answers', columns.answers, work.answers);
  await insertLines(connection, 'scores', columns.scores, work.scores);
  const items = new Map(entries.map(({ id, item }) => [id, item]));
  await insertLines(
    connection,
    'item_sums',
    columns.sums,
    [...work.sums].flatMap(([entry, byGrade]) =>
      [...byGrade].map(([grade, sums]) => {
        const { itemId, revisionId } = present(items.get(entry), 'item of an entry');
        const { answers, earned, n, x, y, xx, yy, xy } = sums;
        return [
          ...[itemId, revisionId, assignmentId, classId, grade],
          ...[answers, earned, n, x, y, xx, yy, xy],
        ];
      }),
    ),
  );
  return work;
}
