/** What Ctrl K asks, in a school of 2,000 students and 4,000 tests beside the items that are there, all of them one teacher's. */
import type { Pool } from 'mariadb';
import { percentile, report } from './figure';

const students = 2000;
const ofAClass = 30;
const tests = 4000;
const limit = 100;
const given = ['Ada', 'Bo', 'Cora', 'Dara', 'Emil', 'Fay', 'Gus', 'Hana', 'Ida', 'Jon'];
const family = ['Abara', 'Berg', 'Chen', 'Duarte', 'Ekberg', 'Farrow', 'Gill', 'Hale', 'Ivey'];
const nameOf = (list: readonly string[], n: number) =>
  `${list[n % list.length]}${Math.floor(n / list.length)}`;

async function fillSchool(pool: Pool): Promise<void> {
  const now = new Date();
  const [{ last }] = await pool.query('SELECT MAX(id) AS last FROM accounts');
  const [{ room }] = await pool.query('SELECT MAX(id) AS room FROM classes');
  const ids = Array.from({ length: students }, (_, n) => n);
  const classes = Array.from({ length: Math.ceil(students / ofAClass) }, (_, n) => n + 1);
  await pool.batch(
    `INSERT INTO classes (id, school_id, name, period, grade, subject, term, code, created_at)
     VALUES (?, 1, ?, '', 6, 'Mathematics', '', ?, ?)`,
    classes.map((n) => [room + n, `Class ${n}`, `B${String(n).padStart(5, '0')}`, now]),
  );
  await pool.batch(
    'INSERT INTO class_teachers (class_id, teacher_id) VALUES (?, 1)',
    classes.map((n) => [room + n]),
  );
  await pool.batch(
    `INSERT INTO accounts (id, school_id, role, given_name, family_name, student_number, secret_hash, created_at)
     VALUES (?, 1, 'student', ?, ?, ?, '', ?)`,
    ids.map((n) => [last + 1 + n, nameOf(given, n), nameOf(family, n), `9${n}`, now]),
  );
  await pool.batch(
    'INSERT INTO enrollments (class_id, student_id, roster_number) VALUES (?, ?, ?)',
    ids.map((n) => [room + 1 + Math.floor(n / ofAClass), last + 1 + n, (n % ofAClass) + 1]),
  );
  await pool.query(
    `INSERT INTO tests (school_id, owner_id, title, outline, client_key, created_at, changed_at)
     SELECT 1, 1, CONCAT('Ratios, part ', seq), '{"sections":[]}', UUID(), ?, ? FROM seq_1_to_${tests}`,
    [now, now],
  );
}

/** The bare floor: the same students and tests by SQL alone; no rights, no items, no HTTP. */
const bare = (pool: Pool, words: string[]) =>
  Promise.all([
    pool.query(
      `SELECT a.id FROM enrollments e JOIN accounts a ON a.id = e.student_id
       JOIN class_teachers t ON t.class_id = e.class_id AND t.teacher_id = 1
       WHERE ${words.map(() => '(a.given_name LIKE ? OR a.family_name LIKE ?)').join(' AND ')}
       ORDER BY a.family_name LIMIT 6`,
      words.flatMap((word) => [`${word}%`, `${word}%`]),
    ),
    pool.query(
      `SELECT id FROM tests WHERE ${words.map(() => 'title LIKE ?').join(' AND ')} ORDER BY changed_at DESC LIMIT 6`,
      words.map((word) => `%${word}%`),
    ),
  ]);

/** Asks what a teacher types, letter by letter and whole. */
export async function findingAnything(pool: Pool, address: string, token: string): Promise<void> {
  await fillSchool(pool);
  const typed = ['c', 'co', 'cora1 ber', 'rat', 'ratios part 39', 'lighthuose', '91234', 'class 4'];
  const ask = async (words: string) => {
    const response = await fetch(`${address}/api/anything?words=${encodeURIComponent(words)}`, {
      headers: { cookie: `oaken=${token}` },
    });
    if (response.status !== 200) throw new Error(`${words}: ${response.status}`);
    const { things } = (await response.json()) as { things: unknown[] };
    if (things.length === 0) throw new Error(`${words}: nothing was found.`);
  };
  const ours: number[] = [];
  const floor: number[] = [];
  const timed = async (into: number[], act: () => Promise<unknown>) => {
    const from = performance.now();
    await act();
    into.push(performance.now() - from);
  };
  for (let round = 0; round < 5; round++) for (const words of typed) await ask(words);
  for (let round = 0; round < 20; round++)
    for (const words of typed) {
      await timed(ours, () => ask(words));
      await timed(floor, () => bare(pool, words.split(' ')));
    }
  const p95 = percentile(ours, 0.95);
  report({
    name: 'Ctrl K over 100,000 items, 2,000 students and 4,000 tests, p95',
    value: p95,
    median: percentile(ours, 0.5),
    unit: 'ms',
    floor: percentile(floor, 0.95),
    holds: p95 <= limit,
  });
}
