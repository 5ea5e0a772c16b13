/** What stands around marks: changes of several at once, spoken comments, anchor answers, and notes of staff. */
import { openSchool, type School, type Visitor } from './support/school';
import { handedInTexts } from './support/texts';

let school: School;
let teacher: Visitor;
beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
});
afterAll(() => school.close());

/** The beginning of a recording as browsers make it: EBML, with the type of document (RFC 9559). */
const recording = Buffer.concat([
  Buffer.from('1a45dfa39f4286810142f7810142f2810442f381084282847765626d42878104', 'hex'),
  Buffer.alloc(600),
]);
async function keepSound(bytes: Buffer, type: string): Promise<{ status: number; body: never }> {
  const response = await fetch(
    `${school.base}/api/files?name=comment&type=${encodeURIComponent(type)}&as=sound`,
    {
      method: 'POST',
      headers: {
        'content-type': 'application/octet-stream',
        cookie: teacher.cookie,
        'x-csrf-token': teacher.csrf,
      },
      body: new Uint8Array(bytes),
    },
  );
  return { status: response.status, body: (await response.json()) as never };
}

describe('several answers at once', () => {
  test('the same comment for some leaves each their own points, and points leave the comment', async () => {
    const { students, path, read, scores } = await handedInTexts(
      { school, teacher },
      ['The moon.', 'The sun.', 'The wind.'],
      0,
    );
    const marksOf = async () =>
      (await teacher.ok('GET', read)).answers.map(({ mark }) => [mark?.points, mark?.comment]);
    const at = (version: number, ...which: number[]) =>
      which.map((n) => ({ attemptId: students[n]!.attemptId, version }));
    await teacher.ok('PUT', path, { attempts: at(0, 0), points: 4 });
    await teacher.ok('PUT', path, { attempts: at(0, 1), points: 1 });
    await teacher.ok('PUT', path, { attempts: at(1, 0, 1), comment: 'Name the cause.' });
    await teacher.ok('PUT', path, { attempts: at(0, 2), comment: 'Name the cause.' });
    expect(await marksOf()).toEqual([
      [4, 'Name the cause.'],
      [1, 'Name the cause.'],
      [null, 'Name the cause.'],
    ]);
    expect(await scores()).toEqual([
      [4, 0],
      [1, 0],
      [0, 1],
    ]);
    await teacher.ok('PUT', path, { attempts: at(2, 0, 1), points: 2 });
    expect((await marksOf()).slice(0, 2)).toEqual([
      [2, 'Name the cause.'],
      [2, 'Name the cause.'],
    ]);
    // All or none: one of them was changed meanwhile.
    const { status } = await teacher.send('PUT', path, {
      attempts: [...at(3, 0), ...at(2, 1)],
      points: 0,
    });
    expect([status, (await marksOf())[0]]).toEqual([409, [2, 'Name the cause.']]);
  });
});

describe('a spoken comment', () => {
  test('is kept as sound, stands with the mark, and is heard by the student once marks are out', async () => {
    const { assignmentId, students, path, read } = await handedInTexts(
      { school, teacher },
      ['The moon.'],
      4,
    );
    const { status, body } = await keepSound(recording, 'audio/webm;codecs=opus');
    expect([status, body]).toEqual([200, expect.objectContaining({ type: 'audio/webm' })]);
    const { address: voice } = body as { address: string };
    const { attemptId, student } = students[0]!;
    const attempts = (version: number) => [{ attemptId, version }];
    await teacher.ok('PUT', path, { attempts: attempts(0), points: 3, voice });
    // What is not sent stays.
    await teacher.ok('PUT', path, { attempts: attempts(1), comment: 'Well said.' });
    expect((await teacher.ok('GET', read)).answers[0]!.mark).toMatchObject({
      points: 3,
      comment: 'Well said.',
      voice,
    });
    const report = async () =>
      (await student.ok('GET', `/api/seat/assignments/${assignmentId}/report`)).entries;
    expect(await report()).toBeNull();
    await teacher.ok('POST', `/api/assignments/${assignmentId}/stop`, {});
    await teacher.ok('POST', `/api/assignments/${assignmentId}/release`, { released: true });
    expect((await report())![0]!.voices).toEqual([voice]);
    await teacher.ok('PUT', path, { attempts: attempts(2), voice: null });
    expect((await report())![0]!.voices).toEqual([]);
  });

  test('is refused where it is no recording', async () => {
    const { students, path } = await handedInTexts({ school, teacher }, ['The moon.'], 5);
    const attempts = [{ attemptId: students[0]!.attemptId, version: 0 }];
    for (const voice of [`/api/files/${'x'.repeat(22)}`, 'https://elsewhere.example/a.webm']) {
      const { status } = await teacher.send('PUT', path, { attempts, points: 1, voice });
      expect(status).toBe(422);
    }
  });
});

describe('anchor answers', () => {
  const anchorsIn = async (who: Visitor, read: `/api/marking/${number}`) =>
    (await who.ok('GET', read)).parts[0]!.anchors;

  test('are kept without a name, most points first, for every assignment of the item, and removed', async () => {
    const { students, path, read } = await handedInTexts(
      { school, teacher },
      ['Some water moves.', 'The moon pulls the water.'],
      6,
    );
    const keep = (n: number, note = '') =>
      teacher.send('POST', `${path}/anchors`, { attemptId: students[n]!.attemptId, note });
    expect((await keep(0)).status).toBe(409);
    for (const [n, points] of [1, 4].entries())
      await teacher.ok('PUT', path, {
        attempts: [{ attemptId: students[n]!.attemptId, version: 0 }],
        points,
      });
    for (const n of [0, 1]) expect((await keep(n, `note ${n}`)).status).toBe(200);
    const kept = await anchorsIn(teacher, read as `/api/marking/${number}`);
    expect(kept.map(({ points, response, note }) => [points, response, note])).toEqual([
      [4, 'The moon pulls the water.', 'note 1'],
      [1, 'Some water moves.', 'note 0'],
    ]);
    expect(JSON.stringify(kept)).not.toMatch(/studentId|attemptId|rosterNumber/);
    await teacher.ok('DELETE', `${path}/anchors/${kept[0]!.id}`);
    expect(await anchorsIn(teacher, read as `/api/marking/${number}`)).toHaveLength(1);
    expect((await teacher.send('DELETE', `${path}/anchors/${kept[0]!.id}`)).status).toBe(404);
  });

  test('are kept only by those who mark, and only from answers of this assignment', async () => {
    const { students, path } = await handedInTexts({ school, teacher }, ['The moon.'], 8);
    const body = { attemptId: students[0]!.attemptId };
    await teacher.ok('PUT', path, { attempts: [{ ...body, version: 0 }], points: 2 });
    const stranger = await school.staff('castellano');
    expect((await stranger.send('POST', `${path}/anchors`, body)).status).toBe(404);
    expect((await students[0]!.student.send('POST', `${path}/anchors`, body)).status).toBe(403);
    expect((await teacher.send('POST', `${path}/anchors`, { attemptId: 1 })).status).toBe(404);
  });
});

describe('notes on an attempt', () => {
  async function noted(from: number) {
    const { assignmentId, students } = await handedInTexts({ school, teacher }, ['Moon.'], from);
    const results = await teacher.ok('GET', `/api/assignments/${assignmentId}/results`);
    const { id } = results.students.find(({ state }) => state === 'handed-in')!;
    const path = `/api/assignments/${assignmentId}/students/${id}` as const;
    const { attemptId, student } = students[0]!;
    const notesFor = async (who: Visitor) =>
      (await who.ok('GET', path)).notes.map(({ text, mine }) => [text, mine]);
    return { assignmentId, path, attemptId, student, notesFor };
  }

  test('one’s own are read by oneself, those for staff by colleagues too, and none by the student', async () => {
    const { assignmentId, path, attemptId, student, notesFor } = await noted(10);
    const colleague = await school.staff('lindqvist');
    for (const reach of ['mine', 'staff'] as const)
      await teacher.ok('POST', `${path}/notes`, { attemptId, text: `for ${reach}`, reach });
    expect(await notesFor(teacher)).toEqual([
      ['for mine', true],
      ['for staff', true],
    ]);
    expect((await colleague.send('GET', path)).status).toBe(404);
    const { colleagues } = await teacher.ok('GET', '/api/classes/1/teachers');
    const { accountId } = colleagues.find(({ name }) => name.endsWith('Lindqvist'))!;
    await teacher.ok('PUT', '/api/classes/1/teachers', {
      others: [{ accountId, part: 'co-teacher' }],
    });
    expect(await notesFor(colleague)).toEqual([['for staff', false]]);
    await teacher.ok('POST', `/api/assignments/${assignmentId}/stop`, {});
    const report = await student.send('GET', `/api/seat/assignments/${assignmentId}/report`);
    expect(JSON.stringify(report)).not.toContain('for staff');
  });

  test('are changed and removed by their author alone', async () => {
    const { path, attemptId, notesFor } = await noted(11);
    const text = 'Ask about tides.';
    const { id } = await teacher.ok('POST', `${path}/notes`, { attemptId, text, reach: 'staff' });
    const colleague = await school.staff('castellano');
    const changed = { text: 'Asked.', reach: 'mine' } as const;
    expect((await colleague.send('PUT', `/api/notes/${id}`, changed)).status).toBe(404);
    expect((await colleague.send('DELETE', `/api/notes/${id}`)).status).toBe(404);
    await teacher.ok('PUT', `/api/notes/${id}`, changed);
    expect(await notesFor(teacher)).toEqual([['Asked.', true]]);
    await teacher.ok('DELETE', `/api/notes/${id}`);
    expect(await notesFor(teacher)).toEqual([]);
  });

  test.each([
    ['', 'Write the note first.'],
    ['a'.repeat(2001), 'A note has at most 2,000 characters.'],
  ])('%# is refused in words', async (text, words) => {
    const { path, attemptId } = await noted(text === '' ? 12 : 13);
    const refused = await teacher.send('POST', `${path}/notes`, { attemptId, text, reach: 'mine' });
    expect([refused.status, JSON.stringify(refused.body)]).toEqual([
      422,
      expect.stringContaining(words),
    ]);
  });
});

test('a student’s scores stand assignment by assignment, with the shares of each standard', async () => {
  const { assignmentId, students, path } = await handedInTexts({ school, teacher }, ['Moon.'], 14);
  await teacher.ok('PUT', path, {
    attempts: [{ attemptId: students[0]!.attemptId, version: 0 }],
    points: 3,
  });
  const results = await teacher.ok('GET', `/api/assignments/${assignmentId}/results`);
  const { id } = results.students.find(({ state }) => state === 'handed-in')!;
  const worksOf = (number: number) =>
    `/api/assignments/${assignmentId}/results/standards/students/${number}` as const;
  const { works } = await teacher.ok('GET', worksOf(id));
  expect(works.length).toBeGreaterThan(2);
  expect(works.map(({ at }) => at)).toEqual(works.map(({ at }) => at).sort((a, b) => a - b));
  expect(works.at(-1)).toMatchObject({ assignmentId, points: 3, maxPoints: 5, shares: {} });
  const shares = works.flatMap((work) => Object.values(work.shares));
  expect(shares.length).toBeGreaterThan(3);
  expect(shares.every((share) => share >= 0 && share <= 1)).toBe(true);
  expect((await teacher.send('GET', worksOf(999_999))).status).toBe(404);
});
