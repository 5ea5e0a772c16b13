/**
 * Server and MariaDB killed (SIGKILL) in a round of 100, while its students answer and change their
 * minds: no answer that was acknowledged is lost, the teacher's steps go on, and everybody's page is
 * at the right step again.
 */
import { setTimeout as wait } from 'node:timers/promises';
import { randomFrom } from '@oaken/core/random';
import { askerAt } from './asking';
import { breakingSchool, insist as insistAt, type Breakable } from './breaking';
import { percentile, report } from './figure';

const students = 100;
const port = 4698;
const questions = 6;
const classId = 900;
/** Each changes an answer so often, within so long. */
const changes = 3;
const answerWithin = 9_000;
const random = randomFrom('round-killing');

const school = await breakingSchool(students, port);
const { headersOf, makeClass, pool, signInStaff, singleChoiceItems, staffHeaders, studentIds } =
  school.load;
const itemIds = await singleChoiceItems(questions);
await makeClass(classId, studentIds(students));
await school.startServer();
const teacher = staffHeaders((await signInStaff('holloway')).token);
const asker = askerAt(port, 2 * students);
const insist = (method: string, path: string, headers: Record<string, string>, body = '') =>
  insistAt(asker, method, path, headers, body, () => random.next());

interface Shown {
  id: string;
  step: string;
  item: { parts: { id: string; choices: { id: string }[] }[] };
}
/** What each student's page shows; null while it hears nothing. */
const pages = Array.from({ length: students }, (): Shown | null => null);
let going = true;
const from = { what: 'items', title: 'Bench', itemIds };
const begin = JSON.stringify({ clientKey: crypto.randomUUID(), classId, from });
const round = JSON.parse(await insist('POST', '/api/rounds', teacher, begin)) as { id: number };
const path = `/api/rounds/${round.id}`;
const seatPath = `/api/seat/rounds/${round.id}`;

function listen(n: number): void {
  let lost = false;
  asker.listen(
    `${seatPath}/events`,
    headersOf(n),
    ({ shown }) => {
      if (shown) pages[n] = (shown as { asking: Shown | null }).asking;
    },
    () => {
      if (lost || !going) return;
      lost = true;
      pages[n] = null;
      setTimeout(() => listen(n), 500 + 500 * random.next());
    },
  );
}

interface Desk {
  version: number;
  asking: Shown | null;
  entries: { id: string }[];
}
const readDesk = async () => JSON.parse(await insist('GET', path, teacher)) as Desk;

/** A step, said again until the round stands where it leads to. */
async function step(command: object, isDone: (desk: Desk) => boolean): Promise<Desk> {
  for (;;) {
    const desk = await readDesk();
    if (isDone(desk)) return desk;
    const body = JSON.stringify({ version: desk.version, command });
    const reply = await asker.ask('POST', `${path}/steps`, teacher, body);
    if (reply.status >= 400 && reply.status < 500 && reply.status !== 409)
      throw new Error(reply.body);
  }
}

const acknowledged = new Map<string, number>();
let answers = 0;
async function answer(n: number, asking: Shown): Promise<void> {
  const [part] = asking.item.parts;
  for (let number = 1; number <= changes; number++) {
    await wait((answerWithin / changes) * random.next());
    const choice = part!.choices[(n + number) % part!.choices.length]!.id;
    const body = JSON.stringify({ asking: asking.id, number, responses: { [part!.id]: choice } });
    await insist('PUT', `${seatPath}/answer`, headersOf(n), body);
    acknowledged.set(`${asking.id} ${n}`, number);
    answers++;
  }
}

const again: Record<Breakable, number[]> = { server: [], database: [] };
async function kill(what: Breakable, asking: Shown): Promise<void> {
  const killedAt = performance.now();
  if (what === 'server') pages.fill(null);
  await school.kill(what);
  await insist('GET', '/api/health', {});
  await everybodySees(asking.id, 'open');
  again[what].push(performance.now() - killedAt);
}
async function everybodySees(id: string, stepName: string): Promise<void> {
  while (!pages.every((page) => page?.id === id && page.step === stepName)) await wait(20);
}

for (let n = 0; n < students; n++) {
  await insist('POST', seatPath, headersOf(n));
  listen(n);
}
const { entries } = await readDesk();
for (const { id: entry } of entries) {
  const reads = { do: 'read', entry, choicesHidden: false };
  const read = await step(reads, ({ asking }) => asking?.step === 'reading');
  const { id } = read.asking!;
  await step({ do: 'open', limit: null, untilAll: false }, ({ asking }) => asking?.step === 'open');
  await everybodySees(id, 'open');
  const asking = pages[0]!;
  const all = Promise.all(pages.map((_, n) => answer(n, asking)));
  for (const what of random.shuffle<Breakable>(['server', 'database'])) {
    await wait(1_500 * random.next());
    await kill(what, asking);
  }
  await all;
  await step({ do: 'close' }, (desk) => desk.asking?.step === 'closed');
  await step({ do: 'show-key' }, (desk) => desk.asking?.step === 'key');
  await everybodySees(id, 'key');
}
const stored = new Map<string, number>();
const [first] = studentIds(1);
for (const { asking, student, number } of await pool.query(
  'SELECT asking_id AS asking, student_id AS student, number FROM round_answers WHERE round_id = ?',
  [round.id],
))
  stored.set(`${asking} ${student - first!}`, Number(number));
const lost = [...acknowledged].filter(([key, number]) => (stored.get(key) ?? 0) < number).length;
going = false;
report({
  name: `round-killing: ${again.server.length + again.database.length} kills, acknowledged answers lost of ${answers}`,
  value: lost,
  unit: 'answers',
  holds: lost === 0 && answers === students * changes * questions,
});
for (const what of ['server', 'database'] as const)
  report({
    name: `round-killing: everybody at the right step again after the ${what} was killed, slowest of ${again[what].length}`,
    value: Math.max(...again[what]),
    median: percentile(again[what], 0.5),
    unit: 'ms',
    ratio: Math.max(...again[what]) / 10_000,
    holds: Math.max(...again[what]) <= 10_000,
  });
asker.close();
await school.stop();
process.exit();
