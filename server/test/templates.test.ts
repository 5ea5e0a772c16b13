/** Questions that make themselves, through the server: what students get, how it is judged, where it shows. */
import { unpackResults } from '@oaken/contract/results';
import type { Filled } from '@oaken/contract/assessments';
import { emptyBlueprint } from '@oaken/core/assembly';
import {
  answer,
  clientKey,
  openSchool,
  usualRules,
  wishes,
  type School,
  type Visitor,
} from './support/school';

let school: School;
let teacher: Visitor;
beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
});
afterAll(() => school.close());

const keepsSign = 'Keeps the sign when moving a term.';
const range = (name: string, from: string, to: string) => ({
  kind: 'range',
  name,
  from,
  to,
  step: '1',
});
const template = {
  variables: [
    range('a', '2', '9'),
    range('b', '1', '9'),
    range('x', '2', '10'),
    { kind: 'formula', name: 'c', formula: 'a * x + b' },
  ],
  conditions: [] as string[],
};
const key = {
  value: '[[x]]',
  mistakes: [{ value: '[[(c + b) / a]]', misconception: keepsSign }],
  tolerance: { by: 'exact' },
  decimal: 'point',
  units: [],
  unitRequired: false,
};
const equation = {
  stem: '<p>What is x if [[a]]x + [[b]] = [[c]]?</p>',
  parts: [{ id: 'p', kind: 'numeric', key, rule: { rule: 'all-or-nothing', points: 2 } }],
  explanation: '<p>[[c]] − [[b]] is [[c - b]], and a [[a]]th of it is [[x]].</p>',
  hints: ['<p>Take [[b]] away first.</p>'],
  notes: '',
  template,
};
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

const bank = async () => (await teacher.ok('GET', '/api/banks')).banks.find(({ mine }) => mine)!.id;
const sendItem = async (content: object) =>
  teacher.send('POST', '/api/items', {
    clientKey: clientKey(),
    bank: await bank(),
    folder: null,
    content,
    facts,
  });
async function testOf(content: object) {
  const { id } = (await sendItem(content)).body as { id: number };
  const made = await teacher.ok('POST', '/api/tests', {
    clientKey: clientKey(),
    title: 'Equations',
    kind: 'quiz',
    itemIds: [id],
  });
  return { itemId: id, testId: made.id as number };
}
/** All that a student can read at once, as soon as they have handed in. */
const atHandIn = {
  ...usualRules.release,
  score: 'at-hand-in',
  marks: 'at-hand-in',
  answers: 'at-hand-in',
  explanations: 'at-hand-in',
};
async function give(content: object, rules: object = {}) {
  const { testId } = await testOf(content);
  const { version } = await teacher.ok('GET', `/api/tests/${testId}`);
  return teacher.send('POST', '/api/assignments', {
    clientKey: clientKey(),
    testId,
    testVersion: version,
    ...wishes([1], school.clock.now + 3_600_000),
    rules: {
      ...usualRules,
      release: atHandIn,
      ...rules,
    },
  });
}
const given = async (rules: object = {}) =>
  ((await give(equation, rules)).body as { id: number }).id;

/** A student's own question, and what to answer it with. */
async function begin(assignmentId: number, index: number) {
  const student = await school.student('6B', index);
  const attempt = await student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`, {});
  const entry = attempt.form.sections[0]!.entries[0]!;
  const [a, b, c] = [...entry.item.stem.matchAll(/\d+/g)].map(Number) as [number, number, number];
  const right = String((c - b) / a);
  const mistaken = `${c + b}/${a}`;
  const said = (text: string, number = 1) => answer(entry.id, number, { p: text });
  const handIn = (text: string) =>
    student.ok('POST', `/api/seat/attempts/${attempt.id}/hand-in`, { answers: [said(text)] });
  return { student, attempt, entry, right, mistaken, said, handIn };
}

describe('a student', () => {
  test('gets numbers of their own, the same after a reload, and nothing that gives them away', async () => {
    const assignmentId = await given();
    const sittings = await Promise.all([0, 1, 2, 3].map((index) => begin(assignmentId, index)));
    const stems = sittings.map(({ entry }) => entry.item.stem);
    expect(new Set(stems).size).toBeGreaterThan(1);
    const [first] = sittings;
    const again = await first!.student.ok(
      'POST',
      `/api/seat/assignments/${assignmentId}/attempt`,
      {},
    );
    expect(again.form.sections[0]!.entries[0]!.item.stem).toBe(stems[0]);
    expect(JSON.stringify(sittings.map(({ attempt }) => attempt))).not.toMatch(
      /\[\[|template|mistake|variant/,
    );
  });

  test('is scored by them, and reads the solution with them', async () => {
    const assignmentId = await given();
    const { right, handIn, entry } = await begin(assignmentId, 5);
    await handIn(right);
    const { now } = school.clock;
    // What is right is told once nobody can sit it any more.
    school.clock.now = now + 96 * 3_600_000;
    const student = await school.student('6B', 5);
    const report = await student.ok('GET', `/api/seat/assignments/${assignmentId}/report`);
    school.clock.now = now;
    expect(report).toMatchObject({ score: { points: 2, maxPoints: 2 } });
    const shown = JSON.stringify(report);
    expect(shown).not.toContain('[[');
    expect(shown).toContain(`is ${right}.`);
    expect(shown).toContain(entry.item.stem);
  });

  test('who practices is told by their own key, and gets hints with their numbers', async () => {
    const assignmentId = await given({ mode: 'practice' });
    const { student, attempt, entry, right, mistaken, said } = await begin(assignmentId, 6);
    const path = `/api/seat/attempts/${attempt.id}/entries/${entry.id}/help` as const;
    const wrong = await student.ok('POST', path, { want: 'check', answer: said(mistaken) });
    const hint = await student.ok('POST', path, { want: 'hint', after: 0 });
    const good = await student.ok('POST', path, { want: 'check', answer: said(right, 2) });
    expect([wrong, good].map((reply) => JSON.stringify(reply).includes('"right":true'))).toEqual([
      false,
      true,
    ]);
    expect(JSON.stringify(hint)).toMatch(/Take \d away first/);
  });
});

describe('a teacher', () => {
  test('watches answers that are judged by each one’s own key', async () => {
    const assignmentId = await given();
    const two = await Promise.all([7, 8].map((index) => begin(assignmentId, index)));
    for (const { student, attempt, said, right } of two)
      await student.ok('PUT', `/api/seat/attempts/${attempt.id}/answers`, {
        answers: [said(right)],
      });
    const { questions } = await teacher.ok(
      'GET',
      `/api/assignments/${assignmentId}/watch/questions`,
    );
    expect(JSON.stringify(questions)).not.toContain('[[');
    expect(questions[0]).toMatchObject({ judged: 2, right: 2 });
    const { students } = await teacher.ok('GET', `/api/assignments/${assignmentId}/watch`);
    const shares = students.flatMap(({ cells }) => cells.flatMap((cell) => cell?.share ?? []));
    expect(shares).toEqual([1, 1]);
  });

  test('reads one mistake under its name, whatever the numbers were', async () => {
    const assignmentId = await given();
    for (const index of [0, 1, 2]) {
      const sitting = await begin(assignmentId, index);
      await sitting.handIn(index === 2 ? sitting.right : sitting.mistaken);
    }
    const { items, students } = unpackResults(
      await teacher.ok('GET', `/api/assignments/${assignmentId}/results`),
    );
    expect(items[0]!.wrongAnswers).toMatchObject([{ n: 2, misconception: keepsSign }]);
    expect(items[0]!.variants).toMatchObject({ given: 3, groups: [] });
    expect(items[0]!.stem).not.toContain('[[');
    const shares = students.flatMap(({ cells }) => cells.map((cell) => cell?.share));
    expect(shares.filter((share) => share !== undefined)).toEqual(
      expect.arrayContaining([0, 0, 1]),
    );
  });

  test('finds nothing to decide about what is right for one and wrong for another', async () => {
    const assignmentId = await given();
    const { mistaken, handIn, entry } = await begin(assignmentId, 3);
    await handIn(mistaken);
    expect(
      (await teacher.send('GET', `/api/marking/${assignmentId}/${entry.id}/p/unknown`)).status,
    ).toBe(404);
  });

  test('can change the formula of the key, and not the numbers that students had', async () => {
    const assignmentId = await given();
    const { handIn, mistaken, entry } = await begin(assignmentId, 4);
    await handIn(mistaken);
    const preview = (content: object) =>
      teacher.send('POST', `/api/assignments/${assignmentId}/rescores/preview`, {
        entry: entry.id,
        content,
      });
    const otherKey = { ...key, value: '[[(c + b) / a]]', mistakes: [] };
    const good = await preview({
      ...equation,
      parts: [{ ...equation.parts[0]!, key: otherKey }],
    });
    expect(good).toMatchObject({ status: 200, body: { gain: [{}], lose: [] } });
    const others = { ...template, variables: template.variables.with(0, range('a', '3', '9')) };
    const refused = await preview({ ...equation, template: others });
    expect(refused.status).toBe(422);
    expect(JSON.stringify(refused.body)).toContain(
      'This would change the numbers that students had',
    );
    const accepted = await teacher.send(
      'POST',
      `/api/assignments/${assignmentId}/rescores/preview`,
      {
        entry: entry.id,
        accept: { part: 'p', response: mistaken },
      },
    );
    expect(JSON.stringify(accepted.body)).toContain('one student’s numbers');
  });

  test('asks a class one and the same question in a round', async () => {
    const { itemId } = await testOf(equation);
    const round = await teacher.ok('POST', '/api/rounds', {
      clientKey: clientKey(),
      classId: 1,
      from: { what: 'items', title: 'Equations', itemIds: [itemId] },
    });
    const desk = await teacher.ok('GET', `/api/rounds/${round.id}`);
    expect(JSON.stringify(desk)).not.toContain('[[');
    expect(JSON.stringify(desk)).toMatch(/What is x if \dx \+ \d = \d+/);
  });
});

describe('a template', () => {
  test('that cannot be worked out is refused, with the place', async () => {
    const { status, body } = await sendItem({ ...equation, stem: '<p>[[z]]</p>' });
    expect([status, JSON.stringify(body)]).toEqual([
      422,
      expect.stringContaining('There is no variable z'),
    ]);
  });

  test('that is unfair to some keeps its test from being given, with a variant that shows it', async () => {
    const unfair = {
      ...equation,
      template: { ...template, variables: template.variables.with(1, range('b', '0', '9')) },
    };
    const { testId } = await testOf(unfair);
    const { revisions } = await teacher.ok('GET', `/api/tests/${testId}`);
    expect(revisions[0]!.unfair).toEqual([
      expect.stringMatching(/^The wrong answer \d+ is right here/),
    ]);
    const { status, body } = await give(unfair);
    expect([status, JSON.stringify(body)]).toEqual([
      422,
      expect.stringContaining('Question 1 is not fair'),
    ]);
  });

  test('is found by what it has, and by the words of an example', async () => {
    const { itemId } = await testOf(equation);
    const { items } = await teacher.ok('GET', '/api/items?has=variants&words=x%20if' as never);
    expect((items as { id: number }[]).map(({ id }) => id)).toContain(itemId);
  });

  test('that asks for more work than there is time for is refused', async () => {
    const long = Array.from({ length: 59 }, () => '7').join(' * ');
    const squares = Array.from({ length: 7 }, (_, n) => ({
      kind: 'formula',
      name: `s${n}`,
      formula: long,
    }));
    const variables = [...template.variables, ...squares];
    const { status, body } = await sendItem({ ...equation, template: { ...template, variables } });
    expect([status, JSON.stringify(body)]).toEqual([422, expect.stringContaining('too long')]);
  });
});

describe('questions on a topic', () => {
  const standardOf = async (code: string) => {
    const { frameworks } = await teacher.ok('GET', '/api/frameworks');
    return frameworks.flatMap(({ standards }) => standards).find((line) => line.code === code)!.id;
  };

  test('come from the easiest to the hardest, from banks and templates', async () => {
    const wanted = { standards: [await standardOf('MA.RAT')], count: 12, level: 'easy-to-hard' };
    const { items, available } = await teacher.ok('POST', '/api/topic-items', wanted);
    expect([items.length, available > 12]).toEqual([12, true]);
    const known = items.flatMap(({ facility }) => facility?.value ?? []);
    expect(known).toEqual([...known].sort((a, b) => b - a));
    expect(items.some(({ content }) => content.template)).toBe(true);
  });

  test('can be only those with other numbers for each student', async () => {
    const wanted = { standards: [await standardOf('MA.5.NUM.1')], count: 12, level: 'hard' };
    const body = { ...wanted, variantsOnly: true };
    const { items } = await teacher.ok('POST', '/api/topic-items', body);
    expect(new Set(items.map(({ content }) => content.template !== undefined))).toEqual(
      new Set([true]),
    );
  });

  test('a blueprint takes only those where that is wanted', async () => {
    const { id } = await teacher.ok('POST', '/api/tests', {
      clientKey: clientKey(),
      title: 'Planned',
      kind: 'quiz',
      itemIds: [],
    });
    const { body } = await teacher.post(`/api/tests/${id as number}/fill`, {
      blueprint: {
        ...emptyBlueprint(),
        byDepth: false,
        rows: [{ standard: await standardOf('MA.RAT'), wants: [6] }],
        level: 'easy-to-hard',
        variantsOnly: true,
        unknownToo: true,
      },
      keep: [],
      forms: 1,
      seconds: 5,
    });
    const { forms } = JSON.parse(String(body).trim().split('\n').at(-1)!) as Filled;
    expect(forms[0]!.map(({ content }) => content.template !== undefined)).toEqual(
      Array.from({ length: 6 }, () => true),
    );
  });
});
