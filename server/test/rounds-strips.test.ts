/** A class that answers by strips: what a camera read of them, through HTTP. */
import type { RoundScreen } from '@oaken/contract/rounds';
import { choicesOf } from './support/parts';
import { openSchool, type School, type Visitor } from './support/school';
import { AskedClass, problemOf } from './support/round';

let school: School;
let teacher: Visitor;
let phone: Visitor;
let classId: number;
let round: AskedClass;

beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
  phone = await school.student('6B', 0);
  const { classes } = await teacher.ok('GET', '/api/classes');
  classId = classes.find(({ name }) => name === '6B')!.id;
});
afterAll(() => school.close());
beforeEach(async () => {
  round = await AskedClass.begin(teacher, classId, { what: 'nothing', title: 'On strips' });
});
afterEach(() => round.lead({ do: 'end' }).catch(() => undefined));

type Held = readonly [number: number, letter: string, ago?: number];
const holdUp = async (...held: Held[]) => {
  const { asking } = await round.desk();
  return teacher.send('PUT', `/api/rounds/${round.id}/strips`, {
    asking: asking!.id,
    strips: held.map(([number, letter, ago = 0]) => ({ number, letter, ago })),
  });
};
/** What a stream says first. */
async function firstEvent(path: string): Promise<unknown> {
  const stop = new AbortController();
  const { cookie } = teacher;
  const response = await fetch(school.base + path, { headers: { cookie }, signal: stop.signal });
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  let told = '';
  while (!/data: .*\n\n/.test(told)) told += (await reader.read()).value ?? '';
  stop.abort();
  return JSON.parse(/data: (.*)\n/.exec(told)![1]!);
}
/** Of each choice in its order, how many answered with it. */
const spread = async () =>
  (await round.desk()).asking!.spread[0]!.lines.map(({ students }) => students);

test('a letter stands for the choice at its place, and whoever held it up is here', async () => {
  const { asking } = await round.askAloud('choices', { choices: 3 });
  expect(asking!.stripLetters).toEqual(['A', 'B', 'C']);
  const reply = await holdUp([1, 'C'], [2, 'A'], [3, 'C']);
  expect(reply.body).toMatchObject({ counted: [1, 2, 3], late: [] });
  expect(await spread()).toEqual([1, 0, 2]);
  const { students } = await round.desk();
  const here = students.filter(({ here }) => here).map(({ rosterNumber }) => rosterNumber);
  expect(here).toEqual([1, 2, 3]);
});

test('what was held up stands in the results like every other answer', async () => {
  const { asking } = await round.askAloud('yes-no');
  await round.tellKey(choicesOf(asking!.item.parts[0]!)[0]!.id);
  await holdUp([1, 'A'], [2, 'B']);
  const { assignmentId } = await round.lead({ do: 'end' });
  const { students } = await teacher.ok('GET', `/api/assignments/${assignmentId!}/results`);
  const pointsOf = (number: number) =>
    students.find(({ rosterNumber }) => rosterNumber === number)!.points;
  expect([pointsOf(1), pointsOf(2)]).toEqual([1, 0]);
});

test('the projector tells whose strip was read, by number alone', async () => {
  await round.lead({ do: 'use-strips', strips: true });
  await round.askAloud('choices');
  await holdUp([2, 'B']);
  const screen = await firstEvent(`/api/rounds/${round.id}/screen/events`);
  expect(screen).toMatchObject({
    strips: { letters: ['A', 'B', 'C', 'D'] },
    shown: { asking: { spread: null } },
  });
  const { numbers } = (screen as RoundScreen).strips!;
  expect(numbers.filter(({ read }) => read)).toEqual([{ number: 2, read: true }]);
});

test('a letter without a choice, and a number of nobody, are named and change nothing', async () => {
  await round.askAloud('choices', { choices: 2 });
  const { body } = await holdUp([1, 'D'], [60, 'A']);
  expect(body).toMatchObject({ counted: [], notOffered: [1], unknown: [60] });
  expect(await spread()).toEqual([0, 0]);
});

test('a later letter takes the place of an earlier one, and saying it twice changes nothing', async () => {
  await round.askAloud('choices');
  await holdUp([1, 'A']);
  await holdUp([1, 'D']);
  await holdUp([1, 'D']);
  expect(await spread()).toEqual([0, 0, 0, 1]);
});

test('what was read in time counts however late it arrives; what was read after closing does not', async () => {
  await round.askAloud('choices');
  school.clock.now += 60_000;
  await round.lead({ do: 'close' });
  school.clock.now += 120_000;
  const { body } = await holdUp([1, 'A', 150_000], [2, 'B', 10_000]);
  expect(body).toMatchObject({ counted: [1], late: [2] });
  expect(await spread()).toEqual([1, 0, 0, 0]);
  const { students } = await round.desk();
  expect(students.find(({ rosterNumber }) => rosterNumber === 2)).toMatchObject({ late: true });
});

test('an answer on a device after the strip stands, and one before it gives way', async () => {
  const { students } = await round.askAloud('choices');
  const { id } = (await phone.ok('GET', '/api/session')).account!;
  const mine = students.find((student) => student.id === id)!.rosterNumber!;
  await round.answer(phone, 0, { number: 1 });
  await holdUp([mine, 'B']);
  expect(await spread()).toEqual([0, 1, 0, 0]);
  await round.answer(phone, 2, { number: 2 });
  expect(await spread()).toEqual([0, 0, 1, 0]);
});

test.each([
  ['a number', 'number', {}],
  ['words', 'words', {}],
  ['more than four choices', 'choices', { choices: 5 }],
] as const)('strips cannot answer %s', async (_name, ask, more) => {
  const { asking } = await round.askAloud(ask, more);
  expect(asking!.stripLetters).toEqual([]);
  expect(problemOf(await holdUp([1, 'A']))).toBe('strips-cannot-answer');
});

test('what arrives after the end of the round is refused', async () => {
  const { asking } = await round.askAloud('choices');
  await round.lead({ do: 'end' });
  const strips = [{ number: 1, letter: 'A', ago: 0 }];
  const path = `/api/rounds/${round.id}/strips`;
  const reply = await teacher.send('PUT', path, { asking: asking!.id, strips });
  expect(problemOf(reply)).toBe('round-ended');
});

test('nobody else can answer for the class', async () => {
  const { asking } = await round.askAloud('choices');
  const body = { asking: asking!.id, strips: [{ number: 1, letter: 'A', ago: 0 }] };
  const colleague = await school.staff('nwosu');
  const path = `/api/rounds/${round.id}/strips`;
  expect((await colleague.send('PUT', path, body)).status).toBe(404);
  expect((await phone.send('PUT', path, body)).status).toBe(403);
});
