import { unpackResults } from '@oaken/contract/results';
import { markedBy, partKinds } from '@oaken/core/items';
import { parse } from 'csv-parse/sync';
import { itemWordingProblems } from '../src/wording';
import { mean, sampleCorrelation } from 'simple-statistics';
import { row, rows } from './support/sql';
import {
  answer,
  clientKey,
  giveTest,
  openSchool,
  usualRules,
  wishes,
  type School,
  type Visitor,
} from './support/school';
import { choicesOf, keyOf } from './support/parts';

let school: School;
let teacher: Visitor;

beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
});
afterAll(() => school.close());

const search = (query: string) => teacher.ok('GET', `/api/items?${query}`);

describe('finding', () => {
  test('by grade and standard, with counts that the other filters respect', async () => {
    const { frameworks } = await teacher.ok('GET', '/api/frameworks');
    const standards: { id: number; code: string; parentId: number | null }[] =
      frameworks[0]!.standards;
    expect(standards.length).toBeGreaterThanOrEqual(60);
    const strand = standards.find(({ code }) => code === 'MA.RAT')!;
    const all = await search('grades=6');
    const within = await search(`grades=6&standard=${strand.id}`);
    expect(
      within.items.every(
        ({ grades, standards: currentStandards }) =>
          grades.includes(6) && currentStandards.some(({ code }) => code.startsWith('MA.6.RAT')),
      ),
    ).toBe(true);
    expect(within.total).toBe(new Map(all.counts!.standards).get(strand.id));
    // The counts of grades leave the chosen grade out, and those of standards the chosen standard.
    expect(new Map(within.counts!.grades).get(7)).toBe(
      (await search(`grades=7&standard=${strand.id}`)).total,
    );
    expect(within.counts!.standards).toEqual(all.counts!.standards);
    const kinds = within.counts!.kinds.reduce((sum, [, n]) => sum + n, 0);
    expect(kinds).toBe(within.total);
  });

  test('by words, and by a code however it is typed', async () => {
    expect((await search('words=notebooks')).total).toBe(1);
    expect((await search('words=notebooks%20rate')).total).toBe(1);
    expect((await search('words=notebooks%20sandstone')).total).toBe(0);
    const totals = await Promise.all(
      ['MA.6.RAT.2', 'ma6rat2', 'Ma-6-Rat-2'].map(
        async (code) => (await search(`words=${code}`)).total,
      ),
    );
    expect(new Set(totals).size).toBe(1);
    expect(totals[0]).toBeGreaterThan(3);
    expect((await search('words=100%25')).total).toBe((await search('words=100')).total);
    expect((await search('words=%27%20OR%201=1%20OR%20xyzzyx')).total).toBe(0);
  });

  test('the demonstration bank is what it promises: kinds, misconceptions and explanations', async () => {
    const items: Awaited<ReturnType<typeof search>>['items'] = [];
    const { total } = await search('from=0');
    for (let from = 0; from < total; from += 50)
      items.push(...(await search(`from=${from}`)).items);
    expect(items.length).toBe(total);
    expect(items.length).toBeGreaterThanOrEqual(240);
    expect(new Set(items.map(({ kind }) => kind))).toEqual(new Set(partKinds));
    for (const { content } of items) {
      expect(await itemWordingProblems(content)).toEqual([]);
      if (markedBy(content) === 'machine') expect(content.explanation).not.toBe('');
      for (const part of content.parts)
        if (part.kind === 'single-choice' && part.key.length === 1)
          for (const choice of part.choices.filter(({ id }) => !part.key.includes(id)))
            expect([content.stem, choice.misconception ?? '']).not.toEqual([content.stem, '']);
    }
  });

  test('observed facility follows what was handed in', async () => {
    await school.jobs();
    const known = (await search('words=notebooks')).items[0]!;
    const seen = await rows<{ share: number }>(
      school.database,
      `SELECT s.points / s.max_points AS share FROM scores s JOIN attempts t ON t.id = s.attempt_id JOIN assignments a ON a.id = t.assignment_id
         JOIN edition_revisions e ON e.edition_id = a.edition_id AND e.entry_id = s.entry_id
        WHERE e.item_id = :id AND s.reached AND t.handed_in_at IS NOT NULL`,
      { id: known.id },
    );
    expect(known.facility!.n).toBe(seen.length);
    expect(known.facility!.value).toBeCloseTo(mean(seen.map(({ share }) => share)), 10);

    // How well it separates: students of each assignment around their own means, by simple-statistics.
    const answers = await rows<{ assignment: number; x: number; y: number }>(
      school.database,
      `SELECT t.assignment_id AS assignment, s.points / s.max_points AS x,
              (SELECT SUM(o.points) / SUM(o.max_points) FROM scores o WHERE o.attempt_id = t.id AND o.entry_id <> s.entry_id AND NOT o.needs_marking) AS y
         FROM scores s JOIN attempts t ON t.id = s.attempt_id JOIN assignments a ON a.id = t.assignment_id
         JOIN edition_revisions e ON e.edition_id = a.edition_id AND e.entry_id = s.entry_id
        WHERE e.item_id = :id AND s.reached AND t.handed_in_at IS NOT NULL`,
      { id: known.id },
    );
    const around = answers.map(({ assignment, x, y }) => {
      const point = answers.filter((answer) => answer.assignment === assignment);
      return [
        x - mean(point.map((candidate) => candidate.x)),
        y - mean(point.map((candidate) => candidate.y)),
      ] as const;
    });
    expect(known.itemRestCorrelation).toBeCloseTo(
      sampleCorrelation(
        around.map(([x]) => x),
        around.map(([, y]) => y),
      ),
      10,
    );
    const best = (await search('sort=best-separating')).items.map(
      ({ itemRestCorrelation }) => itemRestCorrelation!,
    );
    expect(best.length).toBeGreaterThan(20);
    expect(best.slice(0, 20)).toEqual([...best.slice(0, 20)].sort((a, b) => b - a));
    expect(best[0]).toBeGreaterThan(0.3);
  });
});

describe('building', () => {
  test('a double press makes one test', async () => {
    const body = { clientKey: clientKey(), title: 'Once', kind: 'quiz', itemIds: [1, 2] };
    const [first, second] = await Promise.all([
      teacher.ok('POST', '/api/tests', body),
      teacher.ok('POST', '/api/tests', body),
    ]);
    expect(first).toEqual(second);
    const { tests } = await teacher.ok('GET', '/api/tests');
    expect(tests.filter(({ title }) => title === 'Once')).toHaveLength(1);
  });

  test('changes are all made or none, and two who change at once lose nothing', async () => {
    const { id } = await teacher.ok('POST', '/api/tests', {
      clientKey: clientKey(),
      title: 'Two hands',
      kind: 'test',
      itemIds: [1, 2, 3],
    });
    const { outline } = await teacher.ok('GET', `/api/tests/${id}`);
    const [a, b, c] = outline.sections[0]!.entries.map((entry) => entry.id);
    const change = (...changes: unknown[]) => teacher.post(`/api/tests/${id}/changes`, { changes });
    const replies = await Promise.all([
      change({ do: 'give-points', entry: a, points: 3 }),
      change({ do: 'move', entry: c, section: outline.sections[0]!.id, before: a }),
      change({ do: 'describe', facts: { directions: 'Alone.' } }),
      change({ do: 'remove', entry: b }),
    ]);
    expect(replies.map(({ status }) => status)).toEqual([200, 200, 200, 200]);
    const refused = await change(
      { do: 'give-points', entry: a, points: 9 },
      { do: 'remove', entry: b },
    );
    expect([refused.status, refused.body.detail]).toEqual([
      409,
      'That item is no longer in the test; somebody has removed it.',
    ]);
    const after = await teacher.ok('GET', `/api/tests/${id}`);
    expect(after.outline.directions).toBe('Alone.');
    expect(after.outline.sections[0]!.entries.map((entry) => [entry.id, entry.points])).toEqual([
      [c, 1],
      [a, 3],
    ]);
    expect(after.version).toBe(5);
  });

  test('an item changed for a test leaves the bank’s own item as it was, and a second editor is told', async () => {
    const { testId, test } = await giveTest(school, teacher);
    const entry = test.outline.sections[0]!.entries[0];
    const pin = test.revisions.find(({ id }) => id === entry!.revisionId);
    const before = await teacher.ok('GET', `/api/items/${entry!.itemId}`);
    const content = { ...pin!.content, stem: '<p>Changed <strong>for us</strong></p>' };
    const path = `/api/tests/${testId}/entries/${entry!.id}/revision` as const;
    const revised = await teacher.ok('POST', path, { basedOn: pin!.id, content });
    const revision = revised.revisions.find(({ itemId }) => itemId === entry!.itemId);
    expect([revision!.forThisTest, revision!.content.stem]).toEqual([true, content.stem]);
    expect(revision!.standards).toEqual(pin!.standards);
    const after = await teacher.ok('GET', `/api/items/${entry!.itemId}`);
    expect(after.item.content).toEqual(before.item.content);
    expect(after.item.revisionId).toBe(before.item.revisionId);
    const late = await teacher.post(path, { basedOn: pin!.id, content: pin!.content });
    expect([late.status, late.body.title]).toEqual([409, 'This item was changed in the meantime.']);
  });

  test('a test in the bin is gone from the list and comes back whole', async () => {
    const { id } = await teacher.ok('POST', '/api/tests', {
      clientKey: clientKey(),
      title: 'Binned',
      kind: 'quiz',
      itemIds: [4],
    });
    await teacher.ok('DELETE', `/api/tests/${id}`);
    expect((await teacher.get(`/api/tests/${id}`)).status).toBe(404);
    await teacher.ok('POST', `/api/tests/${id}/restore`);
    expect((await teacher.ok('GET', `/api/tests/${id}`)).outline.sections[0]!.entries).toHaveLength(
      1,
    );
  });
});

describe('giving', () => {
  test('what was given stays as it was, whatever happens to the test', async () => {
    const { testId, test, assignmentId } = await giveTest(school, teacher);
    const entry = test.outline.sections[0]!.entries[0];
    await teacher.ok('POST', `/api/tests/${testId}/changes`, {
      changes: [
        { do: 'give-points', entry: entry!.id, points: 50 },
        { do: 'describe', facts: { title: 'Later' } },
      ],
    });
    const student = await school.student('6B', 3);
    const attempt = await student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`);
    expect(attempt.form.title).toBe('Given');
    expect(attempt.form.sections[0]!.entries.find(({ id }) => id === entry!.id)!.points).toBe(1);
  });

  test('a double press gives once; a test changed behind the slip is not given', async () => {
    const { testId, test, classId } = await giveTest(school, teacher);
    const body = {
      clientKey: clientKey(),
      testId,
      testVersion: test.version,
      ...wishes([classId], school.clock.now + 3_600_000),
    };
    const [first, second] = await Promise.all([
      teacher.ok('POST', '/api/assignments', body),
      teacher.ok('POST', '/api/assignments', body),
    ]);
    expect(first).toEqual(second);
    expect(first.students).toBe(27);
    await teacher.ok('POST', `/api/tests/${testId}/changes`, {
      changes: [{ do: 'describe', facts: { title: 'Other' } }],
    });
    expect(
      (await teacher.post('/api/assignments', { ...body, clientKey: clientKey() })).status,
    ).toBe(409);
  });

  test('a student of two chosen classes gets it once', async () => {
    await school.database.query(
      'INSERT INTO enrollments (class_id, student_id, roster_number) SELECT 2, student_id, 90 FROM enrollments WHERE class_id = 1 AND roster_number = 5',
    );
    const { students, assignmentId } = await giveTest(school, teacher, {
      change: { who: wishes([1, 2], null).who },
    });
    expect(students).toBe(27 + 26);
    expect(await teacher.ok('POST', '/api/recipients', wishes([1, 2], null).who)).toMatchObject({
      students: 53,
    });
    const twice = await row<{ n: number }>(
      school.database,
      'SELECT COUNT(*) AS n FROM assignment_students WHERE assignment_id = :assignmentId',
      { assignmentId },
    );
    expect(twice!.n).toBe(53);
    await school.database.query(
      'DELETE FROM enrollments WHERE class_id = 2 AND roster_number = 90',
    );
  });

  test('it can be taken back until somebody has begun', async () => {
    const first = await giveTest(school, teacher);
    await teacher.ok('DELETE', `/api/assignments/${first.assignmentId}`);
    const student = await school.student('6B', 4);
    expect((await student.post(`/api/seat/assignments/${first.assignmentId}/attempt`)).status).toBe(
      404,
    );
    const second = await giveTest(school, teacher);
    await student.ok('POST', `/api/seat/assignments/${second.assignmentId}/attempt`);
    const refused = await teacher.send('DELETE', `/api/assignments/${second.assignmentId}`);
    expect([refused.status, refused.body.detail]).toEqual([409, '1 student has begun.']);
  });
});

describe('results', () => {
  test('points, facility, flags and CSV of a class that answered in known ways', async () => {
    const { assignmentId, test } = await giveTest(school, teacher, {
      words: 'notebooks',
      change: { rules: { ...usualRules, shuffleChoices: true } },
    });
    const [entry] = test.outline.sections[0]!.entries;
    const [part] = test.revisions[0]!.content.parts;
    const wrong = choicesOf(part).find(({ id }) => !keyOf(part).includes(id))!.id;
    for (let index = 0; index < 10; index++) {
      const student = await school.student('6B', index);
      const { id } = await student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`);
      await student.ok('POST', `/api/seat/attempts/${id}/hand-in`, {
        answers: [answer(entry!.id, 1, { [part!.id]: index < 6 ? keyOf(part)[0] : wrong })],
      });
    }
    const results = await teacher.ok('GET', `/api/assignments/${assignmentId}/results`);
    expect(results.complete).toBe(false);
    expect(results.spread).toMatchObject({ n: 10, mean: { value: 0.6 }, median: { value: 1 } });
    expect(results.items[0]).toMatchObject({
      facility: { value: 0.6 },
      itemRest: { value: null, reason: 'needs at least two items' },
    });
    expect(results.items[0]!.options.find(({ id }) => id === wrong)!.n).toBe(4);
    expect(results.students.filter(({ state }) => state === 'handed-in')).toHaveLength(10);
    expect(results.students.find(({ state }) => state === 'not-begun')).toMatchObject({
      points: null,
      cells: [],
    });

    const { body, headers } = await teacher.get(
      `/api/assignments/${assignmentId}/exports/students`,
    );
    expect(headers.get('content-type')).toContain('text/csv');
    expect(body).toContain('\r\n');
    const lines = parse<Record<string, string>>(body, { columns: true, bom: true });
    expect(lines).toHaveLength(27);
    expect(lines.filter((line) => line.Points === '1' && line.Percent === '100')).toHaveLength(6);
    const items = parse<Record<string, string>>(
      (await teacher.get(`/api/assignments/${assignmentId}/exports/items`)).body,
      { columns: true, bom: true },
    );
    expect(items).toEqual([expect.objectContaining({ 'Average score': '0.6', Students: '10' })]);
  });

  test('the planted wrong key and the planted temptation are found, and nothing else is called a wrong key', async () => {
    const results = await teacher.ok('GET', '/api/assignments/1/results');
    const flags = (kind: string) =>
      results.items.filter((item) => item.flags.some((flag) => flag.kind === kind));
    expect(flags('possible-miskey').map((item) => item.content!.stem)).toEqual([
      expect.stringContaining('seventh graders'),
    ]);
    expect(flags('tempting-choice').map((item) => item.content!.stem)).toEqual([
      expect.stringContaining('printer'),
    ]);
    expect(results.complete).toBe(true);
    const today = await teacher.ok('GET', '/api/today');
    expect(today.waiting.find(({ what }) => what === 'flagged')).toMatchObject({
      assignmentId: 1,
      count: 2,
    });
  });

  test('stored scores are what core gives again', async () => {
    const results = unpackResults(await teacher.ok('GET', '/api/assignments/2/results'));
    for (const student of results.students.filter(({ state }) => state === 'handed-in')) {
      const sum = student.cells.reduce((total, cell) => total + cell!.points, 0);
      expect(student.points).toBeCloseTo(sum, 9);
    }
  });

  test('a name that begins like a formula cannot run in a spreadsheet', async () => {
    await school.database.query(
      "UPDATE accounts SET given_name = '=HYPERLINK(1)' WHERE id = (SELECT student_id FROM assignment_students WHERE assignment_id = 1 LIMIT 1)",
    );
    const { body } = await teacher.get('/api/assignments/1/exports/students');
    expect(
      parse<Record<string, string>>(body, { columns: true, bom: true }).some((line) =>
        line.Student!.startsWith("'=HYPERLINK"),
      ),
    ).toBe(true);
  });

  test('students read scores and answers only once they are released', async () => {
    const { assignmentId, test: given } = await giveTest(school, teacher);
    const student = await school.student('6B', 8);
    const { id } = await student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`);
    await student.ok('POST', `/api/seat/attempts/${id}/hand-in`, { answers: [] });
    const report = () => student.get(`/api/seat/assignments/${assignmentId}/report`);
    expect((await report()).status).toBe(403);
    await teacher.ok('POST', `/api/assignments/${assignmentId}/release`, { released: true });
    const total = given.outline.sections[0]!.entries.reduce(
      (sum: number, entry: { points: number }) => sum + entry.points,
      0,
    );
    // Released by hand while others can still answer: the score alone.
    expect((await report()).body).toMatchObject({
      score: { points: 0, maxPoints: total, share: 0, band: null },
      entries: null,
    });
    await teacher.ok('POST', `/api/assignments/${assignmentId}/release`, { released: false });
    expect((await report()).status).toBe(403);
    school.clock.now += 8 * 86_400_000;
    const again = await school.student('6B', 8);
    expect((await again.get(`/api/seat/assignments/${assignmentId}/report`)).status).toBe(200);
    school.clock.now -= 8 * 86_400_000;
  });
});
