import { rows } from './support/sql';
import { answer, clientKey, openSchool, wishes, type School, type Visitor } from './support/school';
import { handedInTexts } from './support/texts';

let school: School;
let teacher: Visitor;
beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
});
afterAll(() => school.close());

const handedIn = (texts: string[], from: number, more?: object) =>
  handedInTexts({ school, teacher }, texts, from, more);

test('the same answers are marked once for all who gave them; scores follow; a mark can be taken back', async () => {
  const { assignmentId, students, line, path, read, scores } = await handedIn(
    ['The moon pulls the water.', 'the  moon pulls the water', 'Because of wind'],
    0,
  );
  expect(line).toMatchObject({ title: 'Tides', unmarked: 3, marked: 0, recipients: 'class 6B' });
  const paper = await teacher.ok('GET', read);
  expect(paper).toMatchObject({
    mayMark: true,
    parts: [{ maxPoints: 4, guide: '<p>Names the moon.</p>', comments: [] }],
  });
  expect(paper.answers.map(({ response, words }) => [response, words])).toEqual([
    ['The moon pulls the water.', 5],
    ['the  moon pulls the water', 5],
    ['Because of wind', 3],
  ]);
  expect(await scores()).toEqual([
    [0, 1],
    [0, 1],
    [0, 1],
  ]);
  const today = await teacher.ok('GET', '/api/today');
  expect(today.waiting).toContainEqual(
    expect.objectContaining({ what: 'to-mark', assignmentId, count: 3 }),
  );

  const attempts = students.slice(0, 2).map(({ attemptId }) => ({ attemptId, version: 0 }));
  await teacher.ok('PUT', path, { attempts, points: 3.5, comment: 'Say why twice.' });
  expect(await scores()).toEqual([
    [3.5, 0],
    [3.5, 0],
    [0, 1],
  ]);
  const after = await teacher.ok('GET', read);
  expect(after.answers[1]!.mark).toMatchObject({
    points: 3.5,
    comment: 'Say why twice.',
    by: 'Maren Holloway',
    version: 1,
  });
  expect(after.parts[0]!.comments).toEqual(['Say why twice.']);
  await teacher.ok('PUT', path, {
    attempts: [{ attemptId: students[0]!.attemptId, version: 1 }],
    points: null,
    comment: '',
  });
  expect(await scores()).toEqual([
    [0, 1],
    [3.5, 0],
    [0, 1],
  ]);
  // Work that is not marked yet counts for nothing in no figure, and how much of it there is stands beside them.
  const results = await teacher.ok('GET', `/api/assignments/${assignmentId}/results`);
  expect(results.left).toEqual({ waiting: 2, responses: 2, excused: 0, notReached: 0 });
  expect([results.spread.n, results.spread.mean.value, results.meanShare.value]).toEqual([
    1, 3.5, 0.7,
  ]);
  expect((await teacher.ok('GET', `/api/assignments/${assignmentId}`)).assignment.meanShare).toBe(
    0.7,
  );
  const log = await rows(
    school.database,
    'SELECT points FROM mark_log WHERE attempt_id = :id ORDER BY id',
    { id: students[0]!.attemptId },
  );
  expect(log).toEqual([{ points: 3.5 }, { points: null }]);
  // The bank's item is known by what was marked, and by nothing before.
  await school.jobs();
  const { itemId } = results.items[0]!;
  expect((await teacher.ok('GET', `/api/items/${itemId}`)).item.facility).toEqual({
    value: 0.875,
    n: 1,
  });
  school.clock.now += 1_000;
  await teacher.ok('PUT', path, {
    attempts: [{ attemptId: students[1]!.attemptId, version: 1 }],
    points: 2,
    comment: 'Say why twice.',
  });
  await school.jobs();
  expect((await teacher.ok('GET', `/api/items/${itemId}`)).item.facility).toEqual({
    value: 0.5,
    n: 1,
  });
  await teacher.ok('PUT', path, {
    attempts: [{ attemptId: students[1]!.attemptId, version: 2 }],
    points: 3.5,
    comment: 'Say why twice.',
  });
  // The student reads the comment once what was right is out, and not before.
  const report = async () =>
    (
      await (
        await school.student('6B', 1)
      ).ok('GET', `/api/seat/assignments/${assignmentId}/report`)
    ).entries;
  expect(await report()).toBeNull();
  await teacher.ok('POST', `/api/assignments/${assignmentId}/stop`, {});
  await teacher.ok('POST', `/api/assignments/${assignmentId}/release`, { released: true });
  school.clock.now += 60_000;
  expect((await report())![0]!.comments).toEqual(['Say why twice.']);
  const scoreOf = async (index: number) =>
    (await (await school.student('6B', index)).ok('GET', '/api/seat')).assignments.find(
      (assignment) => assignment.assignmentId === assignmentId,
    )!.score;
  expect(await scoreOf(0)).toMatchObject({ points: 0, maxPoints: 1, share: null, waiting: 4 });
  expect(await scoreOf(1)).toMatchObject({ points: 3.5, maxPoints: 5, share: 0.7, waiting: 0 });
});

test('two who mark the same answer: the second is told, and nothing of theirs is half done', async () => {
  const { students, path, scores } = await handedIn(['One.', 'Two.'], 5);
  const both = students.map(({ attemptId }) => ({ attemptId, version: 0 }));
  await teacher.ok('PUT', path, { attempts: [both[1]], points: 1, comment: '' });
  const late = await teacher.send('PUT', path, { attempts: both, points: 4, comment: '' });
  expect([late.status, late.body.title]).toEqual([
    409,
    'Maren Holloway has marked this in the meantime: 1 point.',
  ]);
  expect(await scores()).toEqual([
    [0, 1],
    [1, 0],
  ]);
  const above = await teacher.send('PUT', path, { attempts: [both[0]], points: 5, comment: '' });
  expect([above.status, above.body.errors![0]!.message]).toEqual([
    422,
    'This gives at most 4 points.',
  ]);
});

test('is for those who teach the class, and only for what is marked by hand and handed in', async () => {
  const { assignmentId, students, line, path, read } = await handedIn(['One.'], 8);
  const body = {
    attempts: [{ attemptId: students[0]!.attemptId, version: 0 }],
    points: 1,
    comment: '',
  };
  const other = await school.staff('lindqvist');
  expect([(await other.get(read)).status, (await other.send('PUT', path, body)).status]).toEqual([
    404, 404,
  ]);
  expect(
    (await other.ok('GET', '/api/marking')).waiting.map((assignment) => assignment.assignmentId),
  ).not.toContain(assignmentId);
  expect(
    (await teacher.send('PUT', `/api/marking/${assignmentId}/${line!.entry}/nothing`, body)).status,
  ).toBe(404);
  expect((await teacher.ok('GET', `/api/marking/${assignmentId}`)).parts).toHaveLength(1);
  const { students: all } = await teacher.ok('GET', `/api/assignments/${assignmentId}/watch`);
  const { studentId } = all.find((student) => student.state === 'handed-in')!;
  await teacher.ok('POST', `/api/assignments/${assignmentId}/sittings`, {
    act: 'reopen',
    studentIds: [studentId],
    minutes: 5,
  });
  expect((await teacher.send('PUT', path, body)).body.title).toBe('It is open again.');
});

test('a guide with levels: points are their sum, and the student reads which levels were reached', async () => {
  const criteria = [
    {
      id: 'a',
      name: 'Claim',
      levels: [
        { points: 2, words: 'Says it clearly' },
        { points: 0, words: 'Says nothing' },
      ],
    },
    {
      id: 'b',
      name: 'Evidence',
      levels: [
        { points: 2, words: 'Two facts' },
        { points: 1, words: 'One fact' },
        { points: 0, words: 'None' },
      ],
    },
  ];
  const { assignmentId, students, path, scores } = await handedIn(['The moon.'], 10, { criteria });
  const attempts = [{ attemptId: students[0]!.attemptId, version: 0 }];
  const half = await teacher.send('PUT', path, {
    attempts,
    points: 4,
    levels: { a: 0 },
    comment: '',
  });
  expect([half.status, half.body.errors![0]!.pointer]).toEqual([422, '/levels']);
  await teacher.ok('PUT', path, { attempts, points: 4, levels: { a: 0, b: 1 }, comment: '' });
  expect(await scores()).toEqual([[3, 0]]);
  await teacher.ok('POST', `/api/assignments/${assignmentId}/stop`, {});
  await teacher.ok('POST', `/api/assignments/${assignmentId}/release`, { released: true });
  const report = await students[0]!.student.ok(
    'GET',
    `/api/seat/assignments/${assignmentId}/report`,
  );
  expect(report.entries![0]!.levels).toEqual([
    { criterion: 'Claim', words: 'Says it clearly', points: 2, maxPoints: 2 },
    { criterion: 'Evidence', words: 'One fact', points: 1, maxPoints: 2 },
  ]);
});

test('what is marked to the end is listed as done, the latest first, and as to do again once a mark is taken back', async () => {
  const earlier = await handedIn(['Early.'], 20);
  const later = await handedIn(['Late.', 'Later.'], 21);
  const mark = (
    { path, students }: typeof later,
    index: number,
    points: number | null,
    version = 0,
  ) =>
    teacher.ok('PUT', path, {
      attempts: [{ attemptId: students[index]!.attemptId, version }],
      points,
      comment: '',
    });
  const done = async () =>
    (await teacher.ok('GET', '/api/marking/done')).marked
      .filter(({ assignmentId }) =>
        [earlier.assignmentId, later.assignmentId].includes(assignmentId),
      )
      .map(({ assignmentId, marked }) => [assignmentId, marked]);
  await mark(earlier, 0, 2);
  school.clock.now += 60_000;
  await mark(later, 0, 3);
  expect(await done()).toEqual([[earlier.assignmentId, 1]]);
  school.clock.now += 60_000;
  await mark(later, 1, 4);
  expect(await done()).toEqual([
    [later.assignmentId, 2],
    [earlier.assignmentId, 1],
  ]);
  await mark(earlier, 0, null, 1);
  expect(await done()).toEqual([[later.assignmentId, 2]]);
  expect((await teacher.ok('GET', '/api/marking/done?skip=1000')).marked).toEqual([]);
});

test('a second marker sees neither names nor marks; agreement is that of the blind marks, also after settling', async () => {
  const { students, path, scores } = await handedIn(['One.', 'Two.', 'Three.'], 12);
  const ids = students.map(({ attemptId }) => attemptId);
  const mark = (index: number, points: number, version = 0) => ({
    attempts: [{ attemptId: ids[index], version }],
    points,
    comment: `first ${index}`,
  });
  for (const [index, points] of [4, 2, 0].entries())
    await teacher.ok('PUT', path, mark(index, points));
  const { colleagues, secondMarking: none } = await teacher.ok('GET', `${path}/second`);
  expect(none).toBeNull();
  const colleague = colleagues.find(({ name }) => /Lindqvist/.test(name))!.accountId;
  await teacher.ok('PUT', `${path}/second`, { secondMarker: colleague });
  const other = await school.staff('lindqvist');
  const { seconds } = await other.ok('GET', '/api/marking');
  expect(seconds).toEqual([
    expect.objectContaining({ title: 'Tides', left: 3, requestedBy: 'Maren Holloway' }),
  ]);
  const blind = `/api/second-markings/${seconds[0]!.secondMarkingId}` as const;
  const asked = () =>
    other
      .ok('GET', '/api/today')
      .then(({ waiting }) => waiting.filter(({ what }) => what === 'second-marking'));
  expect(await asked()).toMatchObject([
    { secondMarkingId: seconds[0]!.secondMarkingId, count: 3, assignmentId: null },
  ]);
  expect((await teacher.get(blind)).status).toBe(404);
  const work = await other.ok('GET', blind);
  expect(work.answers.map(({ student, mark: currentMark }) => [student, currentMark])).toEqual([
    [null, null],
    [null, null],
    [null, null],
  ]);
  expect(JSON.stringify(work)).not.toContain('first');
  for (const [index, points] of [4, 3, 0].entries())
    await other.ok('PUT', blind, { ...mark(index, points), comment: 'second' });
  expect(await asked()).toEqual([]);
  expect((await other.ok('GET', '/api/marking/done')).seconds).toMatchObject([
    { title: 'Tides', requestedBy: 'Maren Holloway' },
  ]);
  expect(await scores()).toEqual([
    [4, 0],
    [2, 0],
    [0, 0],
  ]);
  const { secondMarking } = await teacher.ok('GET', `${path}/second`);
  // By hand: chance agreement (1*1 + 0 + 0 + 1*1) / 9 over 4, 2 | 3, 0 gives 1 - (1/3) / (7/9).
  expect([secondMarking!.n, secondMarking!.same, secondMarking!.kappa.value]).toEqual([
    3,
    2,
    expect.closeTo(4 / 7, 9),
  ]);
  expect(secondMarking!.differences).toEqual([
    expect.objectContaining({
      first: { points: 2, comment: 'first 1' },
      second: { points: 3, comment: 'second' },
      adjudicated: null,
    }),
  ]);
  await teacher.ok('POST', `${path}/second/adjudicate`, {
    attemptId: ids[1],
    version: 1,
    points: 3,
    comment: 'Agreed',
  });
  expect(await scores()).toEqual([
    [4, 0],
    [3, 0],
    [0, 0],
  ]);
  const after = (await teacher.ok('GET', `${path}/second`)).secondMarking;
  expect([after!.kappa.value, after!.differences[0]!.adjudicated]).toEqual([
    expect.closeTo(4 / 7, 9),
    3,
  ]);
  expect((await other.send('PUT', blind, mark(1, 1, 1))).body.title).toBe(
    'This one has its final mark already.',
  );
  expect((await teacher.send('PUT', `${path}/second`, { secondMarker: null })).body.title).toMatch(
    'has begun to mark.',
  );
});

test('short answers that the key does not know are asked about once; what stays wrong is not shown again', async () => {
  const bank = (await teacher.ok('GET', '/api/banks')).banks.find(({ mine }) => mine)!.id;
  const part = {
    id: 'p',
    kind: 'short-text',
    key: {
      variants: ['mean'],
      fold: { case: true, space: true, accents: true, punctuation: true },
    },
    rule: { rule: 'all-or-nothing', points: 1 },
  };
  const item = await teacher.ok('POST', '/api/items', {
    clientKey: clientKey(),
    bank,
    folder: null,
    content: {
      stem: '<p>What is it called?</p>',
      parts: [part],
      explanation: '',
      hints: [],
      notes: '',
    },
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
  });
  const { id: testId } = await teacher.ok('POST', '/api/tests', {
    clientKey: clientKey(),
    title: 'Words',
    kind: 'quiz',
    itemIds: [item.id],
  });
  const { version } = await teacher.ok('GET', `/api/tests/${testId}`);
  const { id: assignmentId } = await teacher.ok('POST', '/api/assignments', {
    clientKey: clientKey(),
    testId,
    testVersion: version,
    ...wishes([1], school.clock.now + 3_600_000),
  });
  for (const [n, text] of ['average', 'Average ', 'mean', 'sum'].entries()) {
    const student = await school.student('6B', 16 + n);
    const attempt = await student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`, {});
    const [first] = attempt.form.sections[0]!.entries;
    await student.ok('POST', `/api/seat/attempts/${attempt.id}/hand-in`, {
      answers: [answer(first!.id, 1, { [first!.item.parts[0]!.id]: text })],
    });
  }
  const mine = async () =>
    (await teacher.ok('GET', '/api/marking')).unknown.filter(
      (assignment) => assignment.assignmentId === assignmentId,
    );
  const [line] = await mine();
  expect([line!.answers, line!.students]).toEqual([2, 3]);
  const path = `/api/marking/${assignmentId}/${line!.entry}/${line!.part}/unknown` as const;
  const { answers } = await teacher.ok('GET', path);
  expect(answers).toEqual([
    { spelling: 'average', responseText: 'average', students: 2, staysWrong: false },
    { spelling: 'sum', responseText: 'sum', students: 1, staysWrong: false },
  ]);
  await teacher.ok('PUT', path, { spellings: ['sum'], wrong: true });
  expect((await mine())[0]!.answers).toBe(1);
  const change = { entry: line!.entry, accept: { part: line!.part, response: 'average' } };
  const { edition, gain } = await teacher.ok(
    'POST',
    `/api/assignments/${assignmentId}/rescores/preview`,
    change,
  );
  expect(gain).toHaveLength(2);
  await teacher.ok('POST', `/api/assignments/${assignmentId}/rescores`, {
    change,
    edition,
    reason: '',
    tell: false,
  });
  expect(await mine()).toEqual([]);
  expect((await teacher.ok('GET', path)).answers).toEqual([
    expect.objectContaining({ spelling: 'sum', staysWrong: true }),
  ]);
});
