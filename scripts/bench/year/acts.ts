/** What teachers do all through a year, each with its limit and the one statement that reads what it shows. */
import { present } from '@oaken/core/certain';
import { pool } from '../load';

/** Somebody of the staff with what they ask about. */
export interface Asker {
  token: string;
  accountId: number;
  /** The latest assignment that was handed in, and one of its students. */
  assignmentId: number;
  studentId: number;
}

export interface Act {
  name: string;
  /** A year's teachers in turn, the one with sixty finished assignments, or the one with a grade of 600. */
  whose: 'teachers' | 'sixty' | 'grade';
  path(asker: Asker): string;
  /** What the database cannot do without: one statement that reads what is shown. */
  floor(asker: Asker): [string, unknown[]];
  /** Median in ms at the last size. */
  limit?: number;
  mostQueries?: number;
  /** Of the answer, uncompressed. */
  mostBytes?: number;
}

const lines = ({ accountId }: Asker): [string, unknown[]] => [
  `SELECT a.id, a.title, a.opens_at, a.closes_at, COUNT(t.id), AVG(t.points / t.max_points) FROM assignments a
     LEFT JOIN attempts t ON t.assignment_id = a.id WHERE a.assigned_by = ? GROUP BY a.id`,
  [accountId],
];
const waiting = ({ accountId }: Asker): [string, unknown[]] => [
  `SELECT a.id, s.entry_id, COUNT(*) FROM assignments a JOIN attempts t ON t.assignment_id = a.id
     JOIN scores s ON s.attempt_id = t.id AND s.needs_marking = 1 WHERE a.assigned_by = ? GROUP BY a.id, s.entry_id`,
  [accountId],
];
const everyScore = ({ assignmentId }: Asker): [string, unknown[]] => [
  `SELECT s.attempt_id, s.entry_id, s.points, s.max_points FROM attempts t
     JOIN scores s ON s.attempt_id = t.id WHERE t.assignment_id = ?`,
  [assignmentId],
];
const everyAnswer = ({ assignmentId }: Asker): [string, unknown[]] => [
  `SELECT r.attempt_id, r.entry_id, r.responses FROM attempts t
     JOIN answers r ON r.attempt_id = t.id WHERE t.assignment_id = ?`,
  [assignmentId],
];
const scoresOfTeacher = ({ accountId, assignmentId }: Asker): [string, unknown[]] => [
  `SELECT s.attempt_id, s.entry_id, s.points, s.max_points FROM assignment_students g
     JOIN attempts t ON t.student_id = g.student_id JOIN assignments a ON a.id = t.assignment_id AND a.assigned_by = ?
     JOIN scores s ON s.attempt_id = t.id WHERE g.assignment_id = ?`,
  [accountId, assignmentId],
];
const oneWork = ({ assignmentId, studentId }: Asker): [string, unknown[]] => [
  `SELECT r.entry_id, r.responses, s.points, s.max_points FROM attempts t JOIN answers r ON r.attempt_id = t.id
     JOIN scores s ON s.attempt_id = t.id AND s.entry_id = r.entry_id WHERE t.assignment_id = ? AND t.student_id = ?`,
  [assignmentId, studentId],
];
const tests = ({ accountId }: Asker): [string, unknown[]] => [
  'SELECT id, title FROM tests WHERE owner_id = ? ORDER BY changed_at DESC LIMIT 20',
  [accountId],
];

const work = ({ assignmentId }: Asker) => `/api/assignments/${assignmentId}`;
const student = (asker: Asker) => `${work(asker)}/students/${asker.studentId}`;
const standards = (over: string) => (asker: Asker) =>
  `${work(asker)}/results/standards?over=${over}`;
const followUp = (over: string) => (asker: Asker) => `${work(asker)}/follow-up?over=${over}`;

export const acts: Act[] = [
  {
    name: 'Today with 60 finished assignments',
    whose: 'sixty',
    path: () => '/api/today',
    floor: lines,
    limit: 100,
    mostQueries: 15,
  },
  { name: 'Today', whose: 'teachers', path: () => '/api/today', floor: lines, limit: 100 },
  {
    name: 'list of results',
    whose: 'teachers',
    path: () => '/api/results',
    floor: lines,
    limit: 60,
  },
  {
    name: 'assignments',
    whose: 'teachers',
    path: () => '/api/assignments',
    floor: lines,
    limit: 60,
  },
  { name: 'marking', whose: 'teachers', path: () => '/api/marking', floor: waiting, limit: 60 },
  { name: 'what is marked', whose: 'teachers', path: () => '/api/marking/done', floor: waiting },
  { name: 'search of tests', whose: 'teachers', path: () => '/api/tests?words=week', floor: tests },
  {
    name: 'results of a class',
    whose: 'teachers',
    path: (asker) => `${work(asker)}/results`,
    floor: everyAnswer,
  },
  { name: 'one student’s page', whose: 'teachers', path: student, floor: oneWork, limit: 50 },
  {
    name: 'one student’s report as PDF',
    whose: 'teachers',
    path: (asker) => `${student(asker)}/report.pdf`,
    floor: oneWork,
  },
  {
    name: 'standards of an assignment',
    whose: 'teachers',
    path: standards('this'),
    floor: everyScore,
  },
  { name: 'standards over all', whose: 'teachers', path: standards('all'), floor: scoresOfTeacher },
  { name: 'follow-up', whose: 'teachers', path: followUp('this'), floor: everyScore },
  { name: 'follow-up over all', whose: 'teachers', path: followUp('all'), floor: scoresOfTeacher },
  {
    name: 'results of 600 x 40',
    whose: 'grade',
    path: (asker) => `${work(asker)}/results`,
    floor: everyAnswer,
    limit: 250,
    mostBytes: 500_000,
  },
  { name: 'one student’s page of 600', whose: 'grade', path: student, floor: oneWork, limit: 50 },
  {
    name: 'standards of 600 x 40',
    whose: 'grade',
    path: standards('this'),
    floor: everyScore,
    limit: 400,
  },
  {
    name: 'standards over ten of 600 x 40',
    whose: 'grade',
    path: standards('all'),
    floor: scoresOfTeacher,
    limit: 2_000,
  },
  {
    name: 'students of 600 x 40 as CSV',
    whose: 'grade',
    path: (asker) => `${work(asker)}/exports/students`,
    floor: everyAnswer,
  },
  {
    name: 'gradebook zip of 600 x 40',
    whose: 'grade',
    path: (asker) => `${work(asker)}/exports/gradebook`,
    floor: everyScore,
  },
];

/** Milliseconds of the one statement that an act cannot do without. */
export async function floorOf(act: Act, asker: Asker): Promise<number> {
  const [statement, values] = act.floor(asker);
  const began = performance.now();
  await pool.query(statement, values);
  return performance.now() - began;
}

/** The latest assignment of a teacher that students handed in, and one of them. */
export async function askerOf(token: string, accountId: number): Promise<Asker> {
  const [line] = await pool.query(
    `SELECT t.assignment_id AS assignmentId, t.student_id AS studentId FROM assignments a
       JOIN attempts t ON t.assignment_id = a.id AND t.handed_in_at IS NOT NULL
      WHERE a.assigned_by = ? ORDER BY a.closes_at DESC, t.id LIMIT 1`,
    [accountId],
  );
  return {
    token,
    accountId,
    ...present(line as { assignmentId: number; studentId: number }, 'work that was handed in'),
  };
}
