/** What is remembered of items: by wording and key, by class, and what the strong students say against a key. */
import {
  answer,
  clientKey,
  openSchool,
  usualRules,
  wishes,
  type School,
  type Visitor,
} from './support/school';
import { choicesOf } from './support/parts';

let school: School;
let teacher: Visitor;
beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
});
afterAll(() => school.close());

const facts = {
  subject: 'Mathematics',
  grades: [6],
  standards: [],
  depth: 2,
  seconds: 60,
  tags: [],
  author: '',
  licence: '',
};
const content = (stem: string, part: object) => ({
  stem: `<p>${stem}</p>`,
  parts: [{ id: 'p', ...part }],
  explanation: '',
  hints: [],
  notes: '',
});
const allOrNothing = { rule: 'all-or-nothing', points: 1 };
const numeric = (value: string) => ({
  kind: 'numeric',
  key: { value, tolerance: { by: 'exact' }, decimal: 'point', units: [], unitRequired: false },
  rule: allOrNothing,
});
const spelled = {
  kind: 'short-text',
  key: {
    variants: ['median'],
    fold: { case: true, space: true, accents: true, punctuation: true },
  },
  rule: allOrNothing,
};
const several = {
  kind: 'multiple-choice',
  choices: [...'abcd'].map((id) => ({ id, text: id })),
  key: ['a', 'b'],
  rule: allOrNothing,
};
const yes = { kind: 'true-false', key: true, rule: allOrNothing };

/** Three suspected keys and three items that tell strong students from weak ones, sat by ten students. */
async function sat() {
  const bank = (await teacher.ok('GET', '/api/banks')).banks.find(({ mine }) => mine)!.id;
  const items: { id: number; revisionId: number; content: object }[] = [];
  for (const [stem, part] of [
    ['Three quarters as a decimal', numeric('0.57')],
    ['The middle value', spelled],
    ['Which are even?', several],
    ['One', yes],
    ['Two', yes],
    ['Three', yes],
  ] as const) {
    const item = content(stem, part);
    const made = await teacher.ok('POST', '/api/items', {
      clientKey: clientKey(),
      bank,
      folder: null,
      content: item,
      facts,
    });
    items.push({ ...made, content: item });
  }
  const { id: testId } = await teacher.ok('POST', '/api/tests', {
    clientKey: clientKey(),
    title: 'Keys',
    kind: 'quiz',
    itemIds: items.map(({ id }) => id),
  });
  const { version } = await teacher.ok('GET', `/api/tests/${testId}`);
  const { id: assignmentId } = await teacher.ok('POST', '/api/assignments', {
    clientKey: clientKey(),
    testId,
    testVersion: version,
    ...wishes([1], school.clock.now + 3_600_000),
    rules: usualRules,
  });
  for (let n = 0; n < 10; n++) {
    const strong = n < 5;
    const student = await school.student('6B', n);
    const attempt = await student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`, {});
    const { entries } = attempt.form.sections[0]!;
    const save = (place: number, response: unknown) =>
      answer(entries[place]!.id, 1, { [entries[place]!.item.parts[0]!.id]: response });
    const choices = choicesOf(entries[2]!.item.parts[0]);
    const chosen = (strong ? ['c', 'd'] : ['a', 'b']).map(
      (text) => choices.find((choice) => choice.text === text)!.id,
    );
    await student.ok('POST', `/api/seat/attempts/${attempt.id}/hand-in`, {
      answers: [
        save(0, strong ? '.75' : `${n}`),
        save(1, strong ? 'Mean' : n < 8 ? 'median' : 'mode'),
        save(2, chosen),
        save(3, String(strong)),
        save(4, String(strong || n === 8)),
        save(5, String(strong || n === 9)),
      ],
    });
    school.clock.now += 1_000;
  }
  await school.jobs();
  return { items, testId, assignmentId };
}

let work: Awaited<ReturnType<typeof sat>>;
beforeAll(async () => {
  work = await sat();
});

test('most of the strong giving the same other answer puts a key in doubt: a number, a word, a set of choices', async () => {
  const { items } = await teacher.ok('GET', `/api/assignments/${work.assignmentId}/results`);
  const reasons = items.map(
    ({ flags }) => flags.find(({ kind }) => kind === 'possible-miskey')?.reason ?? null,
  );
  expect(reasons.slice(0, 2)).toEqual([
    '100% of the 3 strongest students answered “.75”, only 0% what the key takes.',
    '100% of the 3 strongest students answered “Mean”, only 0% what the key takes.',
  ]);
  expect(reasons[2]).toMatch(/^100% of the 3 strongest students answered “c.*d”/);
  expect(reasons.slice(3)).toEqual([null, null, null]);
});

test('a forecast rests on the classes that met the items, and is there for whoever builds the test', async () => {
  const { forecast } = await teacher.ok('GET', `/api/tests/${work.testId}`);
  expect(forecast).toMatchObject({ items: 6, known: 6, classes: 1 });
  // Right: of 60 answers 3 words, 5 sets, and of the last three items 5, 6 and 6.
  expect(forecast.mean!.value).toBeCloseTo(25 / 60, 9);
  expect(forecast.mean!.low).toBeLessThan(0.3);
  expect(forecast.mean!.high).toBeGreaterThan(0.55);
});

test('figures of an item are those of its wording and key; what was seen before is kept apart, and comes back with them', async () => {
  const [item] = work.items;
  const read = async () => {
    const { item: row, earlier, byGrade } = await teacher.ok('GET', `/api/items/${item!.id}`);
    return { facility: row.facility, earlier, grades: byGrade.length, revisionId: row.revisionId };
  };
  expect(await read()).toMatchObject({ facility: { value: 0, n: 10 }, earlier: null, grades: 1 });
  const save = async (change: object) =>
    teacher.ok('POST', `/api/items/${item!.id}/revisions`, {
      basedOn: (await read()).revisionId,
      content: change,
      facts,
    });
  await save(content('Three quarters as a decimal', numeric('0.75')));
  expect(await read()).toMatchObject({ facility: null, earlier: { n: 10, share: 0 }, grades: 0 });
  // The test still asks what it asked, and knows what was earned on it.
  expect((await teacher.ok('GET', `/api/tests/${work.testId}`)).forecast.known).toBe(6);
  // Notes for teachers change nothing for those who answer.
  await save({ ...content('Three quarters as a decimal', numeric('0.57')), notes: 'As it was.' });
  expect(await read()).toMatchObject({ facility: { value: 0, n: 10 }, earlier: null, grades: 1 });
});
