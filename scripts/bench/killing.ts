/**
 * Server and MariaDB killed (SIGKILL) ten times each, at random moments, while 600 students begin,
 * save every three seconds and hand in. Every save that was acknowledged must be there afterwards,
 * nothing twice, and every attempt must end in a right state.
 */
import { setTimeout as wait } from 'node:timers/promises';
import { randomFrom } from '@oaken/core/random';
import { askerAt } from './asking';
import { breakingSchool, insist as insistAt } from './breaking';
import { report } from './figure';

const students = 600;
const killsEach = 10;
const saveEvery = 3_000;
const port = 4696;
/** Open in the demonstration on whatever day. */
const assignment = 7;
/** Shares of the time of killing: begun within the first, handed in within the last. */
const beginWithin = 0.35;
const handInWithin = 0.35;
const random = randomFrom('killing');

const school = await breakingSchool(students, port);
const { bodyOf, entriesOf, firstStudent, headersOf, pool, studentIds } = school.load;
await pool.batch(
  'INSERT INTO assignment_students (assignment_id, student_id, class_id, seat) VALUES (?, ?, NULL, ?)',
  studentIds(students).map((id, n) => [assignment, id, 1_000 + n]),
);
await pool.query(
  "UPDATE assignments SET rules = JSON_SET(rules, '$.limitMinutes', 60) WHERE id = ?",
  [assignment],
);
const entries = await entriesOf(assignment);
await school.startServer();

const asker = askerAt(port, students);
const insist = (method: string, path: string, n: number, body: string) =>
  insistAt(asker, method, path, headersOf(n), body, () => random.next());

/** The highest number that was acknowledged, by attempt and entry. */
const acknowledged = new Map<string, number>();
let saves = 0;
/** About as long as the kills below take. */
const length = 2 * killsEach * 5_700;
async function sit(n: number): Promise<void> {
  const from = performance.now();
  const end = from + length * (1 - handInWithin * random.next());
  await wait(length * beginWithin * random.next());
  const { id } = JSON.parse(
    await insist('POST', `/api/seat/assignments/${assignment}/attempt`, n, '{}'),
  ) as {
    id: number;
  };
  for (let number = 1; performance.now() < end; number++) {
    const next = performance.now() + saveEvery;
    const entry = entries[number % entries.length]!;
    await insist('PUT', `/api/seat/attempts/${id}/answers`, n, bodyOf(entry, number));
    acknowledged.set(`${id} ${entry}`, number);
    saves++;
    await wait(Math.max(0, next - performance.now()));
  }
  // The last answer goes with the hand-in.
  await insist('POST', `/api/seat/attempts/${id}/hand-in`, n, bodyOf(entries[0]!, 10_000));
  acknowledged.set(`${id} ${entries[0]!}`, 10_000);
}
const all = Promise.all(Array.from({ length: students }, (_, n) => sit(n)));

const kills = random.shuffle([
  ...Array<'server' | 'database'>(killsEach).fill('server'),
  ...Array<'server' | 'database'>(killsEach).fill('database'),
]);
for (const what of kills) {
  await wait(3_000 + 4_000 * random.next());
  await school.kill(what);
}
await all;

const stored = new Map<string, number>();
for (const { id, entry, number } of await pool.query(
  'SELECT a.attempt_id AS id, a.entry_id AS entry, a.number FROM answers a JOIN attempts t ON t.id = a.attempt_id WHERE t.student_id >= ?',
  [firstStudent],
))
  stored.set(`${id} ${entry}`, Number(number));
const lost = [...acknowledged].filter(([key, number]) => (stored.get(key) ?? 0) < number).length;
const [{ wrong, made }] = await pool.query(
  `SELECT COUNT(*) AS made, SUM(t.handed_in_at IS NULL OR t.points IS NULL OR NOT t.counts
      OR (SELECT COUNT(*) FROM scores s WHERE s.attempt_id = t.id) <> ?) AS wrong FROM attempts t WHERE t.student_id >= ?`,
  [entries.length, firstStudent],
);
report({
  name: `killing: ${kills.length} kills, acknowledged saves lost of ${saves}`,
  value: lost,
  unit: 'saves',
  holds: lost === 0 && saves > students,
});
report({
  name: 'killing: attempts that did not end in a right state',
  value: Number(wrong),
  unit: 'attempts',
  holds: Number(wrong) === 0,
});
report({
  name: 'killing: attempts too many or too few',
  value: Math.abs(Number(made) - students),
  unit: 'attempts',
  holds: Number(made) === students,
});
asker.close();
await school.stop();
