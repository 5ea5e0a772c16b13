import { rows } from '../src/database/connect';
import { answer, clientKey, openSchool, plainRules, wishes, type School, type Visitor } from './support/school';

let school: School;
let teacher: Visitor;
beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
});
afterAll(() => school.close());

/** A test of one text question and one that a key scores, handed in by some students with these texts. */
async function handedIn(texts: string[], from: number) {
  const bank = (await teacher.ok('GET', '/api/banks')).banks.find(({ mine }: { mine: boolean }) => mine).id;
  const item = (parts: object[]) => teacher.ok('POST', '/api/items', { clientKey: clientKey(), bank, folder: null, content: { stem: '<p>Why do tides come twice a day?</p>', parts, explanation: '', hints: [], notes: '' }, facts: { subject: 'Science', grades: [6], standards: [], depth: 2, seconds: 120, tags: [], author: '', licence: '' } }); // prettier-ignore
  const text = await item([{ id: 'p', kind: 'long-text', lines: 4, guide: '<p>Names the moon.</p>', rule: { rule: 'by-hand', points: 4 } }]); // prettier-ignore
  const keyed = await item([{ id: 'p', kind: 'true-false', key: true, rule: { rule: 'all-or-nothing', points: 1 } }]);
  const { id: testId } = await teacher.ok('POST', '/api/tests', { clientKey: clientKey(), title: 'Tides', kind: 'quiz', itemIds: [text.id, keyed.id] }); // prettier-ignore
  const { version } = await teacher.ok('GET', `/api/tests/${testId}`);
  const rules = { ...plainRules, release: { ...plainRules.release, score: 'at-hand-in', marks: 'by-hand' } };
  const { id: assignmentId } = await teacher.ok('POST', '/api/assignments', { clientKey: clientKey(), testId, testVersion: version, ...wishes([1], school.clock.now + 3_600_000), rules }); // prettier-ignore
  const students = [];
  for (const [n, said] of texts.entries()) {
    const student = await school.student('6B', from + n);
    const attempt = await student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`, {});
    const [first] = attempt.form.sections[0].entries;
    await student.ok('POST', `/api/seat/attempts/${attempt.id}/hand-in`, { answers: [answer(first.id, 1, { [first.item.parts[0].id]: said })] }); // prettier-ignore
    students.push({ student, attemptId: attempt.id as number });
    school.clock.now += 60_000;
  }
  const { waiting } = await teacher.ok('GET', '/api/marking');
  const line = waiting.find((own: { assignmentId: number }) => own.assignmentId === assignmentId);
  const path = `/api/marking/${assignmentId}/${line?.entry}/${line?.part}`;
  const scores = async () => (await rows<{ points: number; waits: number }>(school.database, 'SELECT t.points, (SELECT SUM(s.waits) FROM scores s WHERE s.attempt_id = t.id) AS waits FROM attempts t WHERE t.assignment_id = :assignmentId ORDER BY t.id', { assignmentId })).map(({ points, waits }) => [points, Number(waits)]); // prettier-ignore
  return { assignmentId, students, waiting, line, path, scores };
}

test('the same answers are marked once for all who gave them; scores follow; a mark can be taken back', async () => {
  const { assignmentId, students, line, path, scores } = await handedIn(['The moon pulls the water.', 'the  moon pulls the water', 'Because of wind'], 0); // prettier-ignore
  expect(line).toMatchObject({ title: 'Tides', waits: 3, marked: 0, recipients: 'class 6B' });
  const paper = await teacher.ok('GET', path);
  expect(paper).toMatchObject({ most: 4, guide: '<p>Names the moon.</p>', mayMark: true, comments: [] });
  expect(paper.answers.map(({ students: own, words }: any) => [own.length, words])).toEqual([[2, 5], [1, 3]]); // prettier-ignore
  expect(await scores()).toEqual([[0, 1], [0, 1], [0, 1]]); // prettier-ignore
  const today = await teacher.ok('GET', '/api/today');
  expect(today.waiting).toContainEqual(expect.objectContaining({ what: 'to-mark', assignmentId, count: 3 }));

  const attempts = students.slice(0, 2).map(({ attemptId }) => ({ attemptId, version: 0 }));
  await teacher.ok('PUT', path, { attempts, points: 3.5, comment: 'Say why twice.' });
  expect(await scores()).toEqual([[3.5, 0], [3.5, 0], [0, 1]]); // prettier-ignore
  const after = await teacher.ok('GET', path);
  expect(after.answers[0].students[1].mark).toMatchObject({ points: 3.5, comment: 'Say why twice.', by: 'Maren Holloway', version: 1 }); // prettier-ignore
  expect(after.comments).toEqual(['Say why twice.']);
  await teacher.ok('PUT', path, { attempts: [{ attemptId: students[0]!.attemptId, version: 1 }], points: null, comment: '' }); // prettier-ignore
  expect(await scores()).toEqual([[0, 1], [3.5, 0], [0, 1]]); // prettier-ignore
  const log = await rows(school.database, 'SELECT points FROM mark_log WHERE attempt_id = :id ORDER BY id', { id: students[0]!.attemptId }); // prettier-ignore
  expect(log).toEqual([{ points: 3.5 }, { points: null }]);
  // The student reads the comment once what was right is out, and not before.
  const report = async () => (await (await school.student('6B', 1)).ok('GET', `/api/seat/assignments/${assignmentId}/report`)).entries; // prettier-ignore
  expect(await report()).toBeNull();
  await teacher.ok('POST', `/api/assignments/${assignmentId}/stop`, {});
  await teacher.ok('POST', `/api/assignments/${assignmentId}/release`, { released: true });
  school.clock.now += 60_000;
  expect((await report())[0].comments).toEqual(['Say why twice.']);
});

test('two who mark the same answer: the second is told, and nothing of theirs is half done', async () => {
  const { students, path, scores } = await handedIn(['One.', 'Two.'], 5);
  const both = students.map(({ attemptId }) => ({ attemptId, version: 0 }));
  await teacher.ok('PUT', path, { attempts: [both[1]], points: 1, comment: '' });
  const late = await teacher.send('PUT', path, { attempts: both, points: 4, comment: '' });
  expect([late.status, late.body.title]).toEqual([409, 'Maren Holloway has marked this meanwhile: 1 points.']);
  expect(await scores()).toEqual([[0, 1], [1, 0]]); // prettier-ignore
  const above = await teacher.send('PUT', path, { attempts: [both[0]], points: 5, comment: '' });
  expect([above.status, above.body.errors[0].message]).toEqual([422, 'This gives at most 4 points.']);
});

test('is for those who teach the class, and only for what is marked by hand and handed in', async () => {
  const { assignmentId, students, line, path } = await handedIn(['One.'], 8);
  const body = { attempts: [{ attemptId: students[0]!.attemptId, version: 0 }], points: 1, comment: '' };
  const other = await school.staff('lindqvist');
  expect([(await other.get(path)).status, (await other.send('PUT', path, body)).status]).toEqual([404, 404]);
  expect((await other.ok('GET', '/api/marking')).waiting.map((own: any) => own.assignmentId)).not.toContain(assignmentId); // prettier-ignore
  expect((await teacher.get(`/api/marking/${assignmentId}/${line.entry}/nothing`)).status).toBe(404);
  const { students: all } = await teacher.ok('GET', `/api/assignments/${assignmentId}/watch`);
  const { studentId } = all.find((own: any) => own.state === 'handed-in');
  await teacher.ok('POST', `/api/assignments/${assignmentId}/sittings`, { act: 'reopen', studentIds: [studentId], minutes: 5 }); // prettier-ignore
  expect((await teacher.send('PUT', path, body)).body.title).toBe('It is open again.');
});
