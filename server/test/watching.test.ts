import type { Watched, WatchedStudent } from '@oaken/contract/watching';
import { choicesOf, keyOf } from './support/parts';
import { row } from './support/sql';
import {
  answer,
  giveTest,
  openSchool,
  usualRules,
  schoolMorning,
  type School,
  type Visitor,
} from './support/school';

let school: School;
let teacher: Visitor;
beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
});
beforeEach(() => void (school.clock.now = schoolMorning));
afterAll(() => school.close());

const minute = 60_000;
const pass = (time: number) => void (school.clock.now += time);
const rules = { ...usualRules, shuffleChoices: false };

/** The events of a watched assignment, as a browser reads them (HTML Standard, server-sent events). */
async function watch(by: Visitor, assignmentId: number, base = school.base) {
  const stop = new AbortController();
  const response = await fetch(`${base}/api/assignments/${assignmentId}/watch/events`, {
    headers: { cookie: by.cookie },
    signal: stop.signal,
  });
  expect([response.status, response.headers.get('content-type')]).toEqual([
    200,
    'text/event-stream; charset=utf-8',
  ]);
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  const next = async (): Promise<{ event: string; data: Watched }> => {
    for (;;) {
      const end = rest.indexOf('\n\n');
      if (end >= 0) {
        const lines = rest.slice(0, end).split('\n');
        rest = rest.slice(end + 2);
        const of = (name: string) =>
          lines.find((line) => line.startsWith(`${name}: `))?.slice(name.length + 2);
        if (of('event')) return { event: of('event')!, data: JSON.parse(of('data')!) };
        continue;
      }
      const { value, done } = await reader.read();
      if (done) throw new Error('The stream has ended.');
      rest += value;
    }
  };
  /** Reads on until the student is as wanted. */
  const until = async (studentId: number, wanted: (student: WatchedStudent) => boolean) => {
    for (;;) {
      const { data } = await next();
      const student = data.students.find((candidate) => candidate.studentId === studentId);
      if (student && wanted(student)) return student;
    }
  };
  return { next, until, stop: () => stop.abort() };
}

async function begun(place: number, change: Record<string, unknown> = {}) {
  const { assignmentId } = await giveTest(school, teacher, { change: { rules, ...change } });
  const student = await school.student('6B', place);
  const attempt = await student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`, {});
  const entries = attempt.form.sections[0]!.entries;
  let number = 0;
  const currentAnswer = (index: number) =>
    answer(entries[index]!.id, ++number, {
      [entries[index]!.item.parts[0]!.id]: choicesOf(entries[index]!.item.parts[0])[0]!.id,
    });
  const save = (index: number) =>
    student.send('PUT', `/api/seat/attempts/${attempt.id}/answers`, {
      answers: [currentAnswer(index)],
    });
  const here = (more: object = {}) =>
    student.ok('POST', `/api/seat/attempts/${attempt.id}/heartbeat`, {
      entry: null,
      hidden: false,
      left: 0,
      heard: 0,
      ...more,
    });
  const again = () => student.post(`/api/seat/assignments/${assignmentId}/attempt`);
  const { students } = await teacher.ok('GET', `/api/assignments/${assignmentId}/watch`);
  const { studentId } = students.find(({ state }) => state === 'working')!;
  const act = (act: string, more: object = {}) =>
    teacher.ok('POST', `/api/assignments/${assignmentId}/sittings`, {
      act,
      studentIds: [studentId],
      ...more,
    });
  const standing = async () =>
    (await teacher.ok('GET', `/api/assignments/${assignmentId}/watch`)).students.find(
      (candidate) => candidate.studentId === studentId,
    );
  return {
    assignmentId,
    student,
    attempt,
    entries,
    said: currentAnswer,
    save,
    here,
    again,
    studentId,
    act,
    standing,
  };
}

describe('watching', () => {
  test('a class that a colleague lets begin is so on every page that is open', async () => {
    const supervision = { hours: [], byPress: true, schoolNetwork: false };
    const { assignmentId, classId } = await giveTest(school, teacher, {
      change: { rules: { ...rules, supervision } },
    });
    const room = await watch(teacher, assignmentId);
    const { assignment } = (await room.next()).data;
    expect(assignment.classes).toMatchObject([{ letInAt: null }]);
    await teacher.ok('PUT', `/api/assignments/${assignmentId}/classes/${classId}/begin`, {
      may: true,
    });
    const { event, data } = await room.next();
    expect([event, data.assignment.classes[0]!.letInAt]).toEqual(['whole', school.clock.now]);
    room.stop();
  });

  test('the whole first, then what changes: where each is, what is answered, signs of life, handing in', async () => {
    const { assignmentId, student, attempt, entries, save, here, studentId } = await begun(0);
    const room = await watch(teacher, assignmentId);
    const first = await room.next();
    expect(first.event).toBe('whole');
    expect(first.data.columns.map(({ entry }) => entry)).toEqual(entries.map(({ id }) => id));
    expect(first.data.students).toHaveLength(27);
    expect(first.data.students.filter(({ state }) => state === 'not-begun')).toHaveLength(26);
    await save(1);
    const saved = await room.until(studentId, ({ cells }) => cells[1]!.progress === 'answered');
    expect(saved.cells[1]!.share === 0 || saved.cells[1]!.share === 1).toBe(true);
    expect(saved.cells[0]).toEqual({
      progress: 'unanswered',
      share: null,
      needsMarking: false,
      flagged: false,
    });
    await here({ entry: entries[2]!.id, left: 1, hidden: true });
    await here({ entry: entries[3]!.id, left: 1 });
    expect(await room.until(studentId, ({ leaves }) => leaves === 2)).toMatchObject({
      on: 4,
      hidden: false,
      seenAt: school.clock.now,
      state: 'working',
    });
    // A second teacher's page, and one that lost its connection, begin with the whole as it is by then.
    const second = await watch(teacher, assignmentId);
    expect(
      (await second.next()).data.students.find((candidate) => candidate.studentId === studentId),
    ).toMatchObject({ on: 4, leaves: 2 });
    await student.ok('POST', `/api/seat/attempts/${attempt.id}/hand-in`, { answers: [] });
    for (const watcher of [room, second])
      expect(await watcher.until(studentId, ({ state }) => state === 'handed-in')).toMatchObject({
        handedInBy: 'student',
        on: null,
      });
    room.stop();
    second.stop();
  });

  test('two server processes tell the same: what one took in, the other shows', async () => {
    const other = await openServer();
    const { assignmentId, save, studentId } = await begun(1);
    const room = await watch(teacher, assignmentId, other);
    await room.next();
    await save(0);
    await room.until(studentId, ({ cells }) => cells[0]!.progress === 'answered');
    room.stop();
  });

  test('is for those who teach the class alone', async () => {
    const { assignmentId, studentId } = await begun(2);
    const other = await school.staff('lindqvist');
    for (const path of ['watch', 'watch/events', `students/${studentId}/work`])
      expect((await other.get(`/api/assignments/${assignmentId}/${path}`)).status).toBe(404);
    for (const [path, body] of [
      ['sittings', { act: 'hand-in', studentIds: null }],
      ['notices', { studentIds: null, text: 'x' }],
    ] as const)
      expect((await other.post(`/api/assignments/${assignmentId}/${path}`, body)).status).toBe(404);
  });
});

describe('from there', () => {
  test('a pause stops the clock and the answers; going on gives the time back', async () => {
    const { attempt, save, said, student, here, again, act, standing } = await begun(3);
    pass(5 * minute);
    expect(await act('pause')).toEqual({ students: 1 });
    expect(await act('pause')).toEqual({ students: 0 });
    expect(await here()).toMatchObject({ paused: true });
    expect(await standing()).toMatchObject({ state: 'paused' });
    expect([(await again()).status, (await again()).body.title]).toEqual([
      423,
      'Your teacher has paused this.',
    ]);
    // What was on its way when the clock stopped is taken; later answers wait, unless they were written before.
    expect((await save(0)).body.closed).toEqual([]);
    pass(10 * minute);
    expect((await save(1)).status).toBe(423);
    const before = { ...said(2), writtenAt: schoolMorning + 4 * minute };
    expect(
      (await student.send('PUT', `/api/seat/attempts/${attempt.id}/answers`, { answers: [before] }))
        .body.stored,
    ).toHaveLength(1);
    // Long over by the clock that stood still, and yet not handed in.
    pass(30 * minute);
    await school.jobs();
    expect(await act('resume')).toEqual({ students: 1 });
    expect((await here()).deadlineAt).toBe(attempt.deadlineAt! + 40 * minute);
    expect((await again()).body.deadlineAt).toBe(attempt.deadlineAt! + 40 * minute);
    // A page that did not hear of the pause has kept its answers, and sends them now.
    expect((await save(1)).status).toBe(200);
  });

  test('handing in, and opening again with the time that was left, and some more', async () => {
    const { assignmentId, attempt, save, again, act, standing, studentId } = await begun(4, {
      rules: { ...rules, limitMinutes: 20, release: { ...rules.release, score: 'at-hand-in' } },
    });
    // The fifth of the roster has half as much time again.
    expect(attempt.deadlineAt).toBe(schoolMorning + 30 * minute);
    await save(0);
    pass(10 * minute);
    expect(await act('hand-in')).toEqual({ students: 1 });
    expect(await standing()).toMatchObject({ state: 'handed-in', handedInBy: 'teacher' });
    pass(60 * minute);
    expect(await act('reopen', { minutes: 5 })).toEqual({ students: 1 });
    const open = (await again()).body;
    expect(open.deadlineAt).toBe(school.clock.now + 25 * minute);
    expect(open.answers).toHaveLength(1);
    expect((await save(1)).status).toBe(200);
    const work = await teacher.ok(
      'GET',
      `/api/assignments/${assignmentId}/students/${studentId}/work`,
    );
    expect(work.events.map(({ words }) => words)).toEqual(['handed it in', 'opened it again']);
    expect(work.entries.filter(({ mine }) => mine !== '')).toHaveLength(2);
    const scores = await row<{ n: number; points: number | null }>(
      school.database,
      'SELECT COUNT(s.entry_id) AS n, MAX(t.points) AS points FROM attempts t LEFT JOIN scores s ON s.attempt_id = t.id WHERE t.id = :id',
      { id: attempt.id },
    );
    expect(scores).toEqual({ n: 0, points: null });
  });

  test('not once what is right could be read', async () => {
    const { assignmentId, student, attempt, act } = await begun(5);
    await student.ok('POST', `/api/seat/attempts/${attempt.id}/hand-in`, { answers: [] });
    // Closed for all at once: nobody's accommodations keep it open any longer.
    await teacher.ok('POST', `/api/assignments/${assignmentId}/stop`, {});
    pass(minute);
    await teacher.ok('POST', `/api/assignments/${assignmentId}/release`, { released: true });
    await expect(act('reopen', { minutes: 5 })).rejects.toThrow(
      'the right answers are visible already',
    );
  });

  test('something said reaches those to whom it was said, once; taking back is for those who have not begun', async () => {
    const { assignmentId, here, studentId, act, standing } = await begun(6);
    const say = (studentIds: number[] | null, text: string) =>
      teacher.post(`/api/assignments/${assignmentId}/notices`, { studentIds, text });
    expect((await say(null, ' ')).status).toBe(422);
    await say(null, 'Ten minutes more.');
    await say([studentId], 'Look at question 3 again.');
    const { students } = await teacher.ok('GET', `/api/assignments/${assignmentId}/watch`);
    const other = students.find(({ state }) => state === 'not-begun');
    await say([other!.studentId], 'Not for you.');
    const { notices } = await here();
    expect(notices.map(({ text }) => text)).toEqual([
      'Ten minutes more.',
      'Look at question 3 again.',
    ]);
    expect((await here({ heard: notices[0]!.id })).notices).toHaveLength(1);
    expect(await act('take-back', { studentIds: [studentId, other!.studentId] })).toEqual({
      students: 1,
    });
    expect(await standing()).toMatchObject({ state: 'working' });
    const after = (await teacher.ok('GET', `/api/assignments/${assignmentId}/watch`)).students;
    expect(after.map((student) => student.studentId)).not.toContain(other!.studentId);
  });

  test('leaving the page counts while one works, and not after handing in', async () => {
    const { assignmentId } = await giveTest(school, teacher);
    const student = await school.student('6B', 24);
    const attempt = await student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`);
    const leave = () =>
      student.ok('POST', `/api/seat/attempts/${attempt.id}/heartbeat`, {
        entry: null,
        hidden: true,
        left: 1,
        heard: 0,
      });
    await leave();
    await student.ok('POST', `/api/seat/attempts/${attempt.id}/hand-in`, { answers: [] });
    await leave();
    const { students } = await teacher.ok('GET', `/api/assignments/${assignmentId}/watch`);
    expect(students.filter(({ leaves }) => leaves > 0)).toMatchObject([{ leaves: 1 }]);
  });
});

/** A second server on the same database. @returns its address */
async function openServer(): Promise<string> {
  const { createServer } = await import('node:http');
  const { createApp } = await import('../src/app');
  const app = createApp({ ...school.app.context, pages: null, checkAnswers: true });
  const server = createServer(app.http);
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  server.unref();
  return `http://127.0.0.1:${(server.address() as { port: number }).port}`;
}

test('each question so far: how much is right, and which answers are alike', async () => {
  const { assignmentId } = await giveTest(school, teacher, { change: { rules } });
  const path = `/api/assignments/${assignmentId}/watch/questions` as const;
  const before = await teacher.ok('GET', path);
  expect(before.questions).toHaveLength(6);
  expect(before.questions[0]).toMatchObject({ number: 1, judged: 0, right: 0, answers: [] });
  const [question] = before.questions;
  const part = question!.content.parts[0]!;
  const [key] = keyOf(part);
  const wrong = choicesOf(part).find(({ id }) => id !== key)!.id;
  for (const [index, choice] of [key!, wrong, wrong].entries()) {
    const student = await school.student('6B', index);
    const attempt = await student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`, {});
    await student.ok('PUT', `/api/seat/attempts/${attempt.id}/answers`, {
      answers: [answer(question!.entry, 1, { [part.id]: choice })],
    });
  }
  const [after] = (await teacher.ok('GET', path)).questions;
  expect(after).toMatchObject({ judged: 3, right: 1 });
  expect(after!.answers.map(({ share, studentIds }) => [share, studentIds.length])).toEqual([
    [0, 2],
    [1, 1],
  ]);
  // An answer that is changed counts as it is now.
  const changing = await school.student('6B', 1);
  const { id } = await changing.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`, {});
  await changing.ok('PUT', `/api/seat/attempts/${id}/answers`, {
    answers: [answer(question!.entry, 2, { [part.id]: key! })],
  });
  expect((await teacher.ok('GET', path)).questions[0]).toMatchObject({ judged: 3, right: 2 });
  expect(after!.key.join(' ')).toContain(after!.answers[1]!.words);
  expect((await (await school.staff('lindqvist')).get(path)).status).toBe(404);
  expect((await (await school.student('6B', 0)).get(path)).status).toBe(403);
});
