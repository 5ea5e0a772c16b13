/**
 * The saving path under a school's load and at full speed, beside a bare Express route with one
 * durable upsert each.
 */
import autocannon from 'autocannon';
import { Agent, request } from 'node:http';
import { setTimeout as wait } from 'node:timers/promises';
import { percentile, report } from './figure';
import {
  bodyOf,
  entriesOf,
  firstStudent,
  headersOf,
  name,
  pool,
  prepareSchool,
  start,
  studentIds,
} from './load';

const students = 600;
const entriesEach = 12;
const port = 4693;
const floorPort = 4694;
const assignment = 1;

async function prepare(): Promise<string[]> {
  await prepareSchool(students);
  const now = new Date();
  const later = new Date(now.getTime() + 3_600_000);
  await pool.batch(
    'INSERT INTO attempts (id, assignment_id, student_id, number, seed, began_at, deadline_at) VALUES (?, ?, ?, 1, ?, ?, ?)',
    studentIds(students).map((id) => [id, assignment, id, 'seed', now, later]),
  );
  return (await entriesOf(assignment)).slice(0, entriesEach);
}

/** Every save is a new one: a number that stands already would be no work. */
let number = 0;

/** 600 students, each saving every 3 s at a moment of its own; every save is timed. */
async function schoolLoad(
  entries: string[],
  seconds: number,
  to: { port: number; path(n: number): string },
) {
  const agent = new Agent({ keepAlive: true, maxSockets: 600 });
  const times: number[] = [];
  let refused = 0;
  const last = new Map<string, number>();
  const save = (n: number, value: number) =>
    new Promise<void>((done) => {
      const entry = entries[value % entries.length]!;
      const body = bodyOf(entry, value);
      const from = performance.now();
      const sent = request(
        {
          host: '127.0.0.1',
          port: to.port,
          agent,
          method: 'PUT',
          path: to.path(n),
          headers: { ...headersOf(n), 'content-length': Buffer.byteLength(body) },
        },
        (response) => {
          response.resume();
          response.on('end', () => {
            times.push(performance.now() - from);
            if (response.statusCode === 200) last.set(`${firstStudent + n} ${entry}`, value);
            else refused++;
            done();
          });
        },
      );
      sent.on('error', () => {
        refused++;
        done();
      });
      sent.end(body);
    });
  await Promise.all(
    Array.from({ length: students }, async (_, n) => {
      await wait((3_000 * n) / students);
      for (let turn = 0; turn < seconds / 3; turn++) {
        const next = performance.now() + 3_000;
        await save(n, ++number);
        await wait(Math.max(0, next - performance.now()));
      }
    }),
  );
  agent.destroy();
  return { times, refused, last };
}

/** How many acknowledged saves are not what stands in the database. */
async function countLost(last: Map<string, number>): Promise<number> {
  const stored = await pool.query(
    'SELECT attempt_id, entry_id, number FROM answers WHERE attempt_id >= ?',
    [firstStudent],
  );
  const savedNumbers = new Map(
    stored.map((row: { attempt_id: number; entry_id: string; number: bigint }) => [
      `${row.attempt_id} ${row.entry_id}`,
      Number(row.number),
    ]),
  );
  return [...last].filter(([key, value]) => savedNumbers.get(key) !== value).length;
}

async function fullSpeed(
  to: { port: number; path(n: number): string },
  entries: string[],
  seconds: number,
): Promise<number> {
  let turn = 0;
  const result = await autocannon({
    url: `http://127.0.0.1:${to.port}`,
    connections: 100,
    duration: seconds,
    requests: [
      {
        setupRequest: (client) => {
          const n = turn++ % students;
          const body = bodyOf(entries[n % entries.length]!, ++number);
          return Object.assign(client, {
            method: 'PUT',
            path: to.path(n),
            headers: headersOf(n),
            body,
          });
        },
      },
    ],
  });
  if (result.non2xx + result.errors > 0)
    throw new Error(`${result.non2xx} refused, ${result.errors} failed at full speed.`);
  return result.requests.average;
}

async function main(): Promise<void> {
  const entries = await prepare();
  const server = await start('server/dist/main.mjs', [], {
    OAKEN_DATABASE: name,
    OAKEN_PORT: String(port),
  });
  const floorServer = await start('scripts/dist/floor.mjs', [], {
    OAKEN_DATABASE: name,
    OAKEN_PORT: String(floorPort),
  });
  const ours = { port, path: (n: number) => `/api/seat/attempts/${firstStudent + n}/answers` };
  const bareRoute = { port: floorPort, path: (n: number) => `/save/${firstStudent + n}` };
  // A first round warms both up; a school's server has run for more than a second.
  for (const to of [ours, bareRoute]) await schoolLoad(entries, 3, to);
  // Turn and turn about, and the middle window of each counts: a burst of foreign load hits one of
  // them, not the figure.
  const windows = { mine: [] as number[][], bare: [] as number[][] };
  let lost = 0;
  for (let window = 0; window < 5; window++) {
    const load = await schoolLoad(entries, 6, ours);
    lost += load.refused + (await countLost(load.last));
    windows.mine.push(load.times);
    windows.bare.push((await schoolLoad(entries, 6, bareRoute)).times);
  }
  const middle = (of: number[][], share: number) =>
    percentile(
      of.map((times) => percentile(times, share)),
      0.5,
    );
  const label = '600 students saving every 3 s';
  report({ name: `${label}: saves`, value: windows.mine.flat().length, unit: 'saves' });
  report({ name: `${label}: lost or refused`, value: lost, unit: 'saves', holds: lost === 0 });
  report({
    name: `${label}: median`,
    value: middle(windows.mine, 0.5),
    unit: 'ms',
    floor: middle(windows.bare, 0.5),
  });
  const p99 = middle(windows.mine, 0.99);
  report({
    name: `${label}: p99`,
    value: p99,
    unit: 'ms',
    floor: middle(windows.bare, 0.99),
    holds: p99 < 100,
  });

  // Side by side in short rounds: what disturbs the machine disturbs both of a pair, and the middle pair counts.
  const pairs: { mine: number; bare: number }[] = [];
  for (let round = 0; round < 7; round++) {
    const mine = await fullSpeed(ours, entries, 3);
    pairs.push({ mine, bare: await fullSpeed(bareRoute, entries, 3) });
  }
  pairs.sort((a, b) => a.mine / a.bare - b.mine / b.bare);
  const { mine, bare } = pairs[3]!;
  report({
    name: 'saves a second at 100 connections',
    value: mine,
    unit: 'saves/s',
    floor: bare,
    holds: mine >= bare,
  });
  floorServer.kill('SIGTERM');
  server.kill('SIGTERM');
}

main().then(
  () => process.exit(),
  (error: Error) => {
    process.stderr.write(`${error.stack}\n`);
    process.exit(1);
  },
);
