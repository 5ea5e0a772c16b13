/** Adds a school year to a database: classes, tests, and what was sat and earned in them, week by week. */
import { elementAt, present } from '@oaken/core/certain';
import { usualRules } from '@oaken/core/assignments';
import type { Edition } from '@oaken/core/forms';
import { randomFrom } from '@oaken/core/random';
import { day } from '@oaken/core/timing';
import type { Connection } from 'mariadb';
import { insertLines } from '../bulk';
import { schoolDay } from '../calendar';
import { readAskable, type Askable } from './askable';
import { yearPeople, type YearClass } from './people';
import { sitThrough, type SatWork, type YearEntry } from './work';

export interface YearSize {
  students: number;
  weeks: number;
  /** The same seed, size and day give the same year. */
  seed: string;
}
export interface WrittenYear {
  assignments: number;
  attempts: number;
  answers: number;
}

const questions = 20;
const schoolDaysInWeek = 5;
const columns = {
  attempts: [
    ...['id', 'assignment_id', 'student_id', 'number', 'seed', 'began_at', 'deadline_at'],
    ...['handed_in_at', 'handed_in_by', 'late', 'points', 'max_points', 'counted_points'],
  ],
  answers: ['attempt_id', 'entry_id', 'number', 'device', 'responses', 'flagged', 'saved_at'],
  scores: ['attempt_id', 'entry_id', 'points', 'max_points', 'reached', 'needs_marking'],
  sums: [
    ...['item_id', 'revision_id', 'assignment_id', 'class_id', 'grade', 'answers', 'earned', 'n'],
    ...['x', 'y', 'xx', 'yy', 'xy'],
  ],
} as const;

/** What a year is written into, and the ids that come next. */
interface Target {
  connection: Connection;
  size: YearSize;
  now: number;
  schoolId: number;
  next: Record<'account' | 'class' | 'test' | 'edition' | 'assignment' | 'attempt', number>;
}

const keyOf = (kind: number, id: number) =>
  `00000000-0000-4000-8${String(kind).padStart(3, '0')}-${String(id).padStart(12, '0')}`;

async function targetOf(connection: Connection, size: YearSize, now: number): Promise<Target> {
  const [{ schoolId }] = await connection.query('SELECT MIN(id) AS schoolId FROM schools');
  const [next] = await connection.query(
    `SELECT (SELECT MAX(id) + 1 FROM accounts) AS account, (SELECT COALESCE(MAX(id), 0) + 1 FROM classes) AS class,
            (SELECT COALESCE(MAX(id), 0) + 1 FROM tests) AS test, (SELECT COALESCE(MAX(id), 0) + 1 FROM editions) AS edition,
            (SELECT COALESCE(MAX(id), 0) + 1 FROM assignments) AS assignment,
            (SELECT COALESCE(MAX(id), 0) + 1 FROM attempts) AS attempt`,
  );
  const numbers = Object.entries(next).map(([name, id]) => [name, Number(id)]);
  return { connection, size, now, schoolId, next: Object.fromEntries(numbers) as Target['next'] };
}

async function writePeople(target: Target, subjects: readonly string[]): Promise<YearClass[]> {
  const { connection, size, now, schoolId, next } = target;
  const people = yearPeople(size, subjects, { account: next.account, class: next.class });
  const made = new Date(now - 7 * day * (size.weeks + 2));
  const secretOf = async (role: string): Promise<string> => {
    const [row] = await connection.query(
      'SELECT secret_hash AS secret FROM accounts WHERE role = ? ORDER BY id LIMIT 1',
      [role],
    );
    return present(row as { secret: string } | undefined, `account of a ${role}`).secret;
  };
  const [teacherSecret, studentSecret] = [await secretOf('teacher'), await secretOf('student')];
  await insertLines(
    connection,
    'accounts',
    [
      ...['id', 'school_id', 'role', 'given_name', 'family_name', 'sign_in_name'],
      ...['student_number', 'grade', 'secret_hash', 'created_at'],
    ],
    [
      ...people.teachers.map((id) => [
        ...[id, schoolId, 'teacher', 'Year', `Teacher ${id}`, `year${id}`],
        ...[null, null, teacherSecret, made],
      ]),
      ...people.students.map(({ id, grade }) => [
        ...[id, schoolId, 'student', `Year ${id}`, 'Student', null],
        ...[`Y${id}`, grade, studentSecret, made],
      ]),
    ],
  );
  await insertLines(
    connection,
    'classes',
    ['id', 'school_id', 'name', 'period', 'grade', 'subject', 'term', 'code', 'created_at'],
    people.classes.map(({ id, grade, subject }) => [
      ...[id, schoolId, `${grade}-${id}`, '', grade, subject, 'This year'],
      ...[`YR${id.toString(36).toUpperCase().padStart(4, '0')}`, made],
    ]),
  );
  await insertLines(
    connection,
    'class_teachers',
    ['class_id', 'teacher_id'],
    people.classes.map(({ id, teacherId }) => [id, teacherId]),
  );
  await insertLines(
    connection,
    'enrollments',
    ['class_id', 'student_id', 'roster_number'],
    people.classes.flatMap(({ id, students }) =>
      students.map((student, index) => [id, student.id, index + 1]),
    ),
  );
  return people.classes;
}

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
async function writeTest(
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

async function writeAssignment(
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

/** What items are known by, from the sums of all that was written. */
async function writeFigures(connection: Connection): Promise<void> {
  await connection.query(
    `REPLACE INTO item_figures (item_id, grade, answer_count, average_score, item_rest_correlation)
     SELECT item_id, grade, SUM(answers), SUM(earned) / SUM(answers),
            (SUM(n) * SUM(xy) - SUM(x) * SUM(y)) /
              NULLIF(SQRT((SUM(n) * SUM(xx) - SUM(x) * SUM(x)) * (SUM(n) * SUM(yy) - SUM(y) * SUM(y))), 0)
       FROM item_sums WHERE grade >= 0 GROUP BY item_id, grade`,
  );
  await connection.query(
    `UPDATE items i JOIN (SELECT item_id, SUM(answers) AS answers, SUM(earned) AS earned FROM item_sums GROUP BY item_id) s
        ON s.item_id = i.id SET i.answer_count = s.answers, i.average_score = s.earned / s.answers`,
  );
  await connection.query(
    `UPDATE items i JOIN (SELECT r.item_id, COUNT(*) AS uses FROM test_revisions t JOIN revisions r ON r.id = t.revision_id
                           GROUP BY r.item_id) u ON u.item_id = i.id SET i.use_count = u.uses`,
  );
}

function testItems(askable: readonly Askable[], subject: string, stream: string): YearEntry[] {
  const fitting = askable.filter((item) => item.subject === subject);
  const chosen = randomFrom(stream).shuffle(fitting).slice(0, questions);
  return chosen.map((item, index) => ({ id: `y${String(index + 1).padStart(5, '0')}`, item }));
}

/** @param progress hears how many answers there are, after each week */
export async function writeYear(
  connection: Connection,
  size: YearSize,
  now: number,
  progress: (done: WrittenYear) => void = () => {},
): Promise<WrittenYear> {
  const askable = await readAskable(connection);
  const subjects = [...new Set(askable.map(({ subject }) => subject))].sort();
  const target = await targetOf(connection, size, now);
  await connection.query('SET FOREIGN_KEY_CHECKS = 0, UNIQUE_CHECKS = 0');
  const classes = await writePeople(target, subjects);
  const done: WrittenYear = { assignments: 0, attempts: 0, answers: 0 };
  for (let week = 1; week <= size.weeks; week++) {
    const before = (size.weeks - week + 1) * schoolDaysInWeek;
    const [opens, closes] = [
      schoolDay(now, -before, '08:00'),
      schoolDay(now, -before + 4, '16:00'),
    ];
    for (let place = 0; place < classes.length; place += 2) {
      const pair = classes.slice(place, place + 2);
      const first = elementAt(pair, 0);
      const title = `${first.subject}, week ${week}`;
      const stream = `${size.seed}/test/${first.id}/${week}`;
      const entries = testItems(askable, first.subject, stream);
      await connection.beginTransaction();
      const editionId = await writeTest(target, first, { title, entries, opens });
      for (const yearClass of pair) {
        const given = { title, entries, opens, closes, editionId };
        const { attempts, answers } = await writeAssignment(target, yearClass, given);
        done.assignments += 1;
        done.attempts += attempts.length;
        done.answers += answers.length;
      }
      await connection.commit();
    }
    progress(done);
  }
  await connection.query('SET FOREIGN_KEY_CHECKS = 1, UNIQUE_CHECKS = 1');
  await writeFigures(connection);
  return done;
}
