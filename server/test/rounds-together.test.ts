/** Who takes part in a round, and how: at their own pace, in teams, two on one device, as guests. */
import { passcodesOf } from '@oaken/demo';
import { setTimeout as wait } from 'node:timers/promises';
import { clientKey, openSchool, type School, type Visitor } from './support/school';
import { AskedClass, open, problemOf, read } from './support/round';

let school: School;
let teacher: Visitor;
let students: Visitor[];
let ids: number[];
let passcodes: string[];
let code: string;
let classId: number;
let itemIds: number[];

beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
  students = [];
  for (const n of [0, 1, 2, 3]) students.push(await school.student('6B', n));
  const page = await teacher.ok('GET', '/api/items?words=RAT&grades=6&kind=single-choice');
  itemIds = page.items.slice(0, 3).map(({ id }) => id);
  const { classes } = await teacher.ok('GET', '/api/classes');
  const own = classes.find(({ name }) => name === '6B')!;
  classId = own.id;
  code = own.code;
  const seats = await Promise.all(students.map((student) => student.ok('GET', '/api/session')));
  ids = seats.map(({ account }) => account!.id);
  passcodes = passcodesOf('test', '6B').map(({ passcode }) => passcode);
});
afterAll(() => school.close());

const begin = (pace: 'each' | 'end' | null = null) =>
  AskedClass.begin(teacher, classId, { what: 'items', title: 'Together', itemIds }, pace);
/** The place of the right choice in a question, as only the bank knows it. */
async function rightPlace(place: number): Promise<number> {
  const { items } = await teacher.ok('POST', '/api/items/rows', { items: [itemIds[place]!] });
  const part = items[0]!.content.parts[0] as unknown as {
    choices: { id: string }[];
    key: string[];
  };
  return part.choices.findIndex(({ id }) => part.key.includes(id));
}
const wrongPlace = async (place: number) => ((await rightPlace(place)) === 0 ? 1 : 0);

describe('at their own pace', () => {
  let round: AskedClass;
  beforeAll(async () => {
    round = await begin('each');
  });
  afterAll(() => round.lead({ do: 'end' }).catch(() => undefined));

  test('nobody sees a question before it begins', async () => {
    expect((await round.join(students[0]!)).questions).toEqual([]);
    await round.lead({ do: 'start', limit: null });
    expect((await round.join(students[0]!)).questions).toHaveLength(3);
  });

  test('nothing of an answer is told before the student checked it', async () => {
    await round.answerQuestion(students[0]!, 0, await rightPlace(0));
    const { questions } = await round.join(students[0]!);
    expect(questions.map(({ feedback }) => feedback)).toEqual([null, null, null]);
    expect(JSON.stringify(questions)).not.toMatch(/"(key|rule|misconception|explanation)"/);
  });

  test('what was checked is told to this student alone, and stays as it is', async () => {
    const { questions } = await round.join(students[0]!);
    const checked = await students[0]!.ok('POST', `/api/seat/rounds/${round.id}/check`, {
      entry: questions[0]!.id,
    });
    expect(checked.share).toBe(1);
    const again = await round.answerQuestion(students[0]!, 0, await wrongPlace(0), 2);
    expect(problemOf(again)).toBe('answer-checked');
    const other = await round.join(students[1]!);
    expect(other.questions[0]!.feedback).toBeNull();
  });

  test('a goal grows only with what was checked, so that it tells nobody of an answer', async () => {
    await round.lead({ do: 'set-goal', goal: 9 });
    const earned = async () => (await round.join(students[2]!)).shown.goal!.earned;
    const before = await earned();
    await round.answerQuestion(students[2]!, 2, await rightPlace(2));
    expect(await earned()).toBe(before);
    const { questions } = await round.join(students[2]!);
    await students[2]!.ok('POST', `/api/seat/rounds/${round.id}/check`, {
      entry: questions[2]!.id,
    });
    expect(await earned()).toBe(before + 1);
  });

  test('nothing can be checked that was not answered', async () => {
    const { questions } = await round.join(students[1]!);
    const path = `/api/seat/rounds/${round.id}/check`;
    const empty = await students[1]!.send('POST', path, { entry: questions[0]!.id });
    expect(problemOf(empty)).toBe('nothing-to-check');
  });

  test('the desk sees the class row by row', async () => {
    await round.answerQuestion(students[1]!, 1, await wrongPlace(1));
    const { students: rows, entries } = await round.desk();
    const row = (id: number) => rows.find((student) => student.id === id)!.cells;
    expect(row(ids[0]!)[0]).toEqual({ answered: true, checked: true, share: 1 });
    expect(row(ids[1]!).map(({ share }) => share)).toEqual([null, 0, null]);
    expect(entries.map(({ answered, right }) => [answered, right])).toEqual([
      [1, 1],
      [1, 0],
      [1, 1],
    ]);
  });

  test('a stop for a word costs nobody their time', async () => {
    await round.lead({ do: 'stop' });
    school.clock.now += 90_000;
    const { pace } = await round.lead({ do: 'go-on' });
    expect(pace).toMatchObject({ step: 'running', paused: 90_000 });
  });

  test('once it is over everybody reads what was right, and answers count no more', async () => {
    await round.lead({ do: 'finish' });
    const { questions } = await round.join(students[2]!);
    expect(questions.every(({ feedback }) => feedback!.right.length > 0)).toBe(true);
    const late = await round.answerQuestion(students[2]!, 0, 0);
    expect(problemOf(late)).toBe('answers-closed');
  });

  test('becomes a result with every question', async () => {
    const { assignmentId } = await round.lead({ do: 'end' });
    const results = await teacher.ok('GET', `/api/assignments/${assignmentId!}/results`);
    expect(results.items).toHaveLength(3);
  });
});

test('where what was right is told at the end, nothing can be checked before', async () => {
  const round = await begin('end');
  await round.lead({ do: 'start', limit: null });
  await round.answerQuestion(students[0]!, 0, 0);
  const { questions } = await round.join(students[0]!);
  const path = `/api/seat/rounds/${round.id}/check`;
  const check = await students[0]!.send('POST', path, { entry: questions[0]!.id });
  expect(problemOf(check)).toBe('not-running');
  await round.lead({ do: 'end' });
});

test('who needs fewer choices has fewer, and the wall has all of them', async () => {
  const path = `/api/classes/${classId}/students/${ids[3]!}/accommodations` as const;
  const none = { time: 1, aloud: false, textSize: 1, form: null, extraDays: 0 };
  await teacher.ok('PUT', path, { ...none, mostChoices: 2 });
  const round = await begin();
  const { entries } = await round.desk();
  await round.lead(read(entries[0]!.id));
  await round.lead(open);
  const choices = async (student: Visitor) => {
    const { shown } = await round.join(student);
    return (shown.asking!.item.parts[0] as { choices: { id: string }[] }).choices;
  };
  // The class's list is read every other second.
  while ((await choices(students[3]!)).length > 2) await wait(100);
  const fewer = await choices(students[3]!);
  expect(fewer).toHaveLength(2);
  const all = await choices(students[0]!);
  expect(all.length).toBeGreaterThan(2);
  expect(all).toEqual(expect.arrayContaining(fewer));
  expect((await round.answer(students[3]!, 1)).status).toBe(200);
  await round.lead({ do: 'end' });
  await teacher.ok('PUT', path, { ...none, mostChoices: null });
});

describe('a class of few', () => {
  let few: number;
  beforeAll(async () => {
    const facts = { name: '7X', grade: 7, subject: 'Mathematics', period: '', term: '', notes: '' };
    const made = await teacher.ok('POST', '/api/classes', { clientKey: clientKey(), facts });
    few = made.id as number;
  });
  const ask = () => AskedClass.begin(teacher, few, { what: 'items', title: 'Few', itemIds });

  test('of nobody is not closed by everybody’s answer, and leaves no results', async () => {
    const round = await ask();
    const { entries } = await round.desk();
    await round.lead(read(entries[0]!.id));
    const opened = await round.lead({ ...open, untilAll: true });
    expect(opened).toMatchObject({ students: [], asking: { step: 'open' } });
    expect(await round.lead({ do: 'end' })).toMatchObject({ ended: true, assignmentId: null });
  });

  test('of one is asked like any other, and has its result', async () => {
    const move = (from: number, to: number) =>
      teacher.ok('POST', `/api/classes/${from}/students/${ids[3]!}/move`, { to });
    await move(classId, few);
    // The class's list is read every other second.
    await wait(2_100);
    const round = await ask();
    const { entries } = await round.desk();
    await round.lead(read(entries[0]!.id));
    await round.lead(open);
    expect((await round.answer(students[3]!, await rightPlace(0))).status).toBe(200);
    await round.lead({ do: 'close' });
    const { students: rows, assignmentId } = await round.lead({ do: 'end' });
    expect(rows.map(({ id, ever }) => [id, ever])).toEqual([[ids[3], true]]);
    expect(assignmentId).not.toBeNull();
    await move(few, classId);
  });
});

describe('teams', () => {
  const team = (id: string, ...members: number[]) => ({
    id,
    name: `Team ${id}`,
    students: members,
  });
  const formed = (devices: 'each' | 'shared') => ({
    do: 'form-teams',
    teams: { devices, list: [team('oak', ...ids.slice(0, 3)), team('elm', ids[3]!)] },
  });

  test('a team’s answer is what most of it say, and the goal is earned together', async () => {
    const round = await begin();
    await round.lead(formed('each'));
    await round.lead({ do: 'set-goal', goal: 2 });
    const { entries } = await round.desk();
    await round.lead(read(entries[0]!.id));
    await round.lead(open);
    const [right, wrong] = [await rightPlace(0), await wrongPlace(0)];
    await round.answer(students[0]!, right);
    await round.answer(students[1]!, right);
    await round.answer(students[2]!, wrong);
    await round.answer(students[3]!, wrong);
    const { teams } = await round.lead({ do: 'close' });
    expect(
      teams!.list.map(({ agree, answered, right: isRight }) => [agree, answered, isRight]),
    ).toEqual([
      [2, 3, true],
      [1, 1, false],
    ]);
    expect((await round.join(students[0]!)).shown.goal).toEqual({ goal: 2, earned: 0 });
    await round.lead({ do: 'show-key' });
    expect((await round.join(students[0]!)).shown.goal).toEqual({ goal: 2, earned: 1 });
    await round.lead({ do: 'end' });
  });

  test('with one device the answer of one counts for all of them', async () => {
    const round = await begin();
    await round.lead(formed('shared'));
    const { entries } = await round.desk();
    await round.lead(read(entries[0]!.id));
    await round.lead(open);
    await round.answer(students[1]!, 0);
    const { students: rows } = await round.desk();
    const answered = rows.filter((row) => row.answered).map(({ id }) => id);
    expect(answered.sort()).toEqual(ids.slice(0, 3).sort());
    expect((await round.join(students[0]!)).team).toMatchObject({ answered: 3, shared: true });
    await round.lead({ do: 'end' });
  });

  test('stand once a question was open', async () => {
    const round = await begin();
    const { entries } = await round.desk();
    await round.lead(read(entries[0]!.id));
    await round.lead(open);
    const { version } = await round.desk();
    const later = await teacher.send('POST', `/api/rounds/${round.id}/steps`, {
      version,
      command: formed('each'),
    });
    expect(problemOf(later)).toBe('teams-stand');
    await round.lead({ do: 'end' });
  });
});

describe('two on one device', () => {
  let round: AskedClass;
  const share = (student: Visitor, studentId: number, passcode: string) =>
    student.send('PUT', `/api/seat/rounds/${round.id}/companion`, { studentId, passcode });
  beforeAll(async () => {
    round = await begin();
    await round.join(students[0]!);
  });
  afterAll(() => round.lead({ do: 'end' }).catch(() => undefined));

  test('needs the passcode of the second', async () => {
    expect(problemOf(await share(students[0]!, ids[1]!, 'xyz999'))).toBe('wrong-passcode');
    expect((await share(students[0]!, ids[1]!, passcodes[1]!)).status).toBe(200);
  });

  test('counts for both, under both names', async () => {
    const { entries } = await round.desk();
    await round.lead(read(entries[0]!.id));
    await round.lead(open);
    await round.answer(students[0]!, 0);
    const { students: rows } = await round.desk();
    const answered = rows.filter((row) => row.answered);
    expect(answered.map(({ id }) => id).sort()).toEqual([ids[0], ids[1]].sort());
    expect(answered.find(({ id }) => id === ids[1])!.with).not.toBeNull();
  });

  test('ends where the second comes in on a device of their own', async () => {
    await round.join(students[1]!);
    const seat = await round.join(students[0]!);
    expect(seat.companion).toBeNull();
    expect(problemOf(await share(students[0]!, ids[1]!, passcodes[1]!))).toBe('device-is-shared');
  });
});

describe('guests', () => {
  let round: AskedClass;
  const come = async (name: string) => {
    const visitor = school.visitor();
    const reply = await visitor.send('POST', '/api/session/round-guest', { code, name });
    visitor.csrf = (reply.body as { csrf?: string }).csrf ?? '';
    return { visitor, reply };
  };
  beforeAll(async () => {
    round = await begin();
  });
  afterAll(() => round.lead({ do: 'end' }).catch(() => undefined));

  test('come in only where the teacher lets them', async () => {
    expect(problemOf((await come('Pat Visitor')).reply)).toBe('no-guests-now');
    await round.lead({ do: 'let-guests-in', guests: true });
    const { visitor, reply } = await come('Pat Visitor');
    expect(reply.status).toBe(200);
    expect((await visitor.ok('GET', '/api/seat')).rounds.map(({ id }) => id)).toEqual([round.id]);
  });

  test('say a name', async () => {
    expect((await come('  ')).reply.status).toBe(422);
  });

  test('answer like everybody else, and are in the results as guests', async () => {
    const { visitor } = await come('Sam Visitor');
    const { entries } = await round.desk();
    await round.lead(read(entries[0]!.id));
    await round.lead(open);
    expect((await round.answer(visitor, 0)).status).toBe(200);
    const { students: rows } = await round.desk();
    expect(rows.filter(({ guest, answered }) => guest && answered)).toHaveLength(1);
  });

  test('who is struck out is out, and what they gave counts no more', async () => {
    const rude = await come('Rude Name');
    await round.answer(rude.visitor, 1);
    const { students: rows } = await round.desk();
    const guest = rows.find(({ name }) => name === 'Rude Name')!;
    await teacher.ok('DELETE', `/api/rounds/${round.id}/guests/${guest.id}`);
    expect((await rude.visitor.send('POST', `/api/seat/rounds/${round.id}`)).status).toBe(401);
    const after = await round.desk();
    expect(after.students.map(({ name }) => name)).not.toContain('Rude Name');
    const { assignmentId } = await round.lead({ do: 'end' });
    const results = await teacher.ok('GET', `/api/assignments/${assignmentId!}/results`);
    const names = results.students.map(({ name }) => name);
    expect([names.includes('Sam Visitor'), names.includes('Rude Name')]).toEqual([true, false]);
  });
});
