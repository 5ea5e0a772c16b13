/** A round through HTTP: led step by step, answered by a class, and read as results afterwards. */
import type { RoundDesk, SeatRound } from '@oaken/contract/rounds';
import { clientKey, openSchool, type School, type Visitor } from './support/school';

let school: School;
let teacher: Visitor;
let students: Visitor[];
let testId: number;
let classId: number;

beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
  students = [];
  for (const n of [0, 1, 2]) students.push(await school.student('6B', n));
  const page = await teacher.ok('GET', '/api/items?words=RAT&grades=6&kind=single-choice');
  const made = await teacher.ok('POST', '/api/tests', {
    clientKey: clientKey(),
    title: 'Asked in class',
    kind: 'quiz',
    itemIds: page.items.slice(0, 3).map(({ id }) => id),
  });
  testId = made.id as number;
  const { classes } = await teacher.ok('GET', '/api/classes');
  classId = classes.find(({ name }) => name === '6B')!.id;
});
afterAll(() => school.close());

const ofTest = () => ({ what: 'test', testId });
const begin = async (by = teacher) =>
  (await by.ok('POST', '/api/rounds', { clientKey: clientKey(), classId, from: ofTest() }))
    .id as number;
const desk = (round: number) => teacher.ok('GET', `/api/rounds/${round}`);
async function lead(round: number, command: object): Promise<RoundDesk> {
  const { version } = await desk(round);
  return teacher.ok('POST', `/api/rounds/${round}/steps`, { version, command });
}
const read = (entry: string) => ({ do: 'read', entry, choicesHidden: false });
const open = { do: 'open', limit: null, untilAll: false };
const join = (student: Visitor, round: number): Promise<SeatRound> =>
  student.ok('POST', `/api/seat/rounds/${round}`);
/** The id under which a student's page knows a choice, by its place. */
function choiceOf({ shown }: SeatRound, place: number): { part: string; choice: string } {
  const part = shown.asking!.item.parts[0] as unknown as { id: string; choices: { id: string }[] };
  return { part: part.id, choice: part.choices[place]!.id };
}
async function answer(student: Visitor, round: number, place: number, number = 1) {
  const seat = await join(student, round);
  const { part, choice } = choiceOf(seat, place);
  return student.send('PUT', `/api/seat/rounds/${round}/answer`, {
    asking: seat.shown.asking!.id,
    number,
    responses: { [part]: choice },
  });
}
/** The place of the right choice, as only the teacher knows it. */
function rightPlace({ asking }: RoundDesk): number {
  const part = asking!.item.parts[0] as unknown as { choices: { id: string }[] };
  return part.choices.findIndex(({ id }) => asking!.rightIds.includes(id));
}

describe('one round from its beginning to its results', () => {
  let round: number;
  let entries: string[];
  beforeAll(async () => {
    round = await begin();
    entries = (await desk(round)).entries.map(({ id }) => id);
  });

  test('stands on the list of everybody in the class, and of nobody else', async () => {
    const { rounds } = await students[0]!.ok('GET', '/api/seat');
    expect(rounds).toEqual([{ id: round, title: 'Asked in class', teacher: 'Maren Holloway' }]);
    const stranger = await school.student('7A', 0);
    expect((await stranger.ok('GET', '/api/seat')).rounds).toEqual([]);
    expect((await stranger.send('POST', `/api/seat/rounds/${round}`)).status).toBe(404);
  });

  test('a class is in one round at a time', async () => {
    const { status, body } = await teacher.send('POST', '/api/rounds', {
      clientKey: clientKey(),
      classId,
      from: ofTest(),
    });
    expect([status, (body as { type: string }).type]).toEqual([409, '/problems/class-is-asked']);
  });

  test('who comes in is here', async () => {
    for (const student of students) await join(student, round);
    const here = (await desk(round)).students.filter((student) => student.here);
    expect(here).toHaveLength(3);
  });

  test('while a question is only read, nobody can answer', async () => {
    await lead(round, read(entries[0]!));
    expect((await answer(students[0]!, round, 0)).status).toBe(409);
  });

  test('nothing that a student’s page gets before the key’s step gives it away', async () => {
    const told = [JSON.stringify(await join(students[0]!, round))];
    await lead(round, open);
    told.push(JSON.stringify(await join(students[0]!, round)));
    const { asking } = await desk(round);
    for (const text of told) {
      expect(text).not.toMatch(/"key"|"rule"|misconception|"rightIds"/);
      for (const id of asking!.rightIds) expect(text).not.toContain(`"id":"${id}"`);
    }
  });

  test('answers count while it is open, the highest number of each student', async () => {
    const right = rightPlace(await desk(round));
    const wrong = right === 0 ? 1 : 0;
    await answer(students[0]!, round, wrong, 1);
    await answer(students[0]!, round, right, 3);
    await answer(students[0]!, round, wrong, 2);
    await answer(students[1]!, round, wrong);
    const { asking, students: list } = await desk(round);
    expect(list.filter(({ answered }) => answered).map(({ share }) => share)).toEqual([1, 0]);
    expect(asking!.spread[0]).toMatchObject({ answered: 2 });
  });

  test('a page that is opened again has the answer that was given', async () => {
    const { mine, shown } = await join(students[0]!, round);
    expect(mine).toEqual([expect.objectContaining({ asking: shown.asking!.id, number: 3 })]);
  });

  test('what comes after closing is told, kept and not counted', async () => {
    await lead(round, { do: 'close' });
    const late = await answer(students[2]!, round, 0);
    expect([late.status, (late.body as { type: string }).type]).toEqual([
      409,
      '/problems/answers-closed',
    ]);
    const { students: list } = await desk(round);
    expect(list.filter((student) => student.late)).toEqual([
      expect.objectContaining({ answered: false }),
    ]);
  });

  test('two who lead do not step over each other', async () => {
    const { version } = await desk(round);
    await lead(round, { do: 'show-spread' });
    const second = await teacher.send('POST', `/api/rounds/${round}/steps`, {
      version,
      command: { do: 'show-key' },
    });
    expect((second.body as { type: string }).type).toBe('/problems/round-moved-on');
  });

  test('asked again, the two askings are compared', async () => {
    const right = rightPlace(await lead(round, { do: 'ask-again', limit: null, untilAll: false }));
    for (const student of students) await answer(student, round, right);
    const { asking } = await lead(round, { do: 'close' });
    expect(asking!.twice).toEqual({
      students: 2,
      first: 1,
      second: 2,
      wrongToRight: 1,
      rightToWrong: 0,
      gain: 1,
    });
  });

  test('the key is shown with its own step, as a student would answer', async () => {
    expect((await join(students[0]!, round)).shown.asking!.right).toBeNull();
    await lead(round, { do: 'show-key' });
    const { asking } = (await join(students[0]!, round)).shown;
    expect(asking!.right).toHaveLength(1);
    expect(asking!.spread).not.toBeNull();
  });

  test('afterwards it is a result like any other, an item for each asking', async () => {
    const { assignmentId } = await lead(round, { do: 'end' });
    const results = await teacher.ok('GET', `/api/assignments/${assignmentId!}/results`);
    expect(results.items).toHaveLength(2);
    const scores = results.students
      .filter(({ points }) => points !== null)
      .map(({ points }) => points)
      .sort();
    expect(scores).toEqual([1, 1, 2]);
  });

  test('the bank keeps what the class answered apart from what tests find', async () => {
    const { rounds } = await teacher.ok('GET', '/api/rounds');
    const { assignmentId } = rounds.find(({ id }) => id === round)!;
    const results = await teacher.ok('GET', `/api/assignments/${assignmentId!}/results`);
    const itemId = results.items[0]!.itemId;
    const { inClass } = await teacher.ok('GET', `/api/items/${itemId}`);
    // Of the two who answered at the first asking, one was right.
    expect(inClass).toEqual({ times: 1, n: 2, share: 0.5 });
  });

  test('and takes no further step', async () => {
    const { version } = await desk(round);
    const more = await teacher.send('POST', `/api/rounds/${round}/steps`, {
      version,
      command: read(entries[1]!),
    });
    expect((more.body as { type: string }).type).toBe('/problems/round-ended');
    expect((await students[0]!.ok('GET', '/api/seat')).rounds).toEqual([]);
  });
});

test('beginning twice with one key begins one round', async () => {
  const body = { clientKey: clientKey(), classId, from: ofTest() };
  const first = await teacher.ok('POST', '/api/rounds', body);
  const second = await teacher.ok('POST', '/api/rounds', body);
  expect(second.id).toBe(first.id);
  await lead(first.id as number, { do: 'end' });
});

test('a round in which nobody answered leaves no results', async () => {
  const round = await begin();
  const ended = await lead(round, { do: 'end' });
  expect(ended).toMatchObject({ ended: true, assignmentId: null });
});

test('a round whose server stopped before its results were filed gets them by itself', async () => {
  const round = await begin();
  const { entries } = await desk(round);
  await lead(round, read(entries[0]!.id));
  await lead(round, open);
  await answer(students[0]!, round, 0);
  const { assignmentId } = await lead(round, { do: 'end' });
  // As it stands where the server stopped right after the last step.
  const { Assignment, Round } = school.database.models;
  await Round.update({ assignmentId: null }, { where: { id: round } });
  await Assignment.update({ clientKey: clientKey() }, { where: { id: assignmentId! } });
  await school.app.jobs.find(({ name }) => name === 'file ended rounds')!.run();
  expect((await desk(round)).assignmentId).not.toBeNull();
});

test('a round that nobody ended ends by itself, with what was answered', async () => {
  const round = await begin();
  const { entries } = await desk(round);
  await lead(round, read(entries[0]!.id));
  await lead(round, open);
  await answer(students[0]!, round, 0);
  school.clock.now += 9 * 3_600_000;
  await school.app.jobs.find(({ name }) => name === 'file ended rounds')!.run();
  const { ended, assignmentId } = await desk(round);
  expect([ended, assignmentId !== null]).toEqual([true, true]);
});

test('a teacher of other classes finds nothing of it', async () => {
  const round = await begin();
  const other = await school.staff('nwosu');
  expect((await other.send('GET', `/api/rounds/${round}`)).status).toBe(404);
  expect(
    (await other.send('POST', `/api/rounds/${round}/steps`, { version: 0, command: { do: 'end' } }))
      .status,
  ).toBe(404);
  await lead(round, { do: 'end' });
});

test('a limit closes the question by itself, later for those who have more time', async () => {
  const round = await begin();
  const { entries } = await desk(round);
  await join(students[0]!, round);
  await lead(round, read(entries[0]!.id));
  await lead(round, { do: 'open', limit: 10_000, untilAll: false });
  const seat = await join(students[0]!, round);
  expect(seat.shown.asking).toMatchObject({ limit: 10_000, openedAt: school.clock.now });
  school.clock.now += 60_000;
  expect((await answer(students[1]!, round, 0)).status).toBe(409);
  await lead(round, { do: 'close' }).catch(() => undefined);
  await lead(round, { do: 'end' });
});

test('the stream tells each step to a student’s page', async () => {
  const round = await begin();
  const { entries } = await desk(round);
  const stop = new AbortController();
  const response = await fetch(`${school.base}/api/seat/rounds/${round}/events`, {
    headers: { cookie: students[0]!.cookie },
    signal: stop.signal,
  });
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  let told = '';
  /** Reads on until it was told. */
  const until = async (text: string) => {
    while (!told.includes(text)) told += (await reader.read()).value ?? '';
  };
  await until('"asking":null');
  await lead(round, read(entries[0]!.id));
  await until('"step":"reading"');
  await lead(round, open);
  await until('"step":"open"');
  stop.abort();
  expect(told).not.toMatch(/"key"|"rule"|misconception/);
  await lead(round, { do: 'end' });
});
