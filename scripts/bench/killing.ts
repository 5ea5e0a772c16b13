/**
 * Server and MariaDB killed (SIGKILL) ten times each, at random moments, while 600 students begin,
 * save every three seconds and hand in. Every save that was acknowledged must be there afterwards,
 * nothing twice, and every attempt must end in a right state.
 */
import { execFileSync, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { randomFrom } from '@oaken/core/random';
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

const folder = mkdtempSync(join(tmpdir(), 'oaken-killing-'));
const startDatabase = () =>
  JSON.parse(
    execFileSync(process.execPath, ['scripts/database.mjs', 'start', folder], { encoding: 'utf8' })
      .trim()
      .split('\n')
      .at(-1)!,
  ) as { socket: string; pid: number };
let database = startDatabase();
// The load asks for its database when it is read in.
process.env.OAKEN_SOCKET = database.socket;
const { bodyOf, entriesOf, firstStudent, headersOf, name, pool, prepareSchool, start, studentIds } =
  await import('./load');

await prepareSchool(students);
await pool.batch(
  'INSERT INTO assignment_students (assignment_id, student_id, class_id, seat) VALUES (?, ?, NULL, ?)',
  studentIds(students).map((id, n) => [assignment, id, 1_000 + n]),
);
await pool.query(
  "UPDATE assignments SET rules = JSON_SET(rules, '$.limitMinutes', 60) WHERE id = ?",
  [assignment],
);
const entries = await entriesOf(assignment);
const startServer = () =>
  start('server/dist/main.mjs', [], { OAKEN_DATABASE: name, OAKEN_PORT: String(port) });
let server: ChildProcess = await startServer();

const agent = new Agent({ keepAlive: true, maxSockets: students });
const ask = (method: string, path: string, n: number, body: string) =>
  new Promise<{ status: number; body: string }>((done) => {
    const headers = { ...headersOf(n), 'content-length': Buffer.byteLength(body) };
    const sent = request(
      { host: '127.0.0.1', port, agent, method, path, headers, timeout: 15_000 },
      (response) => {
        let text = '';
        response.setEncoding('utf8').on('data', (piece: string) => (text += piece));
        response.on('end', () => done({ status: response.statusCode ?? 0, body: text }));
        response.on('error', () => done({ status: 0, body: '' }));
      },
    );
    sent.on('timeout', () => sent.destroy());
    sent.on('error', () => done({ status: 0, body: '' }));
    sent.end(body);
  });

/** Said again until it is heard, as the page does. */
async function insist(method: string, path: string, n: number, body: string): Promise<string> {
  for (;;) {
    const response = await ask(method, path, n, body);
    if (response.status === 200) return response.body;
    if (response.status > 0 && response.status < 500)
      throw new Error(`${method} ${path}: ${response.status} ${response.body}`);
    await wait(500 + 500 * random.next());
  }
}

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
  if (what === 'server') {
    server.kill('SIGKILL');
    await wait(200);
    server = await startServer();
  } else {
    process.kill(database.pid, 'SIGKILL');
    await wait(500);
    database = startDatabase();
  }
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
agent.destroy();
server.kill('SIGTERM');
await pool.end();
process.kill(database.pid, 'SIGTERM');
await wait(3_000);
rmSync(folder, { recursive: true, force: true });
