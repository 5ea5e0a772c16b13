/** A question of a practice that is tried with other numbers, once it is done: nothing of it counts. */
import { answer, clientKey, openSchool, usualRules, wishes, type School } from './support/school';

let school: School;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

const equation = (template: object | null) => ({
  stem: template ? '<p>What is [[a]] + [[b]]?</p>' : '<p>What is 2 + 3?</p>',
  parts: [
    {
      id: 'p',
      kind: 'numeric',
      key: {
        value: template ? '[[a + b]]' : '5',
        tolerance: { by: 'exact' },
        decimal: 'point',
        units: [],
        unitRequired: false,
      },
      rule: { rule: 'all-or-nothing', points: 2 },
    },
  ],
  explanation: template ? '<p>Together [[a + b]].</p>' : '<p>Together 5.</p>',
  hints: [],
  notes: '',
  ...(template && { template }),
});
const range = (name: string) => ({ kind: 'range', name, from: '100', to: '900', step: '1' });
const drawn = { variables: [range('a'), range('b')], conditions: [] };

/** A practice of one question, begun by a student. */
async function begun(
  index: number,
  { template = drawn as object | null, rules = { mode: 'practice' } as object } = {},
) {
  const teacher = await school.staff('holloway');
  const bank = (await teacher.ok('GET', '/api/banks')).banks.find(({ mine }) => mine)!.id;
  const facts = {
    subject: 'Mathematics',
    grades: [7],
    standards: [],
    depth: 1,
    seconds: 60,
    tags: [],
    author: '',
    licence: '',
  };
  const item = await teacher.ok('POST', '/api/items', {
    clientKey: clientKey(),
    bank,
    folder: null,
    content: equation(template),
    facts,
  });
  const test = await teacher.ok('POST', '/api/tests', {
    clientKey: clientKey(),
    title: 'Sums',
    kind: 'quiz',
    itemIds: [item.id],
  });
  const { version } = await teacher.ok('GET', `/api/tests/${test.id as number}`);
  const assignment = await teacher.ok('POST', '/api/assignments', {
    clientKey: clientKey(),
    testId: test.id,
    testVersion: version,
    ...wishes([1], school.clock.now + 3_600_000),
    rules: { ...usualRules, ...rules },
  });
  const student = await school.student('6B', index);
  const seat = `/api/seat/assignments/${assignment.id as number}/attempt` as const;
  const attempt = await student.ok('POST', seat, {});
  const entry = attempt.form.sections[0]!.entries[0]!;
  const place = `/api/seat/attempts/${attempt.id}/entries/${entry.id}` as const;
  const check = (text: string) =>
    student.ok('POST', `${place}/help`, {
      want: 'check',
      answer: answer(entry.id, 1, { p: text }),
    });
  const others = (round: number, responses: object | null = null) =>
    student.send('POST', `${place}/other-numbers`, { round, responses });
  const open = async () => (await student.ok('POST', seat, {})).help[entry.id];
  return { student, attempt, entry, check, others, open, place };
}
const sumOf = (stem: string) =>
  [...stem.matchAll(/\d+/g)].map(Number).reduce((total, number) => total + number, 0);
type Tried = { item: { stem: string }; checked: null | { share: number; explanation: string } };

test('comes once the question is done, and says so before', async () => {
  const { check, others, entry } = await begun(0);
  expect((await others(1)).body).toMatchObject({ type: '/problems/not-done-yet' });
  expect(await check(String(sumOf(entry.item.stem)))).toMatchObject({ done: true, again: true });
  expect((await others(1)).status).toBe(200);
});

test('has other numbers each round, and the same for the same round', async () => {
  const { check, others, entry } = await begun(1);
  await check(String(sumOf(entry.item.stem)));
  const stems = [];
  for (const round of [1, 2, 1]) stems.push(((await others(round)).body as Tried).item.stem);
  expect(new Set([entry.item.stem, ...stems]).size).toBe(3);
  expect(stems[2]).toBe(stems[0]);
});

test('is judged by its own numbers, and explained with them', async () => {
  const { check, others, entry } = await begun(2);
  await check(String(sumOf(entry.item.stem)));
  const sum = sumOf(((await others(3)).body as Tried).item.stem);
  expect((await others(3, { p: String(sum) })).body).toMatchObject({
    checked: { share: 1, right: [String(sum)], explanation: `<p>Together ${sum}.</p>` },
  });
  expect((await others(3, { p: String(sum + 1) })).body).toMatchObject({ checked: { share: 0 } });
});

test('tells nothing of its answer before one was sent', async () => {
  const { check, others, entry } = await begun(3);
  await check(String(sumOf(entry.item.stem)));
  const { body } = await others(4);
  const sum = sumOf((body as Tried).item.stem);
  expect((body as Tried).checked).toBeNull();
  expect(JSON.stringify(body)).not.toMatch(new RegExp(`${sum}|template|"key"`));
});

test('changes nothing of what was earned', async () => {
  const { check, others, entry, open } = await begun(4);
  await check(String(sumOf(entry.item.stem)));
  const before = await open();
  await others(1, { p: '1' });
  expect(await open()).toEqual(before);
});

test('an answer that is empty cannot be checked', async () => {
  const { check, others, entry } = await begun(5);
  await check(String(sumOf(entry.item.stem)));
  expect((await others(1, { p: '' })).body).toMatchObject({ type: '/problems/nothing-to-check' });
});

test('a question that is the same for everybody has none', async () => {
  const { check, others } = await begun(8, { template: null });
  expect(await check('5')).toMatchObject({ done: true, again: false });
  expect((await others(1)).body).toMatchObject({ type: '/problems/not-in-this-practice' });
});

test('is not for a test, nor for somebody else’s attempt', async () => {
  const { others, place } = await begun(6, { rules: { mode: 'test' } });
  expect((await others(1)).body).toMatchObject({ type: '/problems/no-help-in-test' });
  const somebodyElse = await school.student('6B', 7);
  const reply = await somebodyElse.send('POST', `${place}/other-numbers`, {
    round: 1,
    responses: null,
  });
  expect(reply.status).toBe(404);
});
