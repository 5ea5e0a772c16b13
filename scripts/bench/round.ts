/**
 * Classes that are asked at once: one of 300 students, then ten of 30. From the teacher's step to
 * the last student's page, an answer acknowledged, and counted on the projector; beside it what the
 * same machine needs for an empty answer.
 */
import { request, Agent, type ClientRequest } from 'node:http';
import { setTimeout as wait } from 'node:timers/promises';
import { percentile, report } from './figure';
import {
  headersOf,
  name,
  pool,
  prepareSchool,
  signInStaff,
  staffHeaders,
  start,
  studentIds,
} from './load';

const students = 300;
const port = 4697;
const questions = 6;
/** Answers of a class come within so long after it was opened. */
const answerWithin = 4_000;

const agent = new Agent({ keepAlive: true, maxSockets: 400 });
interface Reply {
  status: number;
  milliseconds: number;
  body: string;
}
const ask = (method: string, path: string, headers: Record<string, string>, body = '') =>
  new Promise<Reply>((done) => {
    const from = performance.now();
    const ended = (status: number, text: string) =>
      done({ status, milliseconds: performance.now() - from, body: text });
    const sent = request(
      {
        ...{ host: '127.0.0.1', port, agent, method, path },
        headers: { ...headers, 'content-length': Buffer.byteLength(body) },
      },
      (response) => {
        let text = '';
        response.setEncoding('utf8').on('data', (piece: string) => (text += piece));
        response.on('end', () => ended(response.statusCode ?? 0, text));
        response.on('error', () => ended(0, ''));
      },
    );
    sent.on('error', () => ended(0, ''));
    sent.end(body);
  });

/** Listens to a stream of events. @returns what ends it */
function listen(
  path: string,
  headers: Record<string, string>,
  heard: (data: Record<string, unknown>) => void,
): ClientRequest {
  const sent = request({ host: '127.0.0.1', port, path, headers }, (response) => {
    let text = '';
    response.setEncoding('utf8').on('data', (piece: string) => {
      text += piece;
      for (let end = text.indexOf('\n\n'); end >= 0; end = text.indexOf('\n\n')) {
        const data = /^data: (.*)$/m.exec(text.slice(0, end))?.[1];
        text = text.slice(end + 2);
        if (data) heard(JSON.parse(data) as Record<string, unknown>);
      }
    });
  });
  sent.on('error', () => undefined);
  sent.end();
  return sent;
}

interface Shown {
  shown: { asking: { id: string; step: string; item: { parts: Part[] } } | null };
}
interface Part {
  id: string;
  choices: { id: string }[];
}

const lags = { step: [] as number[], answer: [] as number[], counted: [] as number[] };
let failures = 0;

/** One class in a round: its teacher leads it through all questions, its students answer each. */
async function lead(
  teacher: Record<string, string>,
  classId: number,
  members: number[],
): Promise<void> {
  const from = { what: 'items', title: 'Bench', itemIds };
  const wanted = { clientKey: crypto.randomUUID(), classId, from };
  const begun = await ask('POST', '/api/rounds', teacher, JSON.stringify(wanted));
  if (begun.status !== 200) throw new Error(begun.body);
  const { id } = JSON.parse(begun.body) as { id: number };

  let latest: Shown['shown']['asking'] = null;
  let stepAt = 0;
  const waiting = new Map<number, (at: number) => void>();
  const streams = members.map((n) =>
    listen(`/api/seat/rounds/${id}/events`, headersOf(n), (told) => {
      const { shown } = told as unknown as Partial<Shown>;
      if (!shown) return;
      latest = shown.asking;
      if (latest?.step === 'open') waiting.get(n)?.(performance.now());
    }),
  );
  const countedAt = new Map<number, number>();
  streams.push(
    listen(`/api/rounds/${id}/screen/events`, teacher, ({ answered }) => {
      for (let n = Number(answered ?? 0); n > 0 && !countedAt.has(n); n--)
        countedAt.set(n, performance.now());
    }),
  );
  await Promise.all(members.map((n) => ask('POST', `/api/seat/rounds/${id}`, headersOf(n))));
  await wait(1_500);
  const desk = JSON.parse((await ask('GET', `/api/rounds/${id}`, teacher)).body) as {
    version: number;
    entries: { id: string }[];
  };
  let { version } = desk;
  const step = async (command: object) => {
    stepAt = performance.now();
    const body = JSON.stringify({ version, command });
    const reply = await ask('POST', `/api/rounds/${id}/steps`, teacher, body);
    if (reply.status !== 200) throw new Error(reply.body);
    ({ version } = JSON.parse(reply.body) as { version: number });
  };
  for (const { id: entry } of desk.entries) {
    await step({ do: 'read', entry, choicesHidden: false });
    await wait(300);
    countedAt.clear();
    const seen = members.map(
      (n) => new Promise<number>((told) => void waiting.set(n, (at) => told(at))),
    );
    await step({ do: 'open', limit: null, untilAll: false });
    const opened = stepAt;
    for (const at of await Promise.all(seen)) lags.step.push(at - opened);
    waiting.clear();
    const { id: asking, item } = latest!;
    const [part] = item.parts;
    const storedAt: number[] = [];
    await Promise.all(
      members.map(async (n, place) => {
        await wait((answerWithin * ((place * 7) % members.length)) / members.length);
        const responses = { [part!.id]: part!.choices[place % part!.choices.length]!.id };
        const body = JSON.stringify({ asking, number: 1, responses });
        const reply = await ask('PUT', `/api/seat/rounds/${id}/answer`, headersOf(n), body);
        lags.answer.push(reply.milliseconds);
        if (reply.status !== 200) failures++;
        else storedAt.push(performance.now());
      }),
    );
    await wait(800);
    storedAt
      .sort((a, b) => a - b)
      .forEach((at, n) => lags.counted.push(Math.max(0, (countedAt.get(n + 1) ?? Infinity) - at)));
    await step({ do: 'close' });
    await step({ do: 'show-key' });
  }
  await step({ do: 'end' });
  for (const stream of streams) stream.destroy();
}

function tell(what: string): void {
  const limits = { step: 500, answer: 150, counted: 500 };
  const words = {
    step: 'from the step to the last page',
    answer: 'an answer acknowledged',
    counted: 'counted on the projector',
  };
  for (const key of ['step', 'answer', 'counted'] as const) {
    const p99 = percentile(lags[key], 0.99);
    report({
      name: `round: ${what}: ${words[key]}, p99 of ${lags[key].length}`,
      value: p99,
      median: percentile(lags[key], 0.5),
      unit: 'ms',
      ratio: p99 / limits[key],
      holds: p99 <= limits[key],
    });
    lags[key].length = 0;
  }
  report({
    name: `round: ${what}: refused`,
    value: failures,
    unit: 'answers',
    holds: failures === 0,
  });
}

await prepareSchool(students);
const [{ owner }] = await pool.query(
  "SELECT id AS owner FROM accounts WHERE sign_in_name = 'holloway'",
);
const itemIds = (
  await pool.query(
    `SELECT i.id FROM items i JOIN revisions r ON r.id = i.revision_id JOIN banks b ON b.id = i.bank_id
      WHERE r.kind = 'single-choice' AND b.reach <> 'mine' AND i.retired_at IS NULL ORDER BY i.id LIMIT ?`,
    [questions],
  )
).map(({ id }: { id: number }) => id);
/** Classes of the same teacher, with the students from `first` on. */
async function makeClass(classId: number, ids: number[]): Promise<void> {
  await pool.query(
    `INSERT INTO classes (id, school_id, name, period, grade, subject, term, code, created_at)
      VALUES (?, 1, ?, '', 6, 'Mathematics', '', ?, NOW())`,
    [classId, `B${classId}`, `Z${String(classId).padStart(5, '0')}`],
  );
  await pool.query('INSERT INTO class_teachers (class_id, teacher_id) VALUES (?, ?)', [
    classId,
    owner,
  ]);
  await pool.batch(
    'INSERT INTO enrollments (class_id, student_id, roster_number) VALUES (?, ?, ?)',
    ids.map((id, n) => [classId, id, n + 1]),
  );
}
const ids = studentIds(students);
await makeClass(900, ids);
for (let n = 0; n < 10; n++) await makeClass(901 + n, ids.slice(30 * n, 30 * n + 30));

const server = await start('server/dist/main.mjs', [], {
  OAKEN_DATABASE: name,
  OAKEN_PORT: String(port),
});
const teacher = staffHeaders((await signInStaff('holloway')).token);
const all = Array.from({ length: students }, (_, n) => n);

const floor: number[] = [];
for (let n = 0; n < 300; n++)
  floor.push((await ask('GET', '/api/session', headersOf(n))).milliseconds);
report({ name: 'round: an empty answer, p99', value: percentile(floor, 0.99), unit: 'ms' });

await lead(teacher, 900, all);
tell('one class of 300');
await Promise.all(
  Array.from({ length: 10 }, (_, n) => lead(teacher, 901 + n, all.slice(30 * n, 30 * n + 30))),
);
tell('ten classes of 30');
agent.destroy();
server.kill('SIGTERM');
await pool.end();
