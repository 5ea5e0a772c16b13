/**
 * Saves beside other work: eight uploads of 40 MB at once, and hand-ins with a long history of the
 * same items, whose figures are renewed meanwhile. The floor is the same saving while nothing else
 * happens.
 */
import { randomBytes } from 'node:crypto';
import { Agent, request } from 'node:http';
import { setTimeout as wait } from 'node:timers/promises';
import { randomFrom } from '@oaken/core/random';
import { percentile, report } from './figure';
import { largeTest } from './large-test';
import {
  bodyOf,
  firstStudent,
  headersOf,
  name,
  pool,
  prepareSchool,
  signInStaff,
  staffHeaders,
  start,
} from './load';

const port = 4699;
const savers = 100;
const history = 2_000;
const items = 40;
/** A save that waits longer than this behind something else is noticed. */
const added = 50;

await prepareSchool(savers + history);
const { token, id: teacher } = await signInStaff('holloway');
const { entries, handedIn } = await largeTest(teacher, items, randomFrom('beside'));
const students = (from: number, n: number) =>
  Array.from({ length: n }, (_, index) => firstStudent + from + index);

/**
 * An assignment of the same items with so many sittings behind it, on which the savers sit now.
 * @returns their attempts
 */
async function open(sittings: number): Promise<{ assignment: number; attempts: number[] }> {
  const assignment = await handedIn(students(savers, sittings));
  await pool.query('UPDATE assignments SET closes_at = ? WHERE id = ?', [
    new Date(Date.now() + 3_600_000),
    assignment,
  ]);
  const later = new Date(Date.now() + 3_600_000);
  await pool.batch(
    'INSERT INTO assignment_students (assignment_id, student_id, class_id, seat) VALUES (?, ?, NULL, ?)',
    students(0, savers).map((id, index) => [assignment, id, 5_000 + index]),
  );
  await pool.batch(
    "INSERT INTO attempts (assignment_id, student_id, number, seed, seat, began_at, deadline_at, counts) VALUES (?, ?, 1, 'seedseedseedseedseed00', ?, ?, ?, TRUE)",
    students(0, savers).map((id, index) => [assignment, id, index, new Date(), later]),
  );
  const rows = await pool.query(
    'SELECT id FROM attempts WHERE assignment_id = ? AND handed_in_at IS NULL ORDER BY student_id',
    [assignment],
  );
  return { assignment, attempts: rows.map(({ id }: { id: number }) => id) };
}

const few = await open(100);
const many = await open(history - 100);
const server = await start('server/dist/main.mjs', [], {
  OAKEN_DATABASE: name,
  OAKEN_PORT: String(port),
});
const agent = new Agent({ keepAlive: true, maxSockets: savers });

function ask(
  method: string,
  path: string,
  headers: Record<string, string>,
  body: string | Buffer,
): Promise<number> {
  return new Promise((done, fail) => {
    const sent = request(
      {
        port,
        agent,
        method,
        path,
        headers: { ...headers, 'content-length': Buffer.byteLength(body) },
      },
      (response) => {
        response.resume();
        response.on('end', () => done(response.statusCode!));
      },
    );
    sent.on('error', fail);
    sent.end(body);
  });
}

let number = 0;
/** The savers each save every second for so long. @returns the milliseconds of each save */
async function saving(attempts: number[], seconds: number): Promise<number[]> {
  const times: number[] = [];
  await Promise.all(
    attempts.map(async (attempt, n) => {
      await wait((1_000 * n) / attempts.length);
      for (let turn = 0; turn < seconds; turn++) {
        const from = performance.now();
        const entry = entries[turn % entries.length]!.id;
        const status = await ask(
          'PUT',
          `/api/seat/attempts/${attempt}/answers`,
          headersOf(n),
          bodyOf(entry, ++number),
        );
        if (status !== 200) throw new Error(`A save was answered ${status}.`);
        times.push(performance.now() - from);
        await wait(Math.max(0, 1_000 - (performance.now() - from)));
      }
    }),
  );
  return times;
}

await wait(20_000);
await saving(few.attempts, 3);
const alone = await saving(few.attempts, 10);
const floor = percentile(alone, 0.99);
report({ name: 'saves alone: p99', value: floor, unit: 'ms' });

const films = Array.from({ length: 8 }, () =>
  Buffer.concat([
    Buffer.from('0000001866747970', 'hex'),
    Buffer.from('mp42'),
    randomBytes(41_900_000),
  ]),
);
const upload = (film: Buffer, n: number) =>
  ask(
    'POST',
    `/api/files?name=film${n}.mp4&type=video/mp4&as=film`,
    { ...staffHeaders(token), 'content-type': 'application/octet-stream' },
    film,
  );
let uploading = true;
const uploads = Promise.all(films.map(upload)).then((statuses) => {
  uploading = false;
  if (statuses.some((status) => status !== 200))
    throw new Error(`Uploads were answered ${statuses.join()}.`);
});
const beside: number[] = [];
const from = performance.now();
while (uploading) beside.push(...(await saving(few.attempts, 2)));
await uploads;
report({
  name: 'eight uploads of 40 MB at once, until all are kept',
  value: (performance.now() - from) / 1000,
  unit: 's',
});
const p99 = percentile(beside, 0.99);
report({
  name: 'saves beside eight uploads of 40 MB: p99',
  value: p99,
  unit: 'ms',
  floor,
  holds: p99 < 100,
});

for (const [sittings, { assignment, attempts }] of [
  [100, few],
  [history - 100, many],
] as const) {
  const before = await saving(attempts, 10);
  // One hands in, and the figures of all its items are renewed within 15 seconds, while the others save.
  const handIn = await ask(
    'POST',
    `/api/seat/attempts/${attempts.at(-1)!}/hand-in`,
    headersOf(attempts.length - 1),
    '{"answers":[]}',
  );
  if (handIn !== 200) throw new Error(`The hand-in was answered ${handIn}.`);
  const after = await saving(attempts.slice(0, -1), 20);
  const [{ renewed }] = await pool.query(
    'SELECT figures_at IS NOT NULL AS renewed FROM assignments WHERE id = ?',
    [assignment],
  );
  if (!renewed) throw new Error('The figures were not renewed.');
  const longest = Math.max(...after);
  const usual = Math.max(...before);
  report({
    name: `longest save after a hand-in with ${sittings} earlier sittings`,
    value: longest,
    unit: 'ms',
    floor: usual,
    holds: longest < usual + added,
  });
  report({
    name: `the same: p99`,
    value: percentile(after, 0.99),
    unit: 'ms',
    floor: percentile(before, 0.99),
  });
}
server.kill('SIGTERM');
process.exit();
