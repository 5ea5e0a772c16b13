/** A simulated school year: what was written in bulk reads as if it had been sat. */
import type { Connection } from 'mariadb';
import { writeYear, type WrittenYear } from '@oaken/demo/write-year';
import { sumsOfAssignment } from '../src/figures/queries';
import { openSchool, schoolMorning, type School, type Visitor } from './support/school';
import { connectionTo, row, rows } from './support/sql';

const size = { students: 60, weeks: 2, seed: 'small' };
let school: School;
let connection: Connection;
let year: WrittenYear;
let teacher: Visitor;
let assignmentId: number;

beforeAll(async () => {
  school = await openSchool();
  connection = await connectionTo(school.database);
  year = await writeYear(connection, size, schoolMorning);
  const last = (await row<{ id: number; name: string }>(
    school.database,
    `SELECT a.id, p.sign_in_name AS name FROM assignments a JOIN accounts p ON p.id = a.assigned_by
      ORDER BY a.id DESC LIMIT 1`,
  ))!;
  assignmentId = last.id;
  teacher = await school.staff(last.name);
});
afterAll(async () => {
  await connection.end();
  await school.close();
});

test('has two classes a teacher, an assignment a class and week, and twenty answers each', () => {
  expect(year.assignments).toBe(3 * 2 * 2);
  expect(year.attempts).toBeGreaterThan(0.85 * 2 * 60 * 2);
  expect(year.answers).toBe(20 * year.attempts);
});

test('its teachers read their results', async () => {
  const { assignment } = await teacher.ok('GET', `/api/assignments/${assignmentId}/results`);
  const earned = await rows<{ points: number }>(
    school.database,
    'SELECT points FROM attempts WHERE assignment_id = :assignmentId',
    { assignmentId },
  );
  expect(assignment!.handedIn).toBe(earned.length);
});

test('its sums are those that the server works out itself', async () => {
  const written = await rows<{ itemId: number; answers: number; earned: number; xy: number }>(
    school.database,
    'SELECT item_id AS itemId, answers, earned, xy FROM item_sums WHERE assignment_id = :assignmentId ORDER BY item_id, grade',
    { assignmentId },
  );
  const worked = (await sumsOfAssignment(school.database, assignmentId)).sort(
    (a, b) => a.itemId - b.itemId || a.grade - b.grade,
  );
  expect(worked.map(({ itemId, answers }) => [itemId, Number(answers)])).toEqual(
    written.map(({ itemId, answers }) => [itemId, answers]),
  );
  worked.forEach(({ earned, xy }, index) => {
    expect(Number(earned)).toBeCloseTo(written[index]!.earned, 6);
    expect(Number(xy)).toBeCloseTo(written[index]!.xy, 6);
  });
});

test('nothing of it waits for its figures', async () => {
  const waiting = await rows(
    school.database,
    `SELECT a.id FROM assignments a WHERE a.id > :before
        AND EXISTS (SELECT 1 FROM attempts t WHERE t.assignment_id = a.id AND t.handed_in_at > a.figures_at)`,
    { before: assignmentId - year.assignments },
  );
  expect(waiting).toEqual([]);
});
