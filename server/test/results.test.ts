import { unpackResults, type PackedResults } from '@oaken/contract/results';
import type { SittingPart } from '@oaken/core/items';
import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parse } from 'csv-parse/sync';
import { strFromU8, unzipSync } from 'fflate';
import { mean, sampleStandardDeviation } from 'simple-statistics';
import { row, rows } from './support/sql';
import { scoreWords } from '../src/results/report-pdf';
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

/** Why there is no figure. */
const noFigureOf = (figure: { value: number | null; reason?: string }) => figure.reason;

/** The demonstration's test of two classes. */
const whole = '/api/assignments/1/results';

test('filters ask for some of the work, and every figure follows', async () => {
  const all = await teacher.ok('GET', whole);
  const [first, second] = all.filters.classes;
  const ofClass = await teacher.ok('GET', `${whole}?classId=${first!.id}`);
  const other = await teacher.ok('GET', `${whole}?classId=${second!.id}`);
  expect(ofClass.spread.n + other.spread.n).toBe(all.spread.n);
  const points = (results: PackedResults) =>
    results.students.flatMap(({ points: earned }) => (earned === null ? [] : [earned]));
  expect([ofClass.spread.mean.value, ofClass.spread.sd.value]).toEqual([
    expect.closeTo(mean(points(ofClass)), 9),
    expect.closeTo(sampleStandardDeviation(points(ofClass)), 9),
  ]);
  const facility = (results: PackedResults) => results.items[4]!.facility.value!;
  expect(
    (facility(ofClass) * ofClass.spread.n + facility(other) * other.spread.n) / all.spread.n,
  ).toBeCloseTo(facility(all), 9);
  // Side by side they say the same.
  expect(all.compare.classes.map(({ n, facilities }) => [n, facilities[4]])).toEqual([
    [ofClass.spread.n, expect.closeTo(facility(ofClass), 9)],
    [other.spread.n, expect.closeTo(facility(other), 9)],
  ]);
  const [group] = all.filters.groups;
  const few = await teacher.ok('GET', `${whole}?groupId=${group!.id}`);
  expect(few.students.length).toBeGreaterThan(0);
  expect(few.students.length).toBeLessThan(ofClass.students.length);
  const handed = all.students.flatMap(({ handedInAt }) => handedInAt ?? []).sort((a, b) => a - b);
  const early = await teacher.ok('GET', `${whole}?to=${handed[10]}`);
  expect(early.spread.n).toBe(10);
  // Nobody at all: words, not NaN.
  const none = await teacher.ok('GET', `${whole}?to=1`);
  expect([none.spread.n, none.spread.mean, none.students]).toEqual([
    0,
    { value: null, reason: 'nobody has handed in' },
    [],
  ]);
  expect(none.items[0]!.facility).toEqual({ value: null, reason: expect.any(String) });
  expect(JSON.stringify(none)).not.toMatch(/NaN|Infinity/);
});

/** A test of three single choices (key a) given to 6B; each student's attempts as strings of choices. */
async function sat(all: string[][], from: number, change: Record<string, unknown> = {}) {
  const bank = (await teacher.ok('GET', '/api/banks')).banks.find(({ mine }) => mine)!.id;
  const [standard] = await rows<{ id: number }>(
    school.database,
    "SELECT id FROM standards WHERE code = 'MA.6.RAT.1'",
  );
  const itemIds = [];
  for (let index = 0; index < 3; index++) {
    const content = {
      stem: `<p>Question ${index + 1}?</p>`,
      parts: [
        {
          id: 'p',
          kind: 'single-choice',
          choices: ['a', 'b', 'c'].map((id) => ({ id, text: `<p>${id}</p>` })),
          key: ['a'],
          rule: { rule: 'all-or-nothing', points: 1 },
        },
      ],
      explanation: '',
      hints: ['<p>Think.</p>'],
      notes: '',
    };
    itemIds.push(
      (
        await teacher.ok('POST', '/api/items', {
          clientKey: clientKey(),
          bank,
          folder: null,
          content,
          facts: {
            subject: 'Mathematics',
            grades: [6],
            standards: [standard!.id],
            depth: 2,
            seconds: 60,
            tags: [],
            author: '',
            licence: '',
          },
        })
      ).id,
    );
  }
  const { id: testId } = await teacher.ok('POST', '/api/tests', {
    clientKey: clientKey(),
    title: 'Read',
    kind: 'quiz',
    itemIds,
  });
  const { version } = await teacher.ok('GET', `/api/tests/${testId}`);
  const rules = {
    ...usualRules,
    attempts: 3,
    counts: 'best',
    release: { ...usualRules.release, score: 'at-hand-in' },
    ...change,
  };
  const { id: assignmentId } = await teacher.ok('POST', '/api/assignments', {
    clientKey: clientKey(),
    testId,
    testVersion: version,
    ...wishes([1], school.clock.now + 3_600_000),
    rules,
  });
  const students = [];
  for (const [n, attempts] of all.entries()) {
    const student = await school.student('6B', from + n);
    for (const currentAnswers of attempts) {
      const attempt = await student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`, {
        again: true,
      });
      const entries = attempt.form.sections.flatMap((section) => section.entries);
      const idOf = (part: SittingPart, text: string) =>
        choicesOf(part).find((choice) => choice.text === `<p>${text}</p>`)!.id;
      const answers = [...currentAnswers].map((text, i) =>
        answer(entries[i]!.id, 1, {
          [entries[i]!.item.parts[0]!.id]: idOf(entries[i]!.item.parts[0]!, text),
        }),
      );
      school.clock.now += 20_000;
      await student.ok('POST', `/api/seat/attempts/${attempt.id}/heartbeat`, {
        entry: entries[0]!.id,
        hidden: false,
        left: 0,
        heard: 0,
        page: 'page00000001',
        spent: [{ entry: entries[0]!.id, ms: 9_000 }],
      });
      await student.ok('POST', `/api/seat/attempts/${attempt.id}/hand-in`, { answers });
      students.push({ student, attemptId: attempt.id as number, entries, idOf });
    }
  }
  return { assignmentId, path: `/api/assignments/${assignmentId}` as const, students };
}

test('the list has each assignment that somebody has begun, with the scores of its students by tenths', async () => {
  const { results } = await teacher.ok('GET', '/api/results');
  for (const { id, spread, handedIn, working } of results) {
    expect(handedIn + working).toBeGreaterThan(0);
    const { students } = unpackResults(await teacher.ok('GET', `/api/assignments/${id}/results`));
    const tenths = Array.from({ length: 10 }, () => 0);
    for (const { points, maxPoints, excused, cells } of students)
      if (points !== null && maxPoints && !excused && !cells.some((cell) => cell?.needsMarking))
        tenths[Math.min(9, Math.floor((10 * points) / maxPoints + 1e-9))]!++;
    expect([id, spread]).toEqual([id, tenths]);
  }
  const given = (await teacher.ok('GET', '/api/assignments')).assignments;
  const begun = given.filter(({ handedIn, working }) => handedIn + working > 0);
  expect(results.map(({ id }) => id)).toEqual(begun.map(({ id }) => id));
});

test('which attempt is read: the counting, the best, latest, first, their mean, or all; times are known once', async () => {
  const { path, students } = await sat([['aab', 'abb', 'aaa'], ['bbb']], 0);
  const points = async (attempt: string) =>
    (await teacher.ok('GET', `${path}/results?attempt=${attempt}`)).students
      .filter(({ points: currentPoints }) => currentPoints !== null)
      .map((student) => student.points);
  expect(await points('counting')).toEqual([3, 0]);
  expect(await points('latest')).toEqual([3, 0]);
  expect(await points('first')).toEqual([2, 0]);
  expect(await points('mean')).toEqual([2, 0]);
  expect(await points('all')).toEqual([2, 1, 3, 0]);
  const { items, filters } = await teacher.ok('GET', `${path}/results`);
  expect([filters.attempts, items[0]!.time, items[1]!.time.value]).toEqual([
    true,
    { value: 9_000 },
    null,
  ]);
  // The same sign said again adds nothing.
  const [currentStudent] = students;
  await currentStudent!.student.send(
    'POST',
    `/api/seat/attempts/${currentStudent!.attemptId}/heartbeat`,
    {
      entry: currentStudent!.entries[0]!.id,
      hidden: false,
      left: 0,
      heard: 0,
      page: 'page00000001',
      spent: [{ entry: currentStudent!.entries[0]!.id, ms: 8_000 }],
    },
  );
  expect((await teacher.ok('GET', `${path}/results?attempt=first`)).items[0]!.time).toEqual({
    value: 9_000,
  });
});

test('one student alone, and all the same: reasons instead of figures', async () => {
  const sitting = await sat([['aab']], 3);
  const alone = await teacher.ok('GET', `${sitting.path}/results`);
  expect([noFigureOf(alone.spread.sd), noFigureOf(alone.reliability.alpha)]).toEqual([
    'needs at least two students',
    'needs at least two students',
  ]);
  const same = await sat([['aab'], ['aab'], ['aab']], 4);
  const even = await teacher.ok('GET', `${same.path}/results`);
  expect([even.spread.sd.value, noFigureOf(even.reliability.alpha)]).toEqual([
    0,
    'all students have the same total',
  ]);
  expect(even.items[2]!.wrongAnswers).toEqual([
    expect.objectContaining({ answer: 'b', n: 3, chosen: true }),
  ]);
});

test('practice: first answers, tries and hints are read', async () => {
  const { path, students } = await sat([['aaa']], 8, { mode: 'practice', attempts: null });
  const { student, idOf } = students[0]!;
  const again = await student.ok(
    'POST',
    `/api/seat/assignments/${path.split('/').at(-1)}/attempt`,
    { again: true },
  );
  const entries = again.form.sections.flatMap((section) => section.entries);
  const check = (index: number, text: string, number: number) =>
    student.ok('POST', `/api/seat/attempts/${again.id}/entries/${entries[index]!.id}/help`, {
      want: 'check',
      answer: answer(entries[index]!.id, number, {
        [entries[index]!.item.parts[0]!.id]: idOf(entries[index]!.item.parts[0]!, text),
      }),
    });
  await check(0, 'a', 1);
  await check(1, 'b', 1);
  await check(1, 'a', 2);
  await student.ok('POST', `/api/seat/attempts/${again.id}/entries/${entries[2]!.id}/help`, {
    want: 'hint',
    after: 0,
  });
  await student.ok('POST', `/api/seat/attempts/${again.id}/entries/${entries[2]!.id}/help`, {
    want: 'answer',
  });
  await student.ok('POST', `/api/seat/attempts/${again.id}/hand-in`, { answers: [] });
  const {
    items,
    students: lines,
    practice,
  } = await teacher.ok('GET', `${path}/results?attempt=latest`);
  expect(practice).toBe(true);
  expect(items.map((item) => item.practice)).toEqual([
    { first: 1, later: 0, shown: 0, hints: 0 },
    { first: 0, later: 1, shown: 0, hints: 0 },
    { first: 0, later: 0, shown: 1, hints: 1 },
  ]);
  expect(items[1]!.wrongAnswers[0]).toMatchObject({ answer: 'b', n: 1 });
  const line = lines.find(({ attemptId }) => attemptId === again.id);
  expect([line!.tries, line!.hints]).toEqual([3, 1]);
});

test('standards: what was earned, on how many items, over time; ratings are kept and are not for students', async () => {
  const sitting = await sat([['aab'], ['bbb']], 10);
  const { standards } = await teacher.ok('GET', `${sitting.path}/results/standards`);
  const [line] = standards;
  expect(line!.all).toMatchObject({ share: expect.closeTo(2 / 6, 9), items: 3, answers: 6 });
  const earned = line!.students
    .filter((candidate) => candidate.earned)
    .map((candidate) => candidate.earned!.share);
  expect(earned).toEqual([expect.closeTo(2 / 3, 9), 0]);
  const over = await teacher.ok('GET', `${sitting.path}/results/standards?over=all`);
  const long = over.standards.find(({ code }) => code === line!.code);
  expect(long!.overTime.length).toBeGreaterThan(1);
  expect(long!.all!.answers).toBe(
    long!.overTime.reduce((sum, step) => sum + step.earned!.answers, 0),
  );
  const student = line!.students.find((candidate) => candidate.earned)!.id;
  const put = (standard: string, ratings: object[]) =>
    teacher.send('PUT', `${sitting.path}/ratings`, { standard, ratings });
  const rate = (rating: number | null) => put(line!.code, [{ studentId: student, rating }]);
  const rating = async () =>
    (await teacher.ok('GET', `${sitting.path}/results/standards`)).standards[0]!.students.find(
      ({ id }) => id === student,
    )!.rating;
  await rate(3);
  expect(await rating()).toBe(3);
  await rate(2);
  expect(await rating()).toBe(2);
  await rate(null);
  expect(await rating()).toBeNull();
  expect((await rate(5)).status).toBe(422);
  // What no framework has, and somebody who has not begun.
  expect((await put('XX.9.NO.1', [{ studentId: student, rating: 2 }])).status).toBe(422);
  const idle = (await teacher.ok('GET', `${sitting.path}/results`)).students.find(
    ({ state }) => state === 'not-begun',
  )!;
  expect((await put(line!.code, [{ studentId: idle.id, rating: 2 }])).status).toBe(409);
  expect((await sitting.students[0]!.student.get(`${sitting.path}/results/standards`)).status).toBe(
    403,
  );
});

test('one student’s work with its history, and as PDF with every word in it', async () => {
  const sitting = await sat([['aab']], 13);
  const { students } = await teacher.ok('GET', `${sitting.path}/results`);
  const { id } = students.find(({ points }) => points !== null)!;
  await teacher.ok('POST', `${sitting.path}/students/${id}/adjustments`, {
    kind: 'bonus',
    entry: null,
    points: 1,
    reason: 'Helped a neighbour — très bien',
  });
  const work = await teacher.ok('GET', `${sitting.path}/students/${id}`);
  expect(work.entries.map(({ responseText, points }) => [responseText, points])).toEqual([
    ['a', 1],
    ['a', 1],
    ['b', 0],
  ]);
  expect(work.history.map(({ words }) => words)).toEqual([
    'began',
    'handed in',
    'gave 1 bonus point: Helped a neighbour — très bien',
  ]);
  const response = await fetch(`${school.base}${sitting.path}/students/${id}/report.pdf`, {
    headers: { cookie: teacher.cookie },
  });
  expect(response.headers.get('content-type')).toMatch('application/pdf');
  const file = join(tmpdir(), `report-${process.pid}.pdf`);
  writeFileSync(file, Buffer.from(await response.arrayBuffer()));
  // Debian's poppler reads it back; where it is not installed the file's own head and foot must do.
  const read = spawnSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
  if (read.error) return;
  expect(read.stdout).toContain(work.student.name);
  expect(read.stdout).toContain('3 of 3 points, 100%');
  expect(read.stdout).toContain('Helped a neighbour — très bien');
  expect(read.stdout).toContain('Question 3?');
});

test('a report of work that waits to be marked says points so far, and no percentage of the whole', () => {
  const entry = (limit: number, needsMarking: boolean) => ({ maxPoints: limit, needsMarking });
  const words = (earned: number, entries: object[]) =>
    scoreWords(
      { attempt: { points: earned, maxPoints: 10 }, entries } as unknown as Parameters<
        typeof scoreWords
      >[0],
      'en',
    );
  expect(words(5, [entry(6, false), entry(4, true)])).toBe(
    '5 of 6 points so far; 4 more wait to be marked',
  );
  expect(words(0, [entry(10, true)])).toBe('10 points wait to be marked');
  expect(words(5, [entry(10, false)])).toBe('5 of 10 points, 50%');
});

test('a gradebook gets OneRoster 1.2 files: headers in order, a result for each student', async () => {
  const response = await fetch(`${school.base}/api/assignments/1/exports/gradebook`, {
    headers: { cookie: teacher.cookie },
  });
  const files = unzipSync(new Uint8Array(await response.arrayBuffer()));
  expect(Object.keys(files).sort()).toEqual([
    'categories.csv',
    'lineItems.csv',
    'manifest.csv',
    'results.csv',
  ]);
  const table = (name: string) =>
    parse<Record<string, string>>(strFromU8(files[name]!), { columns: true });
  // 1EdTech OneRoster 1.2 CSV binding, the headers of results.csv and lineItems.csv. From memory.
  expect(strFromU8(files['results.csv']!).split('\r\n')[0]).toBe(
    'sourcedId,status,dateLastModified,lineItemSourcedId,studentSourcedId,scoreStatus,score,scoreDate,comment,scoreScaleSourcedId,textScore,classSourcedId,inProgress,incomplete,late,missing',
  );
  expect(strFromU8(files['lineItems.csv']!).split('\r\n')[0]).toMatch(
    /^sourcedId,status,dateLastModified,title,description,assignDate,dueDate,classSourcedId,categorySourcedId,gradingPeriodSourcedId,/,
  );
  const items = table('lineItems.csv');
  const results = table('results.csv');
  const { students } = await teacher.ok('GET', whole);
  expect(results).toHaveLength(students.length);
  expect(new Set(results.map((result) => result.lineItemSourcedId))).toEqual(
    new Set(items.map((item) => item.sourcedId)),
  );
  const scored = students
    .filter(({ points }) => points !== null)
    .map((student) => student.points)
    .sort();
  expect(
    results
      .filter((result) => result.scoreStatus === 'fully graded')
      .map((result) => Number(result.score))
      .sort(),
  ).toEqual(scored);
  const roster = await rows<{ sourcedId: string }>(
    school.database,
    "SELECT sourced_id AS sourcedId FROM accounts WHERE role = 'student' AND sourced_id IS NOT NULL",
  );
  const known = new Set(roster.map(({ sourcedId }) => sourcedId));
  expect(results.every((result) => known.has(result.studentSourcedId!))).toBe(true);
});

test('answers from elsewhere are read in the same shape; what is wrong with them is said with its place', async () => {
  const bring = (answers: string, key: string | null) =>
    teacher.send('POST', '/api/sheets', { title: 'Paper', answers, key });
  const empty = await bring('student,A,B\nAda,1,0\nBo,,', null);
  expect([empty.status, empty.body.errors![0]!.pointer]).toEqual([422, '/emptyRows']);
  const ragged = await bring('student,1,2\nAda,a\n', 'item,key\n1,a\n2,b\n');
  expect([ragged.status, ragged.body.errors]).toEqual([
    422,
    [{ pointer: '/answers', message: 'Row 2 has 2 cells; the first row names 3.' }],
  ]);
  const keyless = await bring('student,1,2\nAda,a,b\n', 'item,key\n1,a\n');
  expect(keyless.body.errors).toEqual([
    { pointer: '/key', message: 'The key has no line for “2”.' },
  ]);
  const { id } = (
    await bring('student;1;2;3\nAda;a;b;c\nBen;a;c;\nCleo;b;b;c\n', 'item,key\n1,a\n2,b\n3,c\n')
  ).body;
  const results = await teacher.ok('GET', `/api/sheets/${id}/results`);
  expect(results.students.map(({ name, points }) => [name, points])).toEqual([
    ['Ada', 3],
    ['Ben', 1],
    ['Cleo', 2],
  ]);
  expect(results.items.map(({ stem, facility, blank }) => [stem, facility.value, blank])).toEqual([
    ['1', expect.closeTo(2 / 3, 9), 0],
    ['2', expect.closeTo(2 / 3, 9), 0],
    ['3', expect.closeTo(2 / 3, 9), 1],
  ]);
  const other = await school.staff('lindqvist');
  expect((await other.get(`/api/sheets/${id}/results`)).status).toBe(404);
  expect((await other.send('DELETE', `/api/sheets/${id}`)).status).toBe(404);
  expect((await teacher.ok('GET', '/api/sheets')).sheets.map((sheet) => sheet.id)).toContain(id);
  await teacher.ok('DELETE', `/api/sheets/${id}`);
  expect((await teacher.get(`/api/sheets/${id}/results`)).status).toBe(404);
});

test('follow-up: groups with their evidence, and practice from items that nobody in the group has met', async () => {
  const path = '/api/assignments/1/follow-up';
  const { groups, secure } = await teacher.ok('GET', path);
  const { spread } = await teacher.ok('GET', whole);
  expect(groups.reduce((sum, group) => sum + group.students.length, secure)).toBe(spread.n);
  for (const group of groups)
    for (const student of group.students)
      expect(student.evidence.some(({ share }) => share !== null && share < 0.6)).toBe(true);
  const some = groups.filter(({ available }) => available.some(({ items }) => items > 0));
  const key = clientKey();
  const body = {
    clientKey: key,
    each: 2,
    groups: some.map((group, index) => ({
      name: `Practice ${index + 1}`,
      codes: group.codes,
      students: group.students.map(({ id }) => id),
    })),
  };
  const { made } = await teacher.ok('POST', path, body);
  expect(made).toHaveLength(some.length);
  for (const [index, group] of made.entries()) {
    const { outline } = await teacher.ok('GET', `/api/tests/${group.testId}`);
    const itemIds = outline.sections.flatMap(({ entries }) => entries.map(({ itemId }) => itemId));
    expect(itemIds).toHaveLength(group.items);
    const met = await rows(
      school.database,
      `SELECT 1 FROM attempts t JOIN assignments a ON a.id = t.assignment_id JOIN edition_revisions er ON er.edition_id = a.edition_id
      WHERE t.student_id IN (:students) AND er.item_id IN (:itemIds)`,
      { students: group.students, itemIds },
    );
    expect(met).toEqual([]);
    expect(group.students).toEqual(body.groups[index]!.students);
    const members = await rows(
      school.database,
      'SELECT student_id FROM group_members WHERE group_id IN (:ids)',
      { ids: group.groupIds },
    );
    expect(members).toHaveLength(group.students.length);
  }
  // Said again after the answer was lost, nothing is made twice.
  const again = await teacher.ok('POST', path, body);
  expect(again.made.map(({ testId }) => testId)).toEqual(made.map(({ testId }) => testId));
  expect(
    (
      await teacher.send('POST', path, {
        ...body,
        groups: [{ name: 'X', codes: ['none'], students: body.groups[0]!.students }],
      })
    ).body.errors![0]!.message,
  ).toMatch('have no items on these standards');
});

test('tags are read out as standards are, also those that were given after the test', async () => {
  const path = '/api/assignments/1';
  const { items } = await teacher.ok('GET', whole);
  const tagged = items.slice(0, 3).map(({ itemId }) => itemId);
  await teacher.ok('POST', '/api/items/label', { items: tagged, addTags: ['word problems'] });
  const { standards } = await teacher.ok('GET', `${path}/results/standards?by=tag`);
  const [line, ...others] = standards;
  expect([line!.code, line!.statement, line!.all!.items, others]).toEqual([
    'word problems',
    '',
    3,
    [],
  ]);
  const points =
    items.slice(0, 3).reduce((sum, { facility }) => sum + (facility.value ?? 0), 0) / 3;
  expect(line!.all!.share).toBeCloseTo(points, 1);
  const { groups } = await teacher.ok('GET', `${path}/follow-up?by=tag&below=100`);
  expect(groups.map(({ codes }) => codes)).toEqual([['word problems']]);
  // An item that nobody has met gets the tag, and is practice for them.
  const met = new Set(items.map(({ itemId }) => itemId));
  const unseen = (await teacher.ok('GET', '/api/items?words=ma8&kind=single-choice')).items.find(
    ({ id }) => !met.has(id),
  )!.id;
  await teacher.ok('POST', '/api/items/label', { items: [unseen], addTags: ['word problems'] });
  const { made } = await teacher.ok('POST', `${path}/follow-up`, {
    clientKey: clientKey(),
    each: 1,
    by: 'tag',
    groups: [
      {
        name: 'Word problems',
        codes: ['word problems'],
        students: groups[0]!.students.map(({ id }) => id),
      },
    ],
  });
  expect(made).toMatchObject([{ items: 1, without: [] }]);
});

test('an opinion shows how often each choice was taken, and neither it nor a page to read ever looks wrong', async () => {
  const bank = (await teacher.ok('GET', '/api/banks')).banks.find(({ mine }) => mine)!.id;
  const facts = {
    subject: 'Opinions',
    grades: [6],
    standards: [],
    depth: null,
    seconds: null,
    tags: [],
    author: '',
    licence: '',
  };
  const make = (part: object) =>
    teacher.ok('POST', '/api/items', {
      clientKey: clientKey(),
      bank,
      folder: null,
      content: {
        stem: '<p>How sure are you?</p>',
        parts: [{ id: 'p', ...part }],
        explanation: '',
        hints: [],
        notes: '',
      },
      facts,
    });
  await make({
    kind: 'survey',
    style: 'one',
    choices: [
      { id: 'a', text: 'Sure' },
      { id: 'b', text: 'Not sure' },
    ],
  });
  await make({ kind: 'information' });
  await make({ kind: 'true-false', key: true, rule: { rule: 'all-or-nothing', points: 1 } });
  const given = await giveTest(school, teacher, {
    search: 'subject=Opinions&sort=oldest',
    change: {
      rules: {
        ...usualRules,
        shuffleChoices: false,
        release: { ...usualRules.release, score: 'at-hand-in' },
      },
    },
  });
  for (const [index, choice] of [0, 0, 1].entries()) {
    const student = await school.student('6B', 12 + index);
    const attempt = await student.ok(
      'POST',
      `/api/seat/assignments/${given.assignmentId}/attempt`,
      {},
    );
    const asked = attempt.form.sections[0]!.entries.find(
      ({ item }) => item.parts[0]!.kind === 'survey',
    );
    const [part] = asked!.item.parts;
    const answers = [answer(asked!.id, 1, { [part!.id]: [choicesOf(part)[choice]!.id] })];
    await student.ok('POST', `/api/seat/attempts/${attempt.id}/hand-in`, { answers });
  }
  const path = `/api/assignments/${given.assignmentId}` as const;
  const { items, students } = await teacher.ok('GET', `${path}/results`);
  const [opinion] = items.filter(({ asks }) => asks === 'opinion');
  expect([opinion!.n, noFigureOf(opinion!.facility), opinion!.flags]).toEqual([
    3,
    'it gives no points',
    [],
  ]);
  expect(opinion!.options.map(({ label, n, share }) => [label, n, share])).toEqual([
    ['Sure', 2, expect.closeTo(2 / 3, 9)],
    ['Not sure', 1, expect.closeTo(1 / 3, 9)],
  ]);
  const currentStudent = students.find(({ state }) => state === 'handed-in');
  const { entries } = await teacher.ok('GET', `${path}/students/${currentStudent!.id}`);
  expect(entries.map(({ asks, right }) => [asks, right.length])).toEqual(
    expect.arrayContaining([
      ['opinion', 0],
      ['nothing', 0],
      ['points', 1],
    ]),
  );
  const { students: watched } = await teacher.ok('GET', `${path}/watch`);
  const { cells } = watched.find(({ studentId }) => studentId === currentStudent!.id)!;
  expect(cells.map((cell) => cell!.needsMarking)).toEqual([false, false, false]);
});

test('what was not reached counts for a standard as it does in the score', async () => {
  const given = await giveTest(school, teacher, {
    className: '6D',
    change: { rules: { ...usualRules, limitMinutes: 20, shuffleChoices: false } },
  });
  const student = await school.student('6D', 20);
  const attempt = await student.ok(
    'POST',
    `/api/seat/assignments/${given.assignmentId}/attempt`,
    {},
  );
  const [first] = attempt.form.sections[0]!.entries;
  const { items } = await teacher.ok('GET', '/api/items?words=RAT&grades=6&kind=single-choice');
  const { content } = items.find((item) => item.content.stem === first!.item.stem)!;
  const right = choicesOf(content.parts[0]).findIndex(
    ({ id }) => id === keyOf(content.parts[0])[0],
  );
  const part = first!.item.parts[0];
  await student.send('PUT', `/api/seat/attempts/${attempt.id}/answers`, {
    answers: [answer(first!.id, 1, { [part!.id]: choicesOf(part)[right]!.id })],
  });
  const start = school.clock.now;
  school.clock.now = attempt.deadlineAt! + 60_000;
  await school.jobs();
  const { students, left } = await (
    await school.staff('holloway')
  ).ok('GET', `/api/assignments/${given.assignmentId}/results`);
  const currentStudent = students.find(({ state }) => state === 'handed-in');
  const { standards } = await (
    await school.staff('holloway')
  ).ok('GET', `/api/assignments/${given.assignmentId}/results/standards`);
  const share = (line: (typeof standards)[number]) =>
    line.students.find(({ id }) => id === currentStudent!.id)!.earned!;
  const earned = standards.map(share).filter(Boolean);
  expect([currentStudent!.points, currentStudent!.maxPoints, left.notReached]).toEqual([1, 6, 5]);
  // The items of the test are on standards of one strand; together they are the score.
  expect(earned.reduce((sum, line) => sum + line.share * line.answers, 0)).toBeCloseTo(
    currentStudent!.points!,
    9,
  );
  expect(earned.reduce((sum, line) => sum + line.answers, 0)).toBe(currentStudent!.maxPoints);
  school.clock.now = start;
});

test('many are rated at once on any standard, which stands there from then on; over time each student has a line', async () => {
  const sitting = await sat([['aab'], ['bbb']], 10);
  const read = () => teacher.ok('GET', `${sitting.path}/results/standards`);
  const { standards } = await read();
  const students = standards[0]!.students.filter(({ earned }) => earned).map(({ id }) => id);
  const other = (await row<{ code: string }>(
    school.database,
    'SELECT code FROM standards WHERE code NOT IN (:codes) AND parent_id IS NOT NULL LIMIT 1',
    { codes: standards.map(({ code }) => code) },
  ))!.code;
  const ratings = students.map((studentId, index) => ({ studentId, rating: index + 2 }));
  await teacher.ok('PUT', `${sitting.path}/ratings`, { standard: other, ratings });
  const added = (await read()).standards.find(({ code }) => code === other)!;
  expect(added.all).toBeNull();
  expect(students.map((id) => added.students.find((student) => student.id === id)!.rating)).toEqual(
    [2, 3],
  );
  const overTime = async (code: string) =>
    (
      await teacher.ok(
        'GET',
        `${sitting.path}/results/standards/over-time?code=${encodeURIComponent(code)}` as `/api/assignments/${number}/results/standards/over-time`,
      )
    ).students.find(({ id }) => id === students[0])!.times;
  expect(await overTime(other)).toMatchObject([{ rating: 2, earned: null }]);
  const times = await overTime(standards[0]!.code);
  expect(times.length).toBeGreaterThan(1);
  expect(times.map(({ at }) => at)).toEqual([...times.map(({ at }) => at)].sort((a, b) => a - b));
  expect(times.at(-1)!.earned).toMatchObject({ share: expect.closeTo(2 / 3, 9) });
});
