/** What can be asked of a class beside a test: aloud, what is prepared, single items, an earlier round. */
import { clientKey, openSchool, type School, type Visitor } from './support/school';
import { AskedClass, open, problemOf, read } from './support/round';

let school: School;
let teacher: Visitor;
let students: Visitor[];
let classId: number;
let itemIds: number[];
const nothing = { what: 'nothing', title: 'On the spot' };

beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
  students = [];
  for (const n of [0, 1, 2]) students.push(await school.student('6B', n));
  const page = await teacher.ok('GET', '/api/items?words=RAT&grades=6&kind=single-choice');
  itemIds = page.items.slice(0, 3).map(({ id }) => id);
  const { classes } = await teacher.ok('GET', '/api/classes');
  classId = classes.find(({ name }) => name === '6B')!.id;
});
afterAll(() => school.close());

describe('a question asked aloud', () => {
  let round: AskedClass;
  beforeAll(async () => {
    round = await AskedClass.begin(teacher, classId, nothing);
  });

  test('is open at once, with as many letters as were wanted', async () => {
    const { asking } = await round.askAloud('choices', { choices: 3 });
    expect(asking).toMatchObject({ step: 'open', keyed: false });
    const { shown } = await round.join(students[0]!);
    const part = shown.asking!.item.parts[0] as unknown as { choices: { text: string }[] };
    expect(part.choices.map(({ text }) => text)).toEqual(['A', 'B', 'C']);
  });

  test('is not answered by who only says that they are not sure', async () => {
    const { shown } = await round.join(students[2]!);
    await round.send(students[2]!, shown.asking!.id, {}, { unsure: true });
    expect((await round.desk()).students.some(({ answered }) => answered)).toBe(false);
  });

  test('counts who is not sure, and says so to nobody in the room', async () => {
    await round.answer(students[0]!, 0, { unsure: true });
    await round.answer(students[1]!, 1);
    expect((await round.desk()).asking!.unsure).toBe(1);
    const told = JSON.stringify(await round.join(students[1]!));
    expect(told.match(/"unsure":true/)).toBeNull();
  });

  test('has no right answer before one is told', async () => {
    await round.lead({ do: 'close' });
    const { asking, students: list } = await round.desk();
    expect([asking!.rightIds, asking!.right]).toEqual([[], []]);
    expect(list.find(({ answered }) => answered)!.share).toBeNull();
  });

  test('is scored by what the teacher says is right', async () => {
    const { asking } = await round.desk();
    const second = asking!.spread[0]!.lines[1]!.id;
    const told = await round.tellKey(second);
    expect(told.asking).toMatchObject({ keyed: true, rightIds: [second], right: ['B'] });
    expect(told.students.filter(({ share }) => share === 1)).toHaveLength(1);
  });

  test('has its right answer told once', async () => {
    const { version, asking } = await round.desk();
    const body = { version, entry: asking!.entry, right: [asking!.spread[0]!.lines[0]!.id] };
    const again = await teacher.send('POST', `/api/rounds/${round.id}/key`, body);
    expect(problemOf(again)).toBe('key-was-told');
  });

  test('can ask for a number, and takes no word for its key', async () => {
    await round.askAloud('number');
    await round.answer(students[0]!, '3/4');
    const { version, asking } = await round.lead({ do: 'close' });
    const body = { version, entry: asking!.entry, right: ['many'] };
    const words = await teacher.send('POST', `/api/rounds/${round.id}/key`, body);
    expect(problemOf(words)).toBe('no-such-key');
    const told = await round.tellKey('0.75');
    expect(told.students.filter(({ share }) => share === 1)).toHaveLength(1);
  });

  test('gathers what says the same, and shows the class only what the teacher chose', async () => {
    await round.askAloud('words', { wording: 'What made this hard?' });
    await round.answer(students[0]!, 'Fractions');
    await round.answer(students[1]!, 'fractons ');
    await round.answer(students[2]!, 'you');
    const { asking } = await round.lead({ do: 'close' });
    const lines = asking!.spread[0]!.lines.map(({ text, students: n }) => [text, n]);
    expect(lines).toEqual([
      ['Fractions', 2],
      ['you', 1],
    ]);
    await round.lead({ do: 'show-spread' });
    expect((await round.join(students[2]!)).shown.asking!.spread![0]!.lines).toEqual([]);
    await round.lead({ do: 'choose-lines', lines: [asking!.spread[0]!.lines[0]!.id] });
    const shown = (await round.join(students[2]!)).shown.asking!.spread![0]!;
    expect(shown.lines.map(({ text }) => text)).toEqual(['Fractions']);
  });

  test('stands in no search before it has its wording', async () => {
    const found = await teacher.ok('GET', '/api/items?words=aloud');
    expect(found.items).toEqual([]);
    const { banks } = await teacher.ok('GET', '/api/banks');
    expect(banks.find(({ name }) => name === 'Asked in class')).toMatchObject({ items: 0 });
  });

  test('leaves what is not scored out of the results', async () => {
    const { assignmentId } = await round.lead({ do: 'end' });
    const results = await teacher.ok('GET', `/api/assignments/${assignmentId!}/results`);
    const points = results.students.map((student) => student.points).filter((p) => p !== null);
    // One had the letter, one the number; what was asked in words counts for nobody.
    expect(points.sort()).toEqual([0, 1, 1]);
  });

  test('becomes an item of a bank with its wording, and the results read it', async () => {
    const { entries, assignmentId } = await round.desk();
    const question = entries[2]!;
    const facts = {
      subject: 'Mathematics',
      grades: [6],
      standards: [],
      depth: null,
      seconds: null,
    };
    const wording = {
      stem: '<p>Which kind of task was hard?</p>',
      choices: [],
      right: ['fractions', 'fractons'],
      bank: null,
      facts: { ...facts, tags: [], author: '', licence: '' },
    };
    const path = `/api/rounds/${round.id}/questions/${question.id}/wording`;
    const { itemId } = await teacher.ok(
      'POST',
      `/api/rounds/${round.id}/questions/${question.id}/wording`,
      wording,
    );
    expect((await teacher.ok('GET', '/api/items?words=kind+task')).items).toEqual([
      expect.objectContaining({ id: itemId }),
    ]);
    const results = await teacher.ok('GET', `/api/assignments/${assignmentId!}/results`);
    const points = results.students.map((student) => student.points).filter((p) => p !== null);
    expect(points.sort()).toEqual([0, 2, 2]);
    expect(problemOf(await teacher.send('POST', path, wording))).toBe('question-has-wording');
  });
});

test('a question that asks for a file is assigned, and not asked in class', async () => {
  const page = await teacher.ok('GET', '/api/items?kind=upload');
  const itemIds = page.items.slice(0, 1).map(({ id }) => id);
  const from = { what: 'items', title: 'Photos', itemIds };
  const wanted = { clientKey: clientKey(), classId, from, pace: null };
  expect(problemOf(await teacher.send('POST', '/api/rounds', wanted))).toBe(
    'files-cannot-be-asked',
  );
  const prepared = await teacher.send('POST', '/api/prepared', { classIds: [classId], itemIds });
  expect(problemOf(prepared)).toBe('files-cannot-be-asked');
});

describe('what is prepared for a class', () => {
  const list = async () => {
    const { questions } = await teacher.ok('GET', `/api/classes/${classId}/prepared`);
    return questions.map(({ itemId }) => itemId);
  };
  const prepared = { what: 'prepared', title: 'Prepared' };

  test('stands in the order in which it was put there, each once', async () => {
    await teacher.ok('PUT', `/api/classes/${classId}/prepared`, { itemIds: [] });
    await teacher.ok('POST', '/api/prepared', {
      classIds: [classId],
      itemIds: itemIds.slice(0, 2),
    });
    const { added } = await teacher.ok('POST', '/api/prepared', { classIds: [classId], itemIds });
    expect([added, await list()]).toEqual([1, itemIds]);
  });

  test('is put into another order, and taken off', async () => {
    const wanted = [itemIds[2]!, itemIds[0]!];
    await teacher.ok('PUT', `/api/classes/${classId}/prepared`, { itemIds: wanted });
    expect(await list()).toEqual(wanted);
  });

  test('stays for another day as far as it was not asked', async () => {
    const round = await AskedClass.begin(teacher, classId, prepared);
    const { entries } = await round.desk();
    expect(entries).toHaveLength(2);
    await round.lead(read(entries[0]!.id));
    await round.lead(open);
    await round.answer(students[0]!, 0);
    await round.lead({ do: 'end' });
    expect(await list()).toEqual([itemIds[0]]);
  });

  test('of a class where nothing is, no round can begin', async () => {
    await teacher.ok('PUT', `/api/classes/${classId}/prepared`, { itemIds: [] });
    const begin = { clientKey: clientKey(), classId, from: prepared };
    expect(problemOf(await teacher.send('POST', '/api/rounds', begin))).toBe('nothing-prepared');
  });

  test('belongs to its teachers', async () => {
    const other = await school.staff('nwosu');
    expect((await other.send('GET', `/api/classes/${classId}/prepared`)).status).toBe(404);
    const put = { classIds: [classId], itemIds };
    expect((await other.send('POST', '/api/prepared', put)).status).toBe(404);
  });
});

describe('a round from single items', () => {
  const items = () => ({ what: 'items', title: 'Chosen', itemIds: itemIds.slice(0, 2) });

  test('is led again with what it did not come to', async () => {
    const round = await AskedClass.begin(teacher, classId, items());
    const { entries } = await round.desk();
    await round.lead(read(entries[0]!.id));
    await round.lead(open);
    await round.lead({ do: 'end' });
    const rest = { what: 'round', roundId: round.id, only: 'left' };
    const tomorrow = await AskedClass.begin(teacher, classId, rest);
    expect((await tomorrow.desk()).entries.map(({ id }) => id)).toEqual([entries[1]!.id]);
    await tomorrow.lead({ do: 'end' });
  });

  test('takes further items while it goes on, each once', async () => {
    const round = await AskedClass.begin(teacher, classId, items());
    const { entries } = await round.add({ what: 'items', itemIds });
    expect(entries).toHaveLength(3);
    await round.lead({ do: 'end' });
  });

  test('suggests what to ask next, of the same standards and not asked yet', async () => {
    const round = await AskedClass.begin(teacher, classId, items());
    const { entries } = await round.desk();
    await round.lead(read(entries[0]!.id));
    const { items: next } = await teacher.ok('GET', `/api/rounds/${round.id}/suggestions`);
    const own = (await teacher.ok('POST', '/api/items/rows', { items: [itemIds[0]!] })).items[0]!;
    const codes = own.standards.map(({ code }) => code);
    expect(next.length).toBeGreaterThan(0);
    for (const { id, standards } of next) {
      expect(itemIds.slice(0, 2)).not.toContain(id);
      expect(standards.some((code) => codes.includes(code))).toBe(true);
    }
    await round.lead({ do: 'end' });
  });

  test('is given as practice to those who answered nothing, in one step', async () => {
    const round = await AskedClass.begin(teacher, classId, items());
    const { entries, students: all } = await round.desk();
    await round.lead(read(entries[0]!.id));
    await round.lead(open);
    await round.answer(students[0]!, 0);
    await round.lead({ do: 'end' });
    const give = (body: object) => teacher.ok('POST', `/api/rounds/${round.id}/practice`, body);
    const key = { clientKey: clientKey() };
    const given = await give(key);
    expect(given).toMatchObject({ students: all.length - 1, questions: 1, leftOut: 0 });
    expect((await give(key)).assignmentId).toBe(given.assignmentId);
    const seen = async (student: Visitor) =>
      (await student.ok('GET', '/api/seat')).assignments.some(
        ({ assignmentId }) => assignmentId === given.assignmentId,
      );
    expect([await seen(students[0]!), await seen(students[1]!)]).toEqual([false, true]);
  });
});
