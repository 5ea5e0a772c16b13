import type { SittingPart } from '@oaken/core/items';
import { fromJson, row, rows } from './support/sql';
import { readEdition, readStored, compute } from '../src/rescoring/computing';
import { renewFigures } from '../src/figures/renew';
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

const choices = ['a', 'b', 'c'].map((id) => ({ id, text: `<p>${id}</p>` }));
const single = (key: string) => ({
  id: 'p',
  kind: 'single-choice',
  choices,
  key: [key],
  rule: { rule: 'all-or-nothing', points: 1 },
});
const word = {
  id: 'p',
  kind: 'short-text',
  key: { variants: ['mean'], fold: { case: true, space: true, accents: true, punctuation: true } },
  rule: { rule: 'all-or-nothing', points: 1 },
};

/** A test of two choices (keys a and b) and a word; each student's answers in this order; null: still working. */
async function sat(all: (string[] | null)[], from: number, change: Record<string, unknown> = {}) {
  const bank = (await teacher.ok('GET', '/api/banks')).banks.find(({ mine }) => mine)!.id;
  const item = async (part: object) =>
    (
      await teacher.ok('POST', '/api/items', {
        clientKey: clientKey(),
        bank,
        folder: null,
        content: { stem: '<p>Which?</p>', parts: [part], explanation: '', hints: [], notes: '' },
        facts: {
          subject: 'Science',
          grades: [6],
          standards: [],
          depth: 2,
          seconds: 60,
          tags: [],
          author: '',
          licence: '',
        },
      })
    ).id;
  const itemIds = [await item(single('a')), await item(single('b')), await item(word)];
  const { id: testId } = await teacher.ok('POST', '/api/tests', {
    clientKey: clientKey(),
    title: 'Repaired',
    kind: 'quiz',
    itemIds,
  });
  const { version } = await teacher.ok('GET', `/api/tests/${testId}`);
  const bands = [
    { name: 'Good', from: 0.6 },
    { name: 'Not yet', from: 0 },
  ];
  const rules = {
    ...usualRules,
    release: { ...usualRules.release, score: 'at-hand-in', show: 'band', bands },
    ...change,
  };
  const { id: assignmentId } = await teacher.ok('POST', '/api/assignments', {
    clientKey: clientKey(),
    testId,
    testVersion: version,
    ...wishes([1], school.clock.now + 3_600_000),
    rules,
  });
  const attempts = [];
  for (const [n, currentAnswers] of all.entries()) {
    const student = await school.student('6B', from + n);
    const attempt = await student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`, {});
    const entries = attempt.form.sections.flatMap((section) => section.entries);
    // Ids of choices give nothing away; their words tell which is which.
    const idOf = (part: SittingPart, text: string) =>
      'choices' in part
        ? choicesOf(part).find((choice) => choice.text === `<p>${text}</p>`)!.id
        : text;
    const answers = (currentAnswers ?? ['b', 'a', '']).map((text, i) =>
      answer(entries[i]!.id, 1, {
        [entries[i]!.item.parts[0]!.id]: idOf(entries[i]!.item.parts[0]!, text),
      }),
    );
    if (currentAnswers)
      await student.ok('POST', `/api/seat/attempts/${attempt.id}/hand-in`, { answers });
    attempts.push({ student, id: attempt.id as number, entries, answers });
    school.clock.now += 1_000;
  }
  const entries = attempts[0]!.entries.map(({ id }) => id) as string[];
  const path = `/api/assignments/${assignmentId}` as const;
  const scores = async () =>
    (
      await rows<{ counted: number; maxPoints: number }>(
        school.database,
        'SELECT counted_points AS counted, max_points AS maxPoints FROM attempts WHERE assignment_id = :assignmentId AND counted_points IS NOT NULL ORDER BY id',
        { assignmentId },
      )
    ).map(({ counted, maxPoints }) => `${counted}/${maxPoints}`);
  const content = async (index: number) =>
    (await teacher.ok('GET', `${path}/results`)).items[index]!.content;
  return { assignmentId, path, attempts, entries, scores, content, itemIds };
}
type Sat = Awaited<ReturnType<typeof sat>>;

/** The first item's content with the choice of these words as its key. */
async function keyed({ content }: Sat, text: string) {
  const rescored = await content(0);
  const id = choicesOf(rescored!.parts[0]).find((choice) => choice.text === `<p>${text}</p>`)!.id;
  return { ...rescored, parts: [{ ...rescored!.parts[0], key: [id] }] };
}
const rescore = async ({ path }: Sat, change: object, more: object = {}) => {
  const { edition } = await teacher.ok('POST', `${path}/rescores/preview`, change);
  return teacher.ok('POST', `${path}/rescores`, {
    change,
    edition,
    reason: '',
    tell: false,
    ...more,
  });
};

test('a changed key: said before, done for all, told only if wished, kept, undone', async () => {
  const sitting = await sat(
    [
      ['a', 'b', 'mean'],
      ['b', 'b', 'x'],
      ['b', 'a', 'mean'],
      ['c', 'a', 'x'],
    ],
    0,
  );
  expect(await sitting.scores()).toEqual(['3/3', '1/3', '1/3', '0/3']);
  const change = { entry: sitting.entries[0], content: await keyed(sitting, 'b') };
  const ahead = await teacher.ok('POST', `${sitting.path}/rescores/preview`, change);
  expect(ahead.gain.map((line) => [line.before.points, line.after.points, line.bands])).toEqual([
    [1, 2, { before: 'Not yet', after: 'Good' }],
    [1, 2, { before: 'Not yet', after: 'Good' }],
  ]);
  expect([ahead.lose.length, ahead.same, ahead.attempts]).toEqual([1, 1, 4]);
  expect(ahead.bands).toEqual([
    { name: 'Good', before: 1, after: 3 },
    { name: 'Not yet', before: 3, after: 1 },
  ]);
  expect([ahead.figures.before.mean.value, ahead.figures.after.mean.value]).toEqual([1.25, 1.5]);
  // Looking changes nothing.
  expect(await sitting.scores()).toEqual(['3/3', '1/3', '1/3', '0/3']);

  const body = {
    change,
    edition: ahead.edition,
    reason: 'The table in the book says b.',
    tell: true,
  };
  const done = await teacher.ok('POST', `${sitting.path}/rescores`, body);
  expect(done).toMatchObject({ attempts: 4, gained: 2, lost: 1 });
  expect(await sitting.scores()).toEqual(['2/3', '2/3', '2/3', '0/3']);
  // What somebody looked at before this is not done on top of it.
  expect((await teacher.send('POST', `${sitting.path}/rescores`, body)).body.title).toBe(
    'The key or scoring was changed in the meantime.',
  );
  const report = () =>
    sitting.attempts[1]!.student.ok('GET', `/api/seat/assignments/${sitting.assignmentId}/report`);
  expect((await report()).notes).toEqual([
    'Question 1 was rescored: The table in the book says b.',
  ]);

  const more = await rescore(sitting, { entry: sitting.entries[1], override: 'dropped' });
  expect(await sitting.scores()).toEqual(['1/2', '1/2', '2/2', '0/2']);
  const { rescores } = await teacher.ok('GET', `${sitting.path}/rescores`);
  expect(
    rescores.map(({ id, number, by, mayUndo, told }) => [id, number, by, mayUndo, told]),
  ).toEqual([
    [more.id, 2, 'Maren Holloway', true, false],
    [done.id, 1, 'Maren Holloway', false, true],
  ]);
  expect(
    (await teacher.send('POST', `${sitting.path}/rescores/${done.id}/undo`, {})).body.title,
  ).toBe('Something was changed after it.');
  for (const { id } of [more, done])
    await teacher.ok('POST', `${sitting.path}/rescores/${id}/undo`, {});
  expect(await sitting.scores()).toEqual(['3/3', '1/3', '1/3', '0/3']);
  expect((await report()).notes).toEqual([]);
  expect((await teacher.ok('POST', `${sitting.path}/rescores/${done.id}/undo`, {})).attempts).toBe(
    0,
  );
});

test('more answers, all the points, other points, leaving out; the bank learns nothing from what was overridden', async () => {
  const sitting = await sat(
    [
      ['a', 'b', 'average'],
      ['b', 'b', 'Average'],
      ['a', 'a', 'sum'],
    ],
    5,
  );
  const part = sitting.attempts[0]!.entries[2]!.item.parts[0]!.id;
  await rescore(sitting, { entry: sitting.entries[2], accept: { part, response: 'average' } });
  expect(await sitting.scores()).toEqual(['3/3', '2/3', '1/3']);
  await rescore(sitting, { entry: sitting.entries[0], points: 3 });
  expect(await sitting.scores()).toEqual(['5/5', '2/5', '3/5']);
  await rescore(sitting, { entry: sitting.entries[1], override: 'full-credit' });
  expect(await sitting.scores()).toEqual(['5/5', '2/5', '4/5']);
  await renewFigures({ database: school.database, now: () => school.clock.now } as never);
  const seen = await rows<{ n: number }>(
    school.database,
    'SELECT answer_count AS n FROM items WHERE id IN (:ids) ORDER BY id',
    { ids: sitting.itemIds },
  );
  expect(seen.map(({ n }) => n)).toEqual([3, 0, 3]);
  // By grade too, for whoever opens the item in the bank.
  const { byGrade } = await teacher.ok('GET', `/api/items/${sitting.itemIds[0]}`);
  expect(byGrade).toEqual([
    { grade: 6, n: 3, share: expect.closeTo(2 / 3, 9), itemRestCorrelation: null },
  ]);
  const refused = await teacher.send('POST', `${sitting.path}/rescores/preview`, {
    entry: sitting.entries[2],
    accept: { part, response: ' AVERAGE' },
  });
  expect([refused.status, refused.body.errors![0]!.message]).toEqual([
    422,
    'AVERAGE counts as right already.',
  ]);
});

test('a key that changes while a student sits: nothing of theirs is lost, and the new key counts', async () => {
  const sitting = await sat([['a', 'b', 'mean'], null], 9);
  const { entries, student, id, answers } = sitting.attempts[1]!;
  await student.ok('PUT', `/api/seat/attempts/${id}/answers`, { answers: answers.slice(0, 1) });
  const change = { entry: sitting.entries[0], content: await keyed(sitting, 'b') };
  expect((await teacher.ok('POST', `${sitting.path}/rescores/preview`, change)).working).toBe(1);
  await rescore(sitting, change);
  const again = await student.ok(
    'POST',
    `/api/seat/assignments/${sitting.assignmentId}/attempt`,
    {},
  );
  expect(again.form.sections.flatMap((section) => section.entries)).toEqual(entries);
  await student.ok('POST', `/api/seat/attempts/${id}/hand-in`, { answers: [] });
  expect(await sitting.scores()).toEqual(['2/3', '1/3']);
});

test('all or nothing: when one attempt cannot be written, none is', async () => {
  const sitting = await sat(
    [
      ['b', 'b', 'mean'],
      ['b', 'b', 'x'],
    ],
    12,
  );
  const before = await sitting.scores();
  const editions = async () =>
    (await row<{ n: number }>(school.database, 'SELECT COUNT(*) AS n FROM editions'))!.n;
  const made = await editions();
  await school.database.query(`CREATE TRIGGER fails BEFORE UPDATE ON attempts FOR EACH ROW
    IF NEW.id = ${sitting.attempts[1]!.id} THEN SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'full'; END IF`);
  const change = { entry: sitting.entries[0], content: await keyed(sitting, 'b') };
  const { edition } = await teacher.ok('POST', `${sitting.path}/rescores/preview`, change);
  const failed = await teacher.send('POST', `${sitting.path}/rescores`, {
    change,
    edition,
    reason: '',
    tell: false,
  });
  await school.database.query('DROP TRIGGER fails');
  expect([failed.status, school.log.at(-1)]).toEqual([
    500,
    expect.stringContaining('ER_SIGNAL_EXCEPTION'),
  ]);
  expect([await sitting.scores(), await editions()]).toEqual([before, made]);
});

test('excused, other points and bonus points, each with its reason, and taken back', async () => {
  const sitting = await sat(
    [
      ['a', 'b', 'mean'],
      ['a', 'a', 'x'],
    ],
    15,
  );
  const { student, entries } = sitting.attempts[1]!;
  const { students } = await teacher.ok('GET', `${sitting.path}/results`);
  const studentId = students.find((line) => line.points === 1)!.id;
  const path = `${sitting.path}/students/${studentId}/adjustments`;
  const decide = (
    kind: string,
    entry: string | null,
    points: number | null,
    reason = 'As agreed',
  ) => teacher.send('POST', path, { kind, entry, points, reason });
  const refusals = [
    decide('override', null, 1),
    decide('bonus', null, null),
    decide('override', entries[1]!.id, 2),
    decide('excused', null, null, ' '),
  ];
  expect((await Promise.all(refusals)).map(({ body }) => body.errors![0]!.message)).toEqual([
    'Say which question gets other points.',
    'Say how many points.',
    'The question gives at most 1. Give more as bonus points.',
    'Give a reason: it is kept with the score.',
  ]);
  const excused = await decide('excused', entries[2]!.id, null, 'Was absent for it');
  expect(await sitting.scores()).toEqual(['3/3', '1/2']);
  await decide('override', entries[1]!.id, 0.5, 'Half of the way is right');
  await decide('bonus', null, 2, 'Explained it to the class');
  expect(await sitting.scores()).toEqual(['3/3', '3.5/2']);
  await teacher.ok('POST', `${sitting.path}/stop`, {});
  await teacher.ok('POST', `${sitting.path}/release`, { released: true });
  const report = await student.ok('GET', `/api/seat/assignments/${sitting.assignmentId}/report`);
  expect(report.notes).toEqual(['2 bonus points: Explained it to the class']);
  expect(report.entries!.map((line) => line.note)).toEqual([
    null,
    'Your teacher set the points: Half of the way is right',
    'This question does not count for you: Was absent for it',
  ]);
  await teacher.ok('DELETE', `${path}/${(excused.body as { id?: number }).id}`);
  expect(await sitting.scores()).toEqual(['3/3', '3.5/3']);
  // The whole work: the class's figures go on without it.
  await decide('excused', null, null, 'Illness');
  expect((await teacher.ok('GET', `${sitting.path}/results`)).spread.n).toBe(1);
});

test('rescoring with the same key changes nothing, in everything that the demonstration has sat', async () => {
  const given = await rows<{ id: number; editionId: number; rules: unknown }>(
    school.database,
    'SELECT id, edition_id AS editionId, rules FROM assignments WHERE id <= 6',
  );
  for (const { id, editionId, rules } of given) {
    const stored = await readStored(school.database, id, fromJson(rules));
    const { lines, counted } = compute(stored, await readEdition(school.database, editionId));
    const kept = await rows<{ attempt: number; entry: string; points: number }>(
      school.database,
      'SELECT s.attempt_id AS attempt, s.entry_id AS entry, s.points FROM attempts t JOIN scores s ON s.attempt_id = t.id WHERE t.assignment_id = :id ORDER BY s.attempt_id, s.entry_id',
      { id },
    );
    const made = lines.flatMap((line) =>
      line.scores.map(({ entry, points }) => ({ attempt: line.id, entry, points })),
    );
    made.sort((a, b) => a.attempt - b.attempt || (a.entry < b.entry ? -1 : 1));
    expect(made.length).toBeGreaterThan(100);
    expect(made).toEqual(kept);
    expect([...counted.values()].map(({ attempt, points }) => [attempt.id, points]).sort()).toEqual(
      stored.attempts.map((attempt) => [attempt.id, attempt.counted]).sort(),
    );
  }
});

test('only those who run the assignment repair it', async () => {
  const sitting = await sat([['a', 'b', 'mean']], 18);
  const other = await school.staff('lindqvist');
  const change = { entry: sitting.entries[0], points: 2 };
  const body = { change, edition: 1, reason: '', tell: false };
  expect([
    (await other.send('POST', `${sitting.path}/rescores/preview`, change)).status,
    (await other.send('POST', `${sitting.path}/rescores`, body)).status,
    (await other.get(`${sitting.path}/rescores`)).status,
  ]).toEqual([404, 404, 404]);
});
