/**
 * What each act costs: processor time of the server and of the database, commits, bytes that the
 * database writes to its log, and bytes of the answer. From these, how large a school one machine
 * carries (docs/scaling.md).
 */
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { elementAt } from '@oaken/core/certain';
import { randomFrom } from '@oaken/core/random';
import { askerAt, type Reply } from './asking';
import { report } from './figure';
import { largeTest } from './large-test';
import {
  bodyOf,
  entriesOf,
  headersOf,
  name,
  pool,
  prepareSchool,
  signInStaff,
  staffHeaders,
  start,
  studentIds,
} from './load';

const port = 4703;
const students = 400;
/** Requests that are under way at once. */
const atOnce = 40;
const assignment = 7;
/** Of /proc, on Linux. */
const ticksInSecond = 100;

await prepareSchool(students);
await pool.batch(
  'INSERT INTO assignment_students (assignment_id, student_id, class_id, seat) VALUES (?, ?, NULL, ?)',
  studentIds(students).map((id, n) => [assignment, id, 1_000 + n]),
);
const { token, id: teacher } = await signInStaff('holloway');
const small = await largeTest(teacher, 20, randomFrom('costs'));
const sat = await small.handedIn(studentIds(25));
const server = await start('server/dist/main.mjs', [], {
  OAKEN_DATABASE: name,
  OAKEN_PORT: String(port),
});
const databasePid = Number(
  readFileSync(join(dirname(process.env.OAKEN_SOCKET!), 'db.pid'), 'utf8'),
);
const { ask, close } = askerAt(port, atOnce);

/** Processor time of a process so far, in ms. */
function processorOf(pid: number): number {
  const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
  const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
  return ((Number(fields[11]) + Number(fields[12])) * 1000) / ticksInSecond;
}

async function databaseCounts(): Promise<{ commits: number; logged: number }> {
  const lines: { Variable_name: string; Value: string }[] = await pool.query(
    "SHOW GLOBAL STATUS WHERE Variable_name IN ('Com_commit', 'Innodb_os_log_written')",
  );
  const valueOf = (wanted: string) =>
    Number(lines.find((line) => line.Variable_name === wanted)?.Value ?? 0);
  return { commits: valueOf('Com_commit'), logged: valueOf('Innodb_os_log_written') };
}

async function look() {
  return {
    ...(await databaseCounts()),
    server: processorOf(server.pid ?? 0),
    database: processorOf(databasePid),
  };
}

/** What the server and the database do while nobody asks, in the same time. */
async function idleFor(ms: number) {
  const before = await look();
  await wait(ms);
  const after = await look();
  return {
    server: (after.server - before.server) / ms,
    database: (after.database - before.database) / ms,
  };
}

/** Does an act so often, so many at once. @param act gives the answer to its n-th turn */
async function cost(
  what: string,
  times: number,
  act: (n: number) => Promise<Reply>,
): Promise<Reply[]> {
  const idle = await idleFor(2_000);
  const before = await look();
  const began = performance.now();
  const replies: Reply[] = [];
  let next = 0;
  await Promise.all(
    Array.from({ length: Math.min(atOnce, times) }, async () => {
      while (next < times) {
        const n = next++;
        replies[n] = await act(n);
      }
    }),
  );
  const took = performance.now() - began;
  const after = await look();
  const refused = replies.filter(({ status }) => status !== 200).length;
  if (refused > 0) throw new Error(`${what}: ${refused} of ${times} were not answered.`);
  const each = (value: number) => value / times;
  const figures = [
    ['processor of the server', each(after.server - before.server - idle.server * took), 'ms'],
    [
      'processor of the database',
      each(after.database - before.database - idle.database * took),
      'ms',
    ],
    ['commits', each(after.commits - before.commits), 'commits'],
    ['written to the log', each(after.logged - before.logged), 'bytes'],
    ['answer', each(replies.reduce((sum, { body }) => sum + Buffer.byteLength(body), 0)), 'bytes'],
  ] as const;
  for (const [figure, value, unit] of figures)
    report({ name: `cost of ${what}: ${figure}`, value: Math.max(0, value), unit });
  return replies;
}

const mine = staffHeaders(token);
const get = (path: string) => () => ask('GET', path, mine);
// Once before, so that what is compiled and remembered is there.
const warm = ['/api/today', '/api/results', '/api/assignments', `/api/assignments/${sat}/results`];
for (const path of [...warm, ...warm]) await ask('GET', path, mine);

const begun = await cost('beginning', students, (n) =>
  ask('POST', `/api/seat/assignments/${assignment}/attempt`, headersOf(n), '{}'),
);
const attempts = begun.map(({ body }) => (JSON.parse(body) as { id: number }).id);
const entries = await entriesOf(assignment);
const attemptOf = (n: number) => elementAt(attempts, n % students);
await cost('a save', 8_000, (n) =>
  ask(
    'PUT',
    `/api/seat/attempts/${attemptOf(n)}/answers`,
    headersOf(n % students),
    bodyOf(elementAt(entries, Math.floor(n / students) % entries.length), n + 1),
  ),
);
await cost('a sign of life', 8_000, (n) =>
  ask(
    'POST',
    `/api/seat/attempts/${attemptOf(n)}/heartbeat`,
    headersOf(n % students),
    JSON.stringify({
      ...{ entry: entries[0], hidden: false, left: 0, heard: 0, page: 'benchpage0' },
      spent: [{ entry: entries[0], ms: n }],
    }),
  ),
);
await cost('the student’s list', students, (n) => ask('GET', '/api/seat', headersOf(n)));
await cost('handing in', students, (n) =>
  ask('POST', `/api/seat/attempts/${attemptOf(n)}/hand-in`, headersOf(n), '{"answers":[]}'),
);
await cost('Today', 100, get('/api/today'));
await cost('the list of results', 100, get('/api/results'));
await cost('results of a class', 100, get(`/api/assignments/${sat}/results`));
await cost('standards of a class', 100, get(`/api/assignments/${sat}/results/standards`));
await cost('a search of items', 200, get('/api/items?words=river'));
await cost(
  'a report as PDF',
  50,
  get(`/api/assignments/${sat}/students/${studentIds(1)[0]!}/report.pdf`),
);
close();
server.kill('SIGTERM');
await pool.end();
process.exit();
