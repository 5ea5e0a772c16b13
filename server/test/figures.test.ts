/** Kept sums: what is added to them piece by piece is what all scores together give, and a mistake does not stay. */
import type { Connection } from 'mariadb';
import { writeYear } from '@oaken/demo/write-year';
import { checkFigures, FiguresCheck } from '../src/figures/checking';
import { renewFigures } from '../src/figures/renew';
import { openSchool, schoolMorning, type School } from './support/school';
import { connectionTo, row, rows } from './support/sql';

let school: School;
let connection: Connection;
let assignmentId: number;
let attemptIds: number[];
const said: unknown[] = [];
const log = { warn: (about: unknown) => void said.push(about) } as never;

beforeAll(async () => {
  school = await openSchool();
  connection = await connectionTo(school.database);
  await writeYear(connection, { students: 50, weeks: 2, seed: 'figures' }, schoolMorning);
  await renew();
  assignmentId = (await row<{ id: number }>(
    school.database,
    'SELECT MAX(id) AS id FROM assignments',
  ))!.id;
  const attempts = await rows<{ id: number }>(
    school.database,
    'SELECT id FROM attempts WHERE assignment_id = :assignmentId ORDER BY id',
    { assignmentId },
  );
  attemptIds = attempts.map(({ id }) => id);
});
afterAll(async () => {
  await connection.end();
  await school.close();
});

async function renew(): Promise<void> {
  school.clock.now += 60_000;
  while ((await renewFigures({ database: school.database, now: () => school.clock.now })) > 0);
}
const check = () => checkFigures({ database: school.database, log }, assignmentId);

async function handedIn(attemptId: number, isHandedIn: boolean): Promise<void> {
  school.clock.now += 60_000;
  const time = new Date(school.clock.now);
  await connection.query('UPDATE attempts SET handed_in_at = ?, scored_at = ? WHERE id = ?', [
    isHandedIn ? time : null,
    time,
    attemptId,
  ]);
  await renew();
}

const figuresOfItems = () =>
  rows<{ id: number; n: number; share: number; correlation: number | null }>(
    school.database,
    `SELECT id, answer_count AS n, ROUND(average_score, 9) AS share, ROUND(item_rest_correlation, 9) AS correlation
       FROM items WHERE id IN (SELECT item_id FROM item_sums WHERE assignment_id = :assignmentId) ORDER BY id`,
    { assignmentId },
  );
const answersOfItems = async () =>
  (await figuresOfItems()).reduce((sum, { n }) => sum + Number(n), 0);

test('work that is handed in one after the other gives what it gives together', async () => {
  const together = await figuresOfItems();
  const some = attemptIds.slice(0, 3);
  for (const id of some) await handedIn(id, false);
  expect(await answersOfItems()).toBeLessThan(together.reduce((sum, { n }) => sum + Number(n), 0));
  for (const id of some) await handedIn(id, true);
  expect(await figuresOfItems()).toEqual(together);
  expect(await check()).toBe(false);
});

test('an attempt that counts instead of an earlier one takes its place', async () => {
  const answers = await answersOfItems();
  const [first] = attemptIds;
  const { insertId } = await connection.query(
    `INSERT INTO attempts (assignment_id, student_id, number, seed, began_at, handed_in_at, scored_at, counts)
     SELECT assignment_id, student_id, 2, 'second', began_at, ?, ?, TRUE FROM attempts WHERE id = ?`,
    [new Date(school.clock.now), new Date(school.clock.now), first],
  );
  await connection.query(
    `INSERT INTO scores (attempt_id, entry_id, points, max_points, reached, needs_marking)
     SELECT ?, entry_id, 0, max_points, reached, needs_marking FROM scores WHERE attempt_id = ?`,
    [Number(insertId), first],
  );
  await connection.query('UPDATE attempts SET counts = FALSE WHERE id = ?', [first]);
  await renew();
  expect(await answersOfItems()).toBe(answers);
  expect(await check()).toBe(false);
});

test('a sum that is not that of its scores is said, and right again after the next turn', async () => {
  const right = await figuresOfItems();
  await connection.query(
    'UPDATE item_sums SET earned = earned + 1 WHERE assignment_id = ? LIMIT 1',
    [assignmentId],
  );
  said.length = 0;
  expect(await check()).toBe(true);
  expect(said).toContainEqual({ assignmentId });
  await renew();
  expect(await check()).toBe(false);
  expect(await figuresOfItems()).toEqual(right);
});

test('a total that is not that of its sums is said, and made anew at once', async () => {
  const right = await figuresOfItems();
  const { id } = right[0]!;
  await connection.query(
    'UPDATE item_totals SET xy = xy + 1, answers = answers + 3 WHERE item_id = ?',
    [id],
  );
  said.length = 0;
  expect(await check()).toBe(true);
  expect(said).toEqual([{ itemIds: [id] }]);
  expect(await figuresOfItems()).toEqual(right);
});

test('looks at one assignment after the other, and not while work waits for its figures', async () => {
  const walk = new FiguresCheck({ database: school.database, log });
  const { n } = (await row<{ n: number }>(
    school.database,
    "SELECT COUNT(*) AS n FROM assignments WHERE figures_at IS NOT NULL AND kind <> 'round'",
  ))!;
  for (let turn = 0; turn < n; turn++) expect(await walk.next()).toBe(false);
  expect(await walk.next()).toBeNull();
  await connection.query('UPDATE attempts SET scored_at = NOW(3) WHERE id = ?', [attemptIds[1]]);
  expect(await walk.next()).toBeNull();
});
