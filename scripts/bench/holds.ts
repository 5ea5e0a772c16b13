/**
 * How long the event loop of the server is held at most, by each heavy act on a grade of 600 and by
 * files that are made to hurt; measured in the server with perf_hooks. The floor is the longest
 * hold while nothing is asked of it.
 */
import { randomBytes } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import { zipSync } from 'fflate';
import { kindOf } from '@oaken/core/items';
import { randomFrom } from '@oaken/core/random';
import { report } from './figure';
import { largeTest } from './large-test';
import { pool, prepareSchool, signInStaff, staffHeaders, startProbed, studentIds } from './load';

const port = 4698;
const address = `http://127.0.0.1:${port}`;
const grade = 600;
const items = 40;
const limit = 50;
const tries = 3;

await prepareSchool(grade);
const { token, id: teacher } = await signInStaff('holloway');
const { entries, handedIn } = await largeTest(teacher, items, randomFrom('holds'));
const ids = studentIds(grade);
const assignment = await handedIn(ids);
for (let n = 0; n < 9; n++) await handedIn(ids);
const [{ id: bank }] = await pool.query('SELECT id FROM banks WHERE owner_id = ? LIMIT 1', [
  teacher,
]);
const { server, longestHold } = await startProbed(port);
const headers = staffHeaders(token);
async function get(path: string): Promise<void> {
  const response = await fetch(address + path, { headers });
  await response.arrayBuffer();
  if (response.status !== 200) throw new Error(`${path}: ${response.status}`);
}
async function post(path: string, body: unknown): Promise<Record<string, unknown>> {
  const response = await fetch(address + path, {
    method: 'POST',
    headers,
    body: JSON.stringify(body),
  });
  return (await response.json()) as Record<string, unknown>;
}
const send = (path: string, bytes: Uint8Array) =>
  fetch(address + path, {
    method: 'POST',
    headers: { ...headers, 'content-type': 'application/octet-stream' },
    body: bytes as never,
  }).then((response) => response.json() as Promise<Record<string, unknown>>);

/** An import, until it has been read. */
async function imported(bytes: Uint8Array): Promise<void> {
  const { id } = await send(`/api/imports?name=a.csv&bank=${bank}`, bytes);
  for (;;) {
    const response = await fetch(`${address}/api/imports/${String(id)}`, { headers });
    const { state } = (await response.json()) as { state: string };
    if (state !== 'reading') return;
    await wait(100);
  }
}

const path = `/api/assignments/${assignment}`;
const choice = entries.find(({ content }) => content.parts[0]!.kind === 'single-choice')!;
const [part] = choice.content.parts;
const [, second] = kindOf(part!).options!(part!);
const rekeyed = { ...choice.content, parts: [{ ...part!, key: [second!.id] }] };
const words = 'oak and ink '.repeat(4_000);
const film = Buffer.concat([
  Buffer.from('0000001866747970', 'hex'),
  Buffer.from('mp42'),
  randomBytes(39_000_000),
]);
const rosters = Array.from({ length: 60 }, (_, roster) => ({
  classId: null,
  whole: true,
  subject: 'Mathematics',
  listed: Array.from({ length: 60 }, (_unused, n) => ({
    line: n + 1,
    givenName: `Ana${n}`,
    familyName: `Lee${roster}`,
    studentNumber: '',
    email: '',
    grade: 6,
    sourcedId: null,
    rosterNumber: null,
  })),
}));

const acts: [string, () => Promise<unknown>][] = [
  ['results of 600 x 40', () => get(`${path}/results`)],
  ['standards of 600 x 40', () => get(`${path}/results/standards?over=this`)],
  ['standards over ten such assignments', () => get(`${path}/results/standards?over=all`)],
  ['students as CSV', () => get(`${path}/results.csv?by=students`)],
  ['gradebook zip', () => get(`${path}/oneroster.zip`)],
  [
    'thirty reports as PDF at once',
    () => Promise.all(ids.slice(0, 30).map((id) => get(`${path}/students/${id}/report.pdf`))),
  ],
  [
    'rescoring 600 attempts, looked ahead',
    () => post(`${path}/rescores/preview`, { entry: choice.id, content: rekeyed }),
  ],
  ['watching 600 students', () => get(`${path}/watch`)],
  ['lists of 3,600 students', () => post('/api/rosters/plan', { rosters })],
  [
    'near copies of a long item',
    () =>
      post('/api/items/near', {
        content: { stem: words, parts: [{ id: 'a', kind: 'information' }] },
        but: null,
      }),
  ],
  [
    'an item of markup that is made to hurt',
    () =>
      post('/api/items', {
        clientKey: '00000000-0000-4000-9000-0000000000aa',
        bank,
        folder: null,
        content: {
          stem: `<p>${'<a '.repeat(19_000)}</p>`,
          parts: [{ id: 'a', kind: 'information' }],
        },
        facts: {},
      }),
  ],
  ['a film of 39 MB', () => send('/api/files?name=film.mp4&type=video/mp4&as=film', film)],
  [
    '10,000 rows imported, checked',
    () =>
      imported(
        Buffer.from(
          `kind,question,right,standards,grades\n${'true-false,Ice floats.,true,ES.5.ROC.1,5\n'.repeat(9_999)}`,
        ),
      ),
  ],
  [
    '40 million rows in a zip of 80 kB',
    () => imported(zipSync({ 'a.csv': Buffer.from(`question\n${'x\n'.repeat(39_000_000)}`) })),
  ],
];

await wait(2_000);
await longestHold();
await wait(2_000);
const floor = await longestHold();
for (const [what, act] of acts) {
  let hold = Infinity;
  // A disturbance by the machine is not there the next time; what the act costs is.
  for (let n = 0; n < tries && hold > limit / 2; n++) {
    await longestHold();
    await act();
    hold = Math.min(hold, await longestHold());
  }
  report({
    name: `event loop held at most: ${what}`,
    value: hold,
    unit: 'ms',
    floor,
    ratio: hold / limit,
    holds: hold <= limit,
  });
}
server.kill('SIGTERM');
process.exit();
