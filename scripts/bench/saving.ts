/** The saving path under a school's load and at full speed, beside a bare Express route with one durable upsert each. */
import autocannon from 'autocannon';
import { createPool } from 'mariadb';
import { fork, type ChildProcess } from 'node:child_process';
import { createHash } from 'node:crypto';
import { Agent, request } from 'node:http';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { fill } from '../../demo/src/write';
import { percentile, report } from './figure';

const socketPath = process.env.OAKEN_SOCKET!;
const students = 600;
const entriesEach = 12;
const name = 'bench';
const port = 4693;
const floorPort = 4694;
const firstStudent = 10_000;
const assignment = 1;

const pool = createPool({ socketPath, user: 'root', database: name, connectionLimit: 12, timezone: 'Z' });
const token = (n: number) => `bench-token-${n}`;
const csrf = 'c'.repeat(32);

function start(file: string, args: string[], env: Record<string, string>): Promise<ChildProcess> {
  const child = fork(join(process.cwd(), file), args, {
    env: { ...process.env, ...env },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  return new Promise((ready, fail) => {
    child.once('message', () => ready(child));
    child.once('exit', (code) => (code === 0 ? ready(child) : fail(new Error(`${file} ended with ${code}.`))));
  });
}

async function prepare(): Promise<string[]> {
  await start('server/dist/main.mjs', ['prepare'], { OAKEN_DATABASE: name });
  await fill(socketPath, name, Date.now());
  const now = new Date();
  const later = new Date(now.getTime() + 3_600_000);
  const ids = Array.from({ length: students }, (_, n) => firstStudent + n);
  await pool.batch(
    "INSERT INTO accounts (id, school_id, role, given_name, family_name, secret_hash, created_at) VALUES (?, 1, 'student', 'Load', ?, '', ?)",
    ids.map((id) => [id, String(id), now]),
  );
  await pool.batch('INSERT INTO sessions (token_hash, account_id, csrf, created_at, expires_at) VALUES (?, ?, ?, ?, ?)', ids.map((id, n) => [createHash('sha256').update(token(n)).digest(), id, csrf, now, later])); // prettier-ignore
  await pool.batch('INSERT INTO attempts (id, assignment_id, student_id, number, seed, began_at, deadline_at) VALUES (?, ?, ?, 1, ?, ?, ?)', ids.map((id) => [id, assignment, id, 'seed', now, later])); // prettier-ignore
  const entries = await pool.query(
    'SELECT entry_id AS entry FROM edition_revisions WHERE edition_id = (SELECT edition_id FROM assignments WHERE id = ?)',
    [assignment],
  );
  return entries.map((row: { entry: string }) => row.entry).slice(0, entriesEach);
}

const bodyOf = (entry: string, number: number) =>
  JSON.stringify({
    answers: [{ entry, number, device: 'benchdevice0', responses: { a: String(number) }, flagged: false }],
  });
const headersOf = (n: number) => ({
  'content-type': 'application/json',
  cookie: `oaken=${token(n)}`,
  'x-csrf-token': csrf,
});

/** Every save is a new one: a number that stands already would be no work. */
let number = 0;

/** 600 students, each saving every 3 s at a moment of its own; every save is timed. */
async function schoolLoad(entries: string[], seconds: number, to: { port: number; path(n: number): string }) {
  const agent = new Agent({ keepAlive: true, maxSockets: 600 });
  const times: number[] = [];
  let refused = 0;
  const last = new Map<string, number>();
  const save = (n: number, own: number) =>
    new Promise<void>((done) => {
      const entry = entries[own % entries.length]!;
      const body = bodyOf(entry, own);
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
            if (response.statusCode === 200) last.set(`${firstStudent + n} ${entry}`, own);
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
  const stored = await pool.query('SELECT attempt_id, entry_id, number FROM answers WHERE attempt_id >= ?', [
    firstStudent,
  ]);
  const found = new Map(
    stored.map((row: { attempt_id: number; entry_id: string; number: bigint }) => [
      `${row.attempt_id} ${row.entry_id}`,
      Number(row.number),
    ]),
  );
  return [...last].filter(([key, own]) => found.get(key) !== own).length;
}

async function fullSpeed(
  to: { port: number; path(n: number): string },
  entries: string[],
  seconds: number,
): Promise<number> {
  let at = 0;
  const result = await autocannon({
    url: `http://127.0.0.1:${to.port}`,
    connections: 100,
    duration: seconds,
    requests: [
      {
        setupRequest: (own) => {
          const n = at++ % students;
          const body = bodyOf(entries[n % entries.length]!, ++number);
          return Object.assign(own, { method: 'PUT', path: to.path(n), headers: headersOf(n), body });
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
  const server = await start('server/dist/main.mjs', [], { OAKEN_DATABASE: name, OAKEN_PORT: String(port) });
  const floorServer = await start('scripts/dist/floor.mjs', [], {
    OAKEN_DATABASE: name,
    OAKEN_PORT: String(floorPort),
  });
  const ours = { port, path: (n: number) => `/api/seat/attempts/${firstStudent + n}/answers` };
  const bareRoute = { port: floorPort, path: (n: number) => `/save/${firstStudent + n}` };
  // A first round warms both up; a school's server has run for more than a second.
  for (const to of [ours, bareRoute]) await schoolLoad(entries, 3, to);
  // Turn and turn about, and the middle window of each counts: a burst of foreign load hits one of them, not the figure.
  const windows = { mine: [] as number[][], bare: [] as number[][] };
  let lost = 0;
  for (let window = 0; window < 5; window++) {
    const load = await schoolLoad(entries, 6, ours);
    lost += load.refused + (await countLost(load.last));
    windows.mine.push(load.times);
    windows.bare.push((await schoolLoad(entries, 6, bareRoute)).times);
  }
  const middle = (of: number[][], share: number) => percentile(of.map((times) => percentile(times, share)), 0.5); // prettier-ignore
  const label = '600 students saving every 3 s';
  report({ name: `${label}: saves`, value: windows.mine.flat().length, unit: 'saves' });
  report({ name: `${label}: lost or refused`, value: lost, unit: 'saves', holds: lost === 0 });
  report({ name: `${label}: median`, value: middle(windows.mine, 0.5), unit: 'ms', floor: middle(windows.bare, 0.5) });
  const p99 = middle(windows.mine, 0.99);
  report({ name: `${label}: p99`, value: p99, unit: 'ms', floor: middle(windows.bare, 0.99), holds: p99 < 100 });

  // Side by side in short rounds: what disturbs the machine disturbs both of a pair, and the middle pair counts.
  const pairs: { mine: number; bare: number }[] = [];
  for (let round = 0; round < 7; round++) {
    const mine = await fullSpeed(ours, entries, 3);
    pairs.push({ mine, bare: await fullSpeed(bareRoute, entries, 3) });
  }
  pairs.sort((a, b) => a.mine / a.bare - b.mine / b.bare);
  const { mine, bare } = pairs[3]!;
  report({ name: 'saves a second at 100 connections', value: mine, unit: 'saves/s', floor: bare, holds: mine >= bare });
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
