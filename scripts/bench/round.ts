/**
 * Classes that are asked at once: one of 300 students, then ten of 30. From the teacher's step to
 * the last student's page, an answer acknowledged, and counted on the projector; beside it what the
 * same machine needs for an empty answer.
 */
import { setTimeout as wait } from 'node:timers/promises';
import { askerAt } from './asking';
import { percentile, report } from './figure';
import {
  headersOf,
  makeClass,
  name,
  pool,
  prepareSchool,
  signInStaff,
  singleChoiceItems,
  staffHeaders,
  start,
  studentIds,
} from './load';
import { watchPauses } from './pauses';

const students = 300;
const port = 4697;
const questions = 6;
/** Sixty students come in every second. */
const joinWithin = 5_000;
/** Answers of a class come within so long after it was opened. */
const answerWithin = 4_000;

const { ask, listen, close } = askerAt(port, 400);
const pauses = watchPauses();

interface Shown {
  shown: { asking: { id: string; step: string; item: { parts: Part[] } } | null };
}
interface Part {
  id: string;
  choices: { id: string }[];
}

/** From a moment to another, of performance.now(). */
type Span = [from: number, to: number];
const spans = {
  join: [] as Span[],
  step: [] as Span[],
  answer: [] as Span[],
  counted: [] as Span[],
};
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
  await Promise.all(
    members.map(async (n, place) => {
      await wait((joinWithin * place) / members.length);
      const reply = await ask('POST', `/api/seat/rounds/${id}`, headersOf(n));
      const joinedAt = performance.now();
      spans.join.push([joinedAt - reply.milliseconds, joinedAt]);
      if (reply.status !== 200) failures++;
    }),
  );
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
    for (const at of await Promise.all(seen)) spans.step.push([opened, at]);
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
        const answeredAt = performance.now();
        spans.answer.push([answeredAt - reply.milliseconds, answeredAt]);
        if (reply.status !== 200) failures++;
        else storedAt.push(answeredAt);
      }),
    );
    await wait(800);
    storedAt
      .sort((a, b) => a - b)
      .forEach((at, n) => spans.counted.push([at, Math.max(at, countedAt.get(n + 1) ?? Infinity)]));
    await step({ do: 'close' });
    await step({ do: 'show-key' });
  }
  await step({ do: 'end' });
  for (const stream of streams) stream.destroy();
}

function tell(what: string): void {
  const limits = { join: 1_000, step: 500, answer: 150, counted: 500 };
  const words = {
    join: 'come in, sixty a second',
    step: 'from the step to the last page',
    answer: 'an answer acknowledged',
    counted: 'counted on the projector',
  };
  for (const key of ['join', 'step', 'answer', 'counted'] as const) {
    const all = spans[key].splice(0);
    const ours = all.filter(([from, to]) => pauses.within(from, to) === 0);
    const lags = ours.map(([from, to]) => to - from);
    const p99 = percentile(lags, 0.99);
    report({
      name: `round: ${what}: ${words[key]}, p99 of ${lags.length}`,
      value: p99,
      median: percentile(lags, 0.5),
      unit: 'ms',
      ratio: p99 / limits[key],
      holds: p99 <= limits[key],
    });
    if (ours.length === all.length) continue;
    const withPauses = all.map(([from, to]) => to - from);
    report({
      name: `round: ${what}: ${words[key]}, p99 with the ${all.length - ours.length} while the machine stood`,
      value: percentile(withPauses, 0.99),
      unit: 'ms',
    });
  }
  report({
    name: `round: ${what}: refused`,
    value: failures,
    unit: 'answers',
    holds: failures === 0,
  });
}

await prepareSchool(students);
const ids = studentIds(students);
const itemIds = await singleChoiceItems(questions);
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
close();
pauses.stop();
server.kill('SIGTERM');
await pool.end();
