/**
 * Server and MariaDB killed (SIGKILL) ten times each, at random moments, while 600 students save every three seconds. Every
 * save that was acknowledged must be there afterwards, and every attempt must end in a right state.
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
const assignment = 1;
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
const now = new Date();
await pool.batch('INSERT INTO assignment_students (assignment_id, student_id, class_id, place) VALUES (?, ?, NULL, ?)', studentIds(students).map((id, n) => [assignment, id, 1_000 + n])); // prettier-ignore
await pool.batch(
  'INSERT INTO attempts (id, assignment_id, student_id, number, seed, began_at, deadline_at) VALUES (?, ?, ?, 1, ?, ?, ?)',
  studentIds(students).map((id) => [id, assignment, id, 'seed', now, new Date(now.getTime() + 3_600_000)]),
);
const entries = await entriesOf(assignment);
const startServer = () => start('server/dist/main.mjs', [], { OAKEN_DATABASE: name, OAKEN_PORT: String(port) });
let server: ChildProcess = await startServer();

const agent = new Agent({ keepAlive: true, maxSockets: students });
const ask = (method: string, path: string, n: number, body: string) =>
  new Promise<number>((done) => {
    const headers = { ...headersOf(n), 'content-length': Buffer.byteLength(body) };
    const sent = request({ host: '127.0.0.1', port, agent, method, path, headers, timeout: 15_000 }, (response) => {
      response.resume();
      response.on('end', () => done(response.statusCode ?? 0));
      response.on('error', () => done(0));
    });
    sent.on('timeout', () => sent.destroy());
    sent.on('error', () => done(0));
    sent.end(body);
  });

/** The highest number that was acknowledged, by attempt and entry. */
const acknowledged = new Map<string, number>();
let saves = 0;
let working = true;
async function work(n: number): Promise<void> {
  await wait((saveEvery * n) / students);
  for (let number = 1; working; number++) {
    const next = performance.now() + saveEvery;
    const entry = entries[number % entries.length]!;
    // Said again until it is heard, as the page does.
    while (
      working &&
      (await ask('PUT', `/api/seat/attempts/${firstStudent + n}/answers`, n, bodyOf(entry, number))) !== 200
    )
      await wait(500 + 500 * random.next());
    if (!working) break;
    acknowledged.set(`${firstStudent + n} ${entry}`, number);
    saves++;
    await wait(Math.max(0, next - performance.now()));
  }
}
const all = Promise.all(Array.from({ length: students }, (_, n) => work(n)));

const kills = random.shuffle([...Array<'server' | 'database'>(killsEach).fill('server'), ...Array<'server' | 'database'>(killsEach).fill('database')]); // prettier-ignore
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
await wait(5_000);
working = false;
await all;

const handedIn = await Promise.all(
  Array.from({ length: students }, async (_, n) => {
    for (let tries = 0; tries < 20; tries++) {
      const status = await ask('POST', `/api/seat/attempts/${firstStudent + n}/hand-in`, n, '{"answers":[]}');
      if (status === 200) return true;
      await wait(1_000);
    }
    return false;
  }),
);
const stored = new Map<string, number>();
for (const { id, entry, number } of await pool.query(
  'SELECT attempt_id AS id, entry_id AS entry, number FROM answers WHERE attempt_id >= ?',
  [firstStudent],
))
  // prettier-ignore
  stored.set(`${id} ${entry}`, Number(number));
const lost = [...acknowledged].filter(([key, number]) => (stored.get(key) ?? 0) < number).length;
const [{ wrong }] = await pool.query(
  `SELECT COUNT(*) AS wrong FROM attempts t WHERE t.id >= ? AND (t.handed_in_at IS NULL OR t.points IS NULL OR NOT t.counts
      OR (SELECT COUNT(*) FROM scores s WHERE s.attempt_id = t.id) <> ?)`,
  [firstStudent, entries.length],
);
report({ name: `killing: ${kills.length} kills, acknowledged saves lost of ${saves}`, value: lost, unit: 'saves', holds: lost === 0 && saves > students }); // prettier-ignore
report({ name: 'killing: attempts that did not end in a right state', value: Number(wrong) + handedIn.filter((own) => !own).length, unit: 'attempts', holds: Number(wrong) === 0 && handedIn.every(Boolean) }); // prettier-ignore
agent.destroy();
server.kill('SIGTERM');
await pool.end();
process.kill(database.pid, 'SIGTERM');
await wait(3_000);
rmSync(folder, { recursive: true, force: true });
