/** Everything that is stored of an assignment's work, and the lines of it that somebody wants to read. */
import type { ResultsQuery } from '@oaken/contract/results';
import { countAttempts } from '@oaken/core/attempts';
import { entriesOf, type Edition, type EditionEntry } from '@oaken/core/forms';
import type { Responses } from '@oaken/core/items';
import { fromJson, rows, type Database } from '../database/connect';

/** One student's work; or a student without any. */
export interface Line {
  studentId: number;
  rollNumber: number;
  givenName: string;
  familyName: string;
  classId: number | null;
  class: string;
  attemptId: number | null;
  number: number | null;
  beganAt: Date | null;
  handedInAt: Date | null;
  handedInBy: 'student' | 'server' | 'teacher' | null;
  late: number | null;
  lateAnswers: number;
  lateWaiting: number;
  arrivedAt: Date | null;
  excused: number | null;
  form: string | null;
  counts: number | null;
  counted: number | null;
  points: number | null;
  most: number | null;
  /** How many attempts the student made. */
  attempts: number;
}

export interface Score {
  points: number;
  most: number;
  reached: boolean;
  waits: boolean;
}

export interface Practised {
  tries: number;
  share: number;
  hints: number;
  shown: boolean;
  first: Responses | null;
  firstShare: number | null;
}

type ByEntry<T> = Map<number, Map<string, T>>;

/** By attempt, then entry. */
export interface Gathered {
  edition: Edition;
  /** Those that are asked: of a test with draws or forms only what somebody was given. */
  entries: EditionEntry[];
  lines: Line[];
  answers: ByEntry<Responses>;
  scores: ByEntry<Score>;
  practised: ByEntry<Practised>;
  /** How long each question was open, in ms. */
  spent: ByEntry<number>;
  groups: { id: number; name: string; students: Set<number> }[];
}

export async function gather(database: Database, assignmentId: number): Promise<Gathered> {
  const values = { id: assignmentId };
  const of = <Row extends { attempt: number; entry: string }>(
    columns: string,
    table: string,
    more = '',
  ) =>
    rows<Row>(
      database,
      `SELECT x.attempt_id AS attempt, x.entry_id AS entry, ${columns} FROM attempts t JOIN ${table} x ON x.attempt_id = t.id WHERE t.assignment_id = :id ${more}`,
      values,
    );
  type At = { attempt: number; entry: string };
  const [editions, lines, answers, scores, practised, spent, groups] = await Promise.all([
    rows<{ content: unknown }>(
      database,
      'SELECT e.content FROM assignments a JOIN editions e ON e.id = a.edition_id WHERE a.id = :id',
      values,
    ),
    rows<Omit<Line, 'attempts'>>(
      database,
      `SELECT s.id AS studentId, COALESCE(n.roll_number, 0) AS rollNumber, s.given_name AS givenName, s.family_name AS familyName, g.class_id AS classId,
              COALESCE(c.name, 'Guests') AS class, t.id AS attemptId, t.number, t.began_at AS beganAt, t.handed_in_at AS handedInAt,
              t.handed_in_by AS handedInBy, t.late, t.excused, t.arrived_at AS arrivedAt, COALESCE(t.form, g.form) AS form,
              COALESCE(l.n, 0) AS lateAnswers,
              (SELECT COUNT(*) FROM late_answers w WHERE w.attempt_id = t.id AND w.decision = 'waiting') AS lateWaiting, t.counts, t.counted, t.points, t.most
         FROM assignment_students g JOIN accounts s ON s.id = g.student_id LEFT JOIN classes c ON c.id = g.class_id
         LEFT JOIN enrolments n ON n.class_id = g.class_id AND n.student_id = g.student_id
         LEFT JOIN attempts t ON t.assignment_id = g.assignment_id AND t.student_id = g.student_id
         LEFT JOIN (SELECT r.attempt_id, COUNT(*) AS n FROM attempts w JOIN answers r ON r.attempt_id = w.id AND r.arrived_late
                     WHERE w.assignment_id = :id GROUP BY r.attempt_id) l ON l.attempt_id = t.id
        WHERE g.assignment_id = :id AND (g.withdrawn_at IS NULL OR t.id IS NOT NULL)
        ORDER BY c.name IS NULL, c.name, n.roll_number, s.family_name, s.id, t.number`,
      values,
    ),
    of<At & { responses: unknown }>('x.responses', 'answers'),
    of<At & { points: number; most: number; reached: number; waits: number }>(
      'x.points, x.most, x.reached, x.waits',
      'scores',
    ),
    of<At & Omit<Practised, 'shown' | 'first'> & { shown: number; first: unknown }>(
      'x.tries, x.share, x.hints, x.shown, x.first_responses AS first, x.first_share AS firstShare',
      'practised',
    ),
    of<At & { ms: number }>(
      'CAST(SUM(x.ms) AS DOUBLE) AS ms',
      'spent',
      'GROUP BY x.attempt_id, x.entry_id',
    ),
    rows<GroupMember>(
      database,
      `SELECT DISTINCT q.id, q.name, c.name AS className, m.student_id AS studentId FROM assignment_classes ac
         JOIN class_groups q ON q.class_id = ac.class_id JOIN classes c ON c.id = q.class_id
         JOIN group_members m ON m.group_id = q.id WHERE ac.assignment_id = :id ORDER BY q.name, q.id`,
      values,
    ),
  ]);
  const byAttempt = gathered(scores, (own): Score => ({
    points: own.points,
    most: own.most,
    reached: Boolean(own.reached),
    waits: Boolean(own.waits),
  }));
  const edition = fromJson<Edition>(editions[0]!.content);
  // Equal answers are one object, so that each is looked at once.
  const held = new Map<string, Responses>();
  const sharing = (value: unknown): Responses => {
    const key = typeof value === 'string' ? value : JSON.stringify(value);
    const own = held.get(key) ?? fromJson<Responses>(value);
    held.set(key, own);
    return own;
  };
  const made = new Map<number, number>();
  for (const { studentId, attemptId } of lines)
    if (attemptId !== null) made.set(studentId, (made.get(studentId) ?? 0) + 1);
  return {
    edition,
    entries: askedOf(edition, byAttempt),
    lines: lines.map((own) => ({ ...own, attempts: made.get(own.studentId) ?? 0 })),
    answers: gathered(answers, ({ responses }) => sharing(responses)),
    scores: byAttempt,
    practised: gathered(practised, (own): Practised => ({
      ...own,
      shown: Boolean(own.shown),
      first: own.first === null ? null : sharing(own.first),
    })),
    spent: gathered(spent, ({ ms }) => Number(ms)),
    groups: gatheredGroups(groups),
  };
}

/** The entries of a test without draws; of one with draws or forms only those that somebody was given. */
function askedOf(edition: Edition, scores: Gathered['scores']): EditionEntry[] {
  const differs =
    edition.sections.some(({ draw }) => draw != null) || (edition.forms ?? []).length > 0;
  if (!differs) return entriesOf(edition);
  const asked = new Set([...scores.values()].flatMap((own) => [...own.keys()]));
  return entriesOf(edition).filter(({ id }) => asked.has(id));
}

function gathered<Row extends { attempt: number; entry: string }, T>(
  list: Row[],
  value: (row: Row) => T,
): Map<number, Map<string, T>> {
  const byAttempt = new Map<number, Map<string, T>>();
  for (const one of list) {
    const held = byAttempt.get(one.attempt) ?? new Map<string, T>();
    byAttempt.set(one.attempt, held.set(one.entry, value(one)));
  }
  return byAttempt;
}

interface GroupMember {
  id: number;
  name: string;
  className: string;
  studentId: number;
}

/** Groups of one name in several classes say whose they are. */
function gatheredGroups(members: GroupMember[]): Gathered['groups'] {
  const idsOf = new Map<string, Set<number>>();
  for (const { id, name } of members)
    idsOf.set(name, (idsOf.get(name) ?? new Set<number>()).add(id));
  const groups = new Map<number, Gathered['groups'][number]>();
  for (const { id, name, className, studentId } of members) {
    const shown = idsOf.get(name)!.size > 1 ? `${name} of ${className}` : name;
    const own = groups.get(id) ?? { id, name: shown, students: new Set<number>() };
    groups.set(id, own);
    own.students.add(studentId);
  }
  return [...groups.values()];
}

/** The lines that `query` asks for: one for each student, or one for each attempt. */
export function chosenLines(
  { lines, groups }: Pick<Gathered, 'lines' | 'groups'>,
  query: ResultsQuery,
): Line[] {
  const { classId, groupId, form, attempt, from, to } = query;
  const group = groupId === undefined ? null : groups.find(({ id }) => id === groupId);
  const wanted = lines.filter(
    (own) =>
      (classId === undefined || own.classId === classId) &&
      (group === null || Boolean(group?.students.has(own.studentId))) &&
      (form === undefined || (own.form ?? '') === form),
  );
  const inTime = ({ handedInAt }: Line) =>
    (from === undefined || (handedInAt !== null && handedInAt.getTime() >= from)) &&
    (to === undefined || (handedInAt !== null && handedInAt.getTime() < to));
  const dated = from !== undefined || to !== undefined;
  const byStudent = new Map<number, Line[]>();
  for (const own of wanted)
    byStudent.set(own.studentId, [...(byStudent.get(own.studentId) ?? []), own]);
  return [...byStudent.values()].flatMap((own) => {
    const all = dated ? own.filter(inTime) : own;
    return attempt === 'all' ? all : (chosenOf(all, attempt) ?? []);
  });
}

/** The one attempt of a student that is asked for, with its points. */
function chosenOf(own: Line[], attempt: Exclude<ResultsQuery['attempt'], 'all'>): Line | null {
  if (own.length === 0) return null;
  if (attempt === 'counting') {
    const counting = own.find(({ counts }) => counts) ?? own[0]!;
    return { ...counting, points: counting.counted };
  }
  const done = own.filter((one): one is Line & { number: number } => one.number !== null);
  if (done.length === 0) return own[0]!;
  const { number, points } = countAttempts(done, attempt);
  const found = done.find((one) => one.number === number)!;
  return { ...found, points: points ?? found.points };
}
