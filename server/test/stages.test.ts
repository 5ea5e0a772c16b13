import type { AttemptAnswer } from '@oaken/contract/attempts';
import type { SittingEntry } from '@oaken/core/forms';
import { choicesOf } from './support/parts';
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

const second = 1_000;
const minute = 60 * second;
const pass = (time: number) => void (school.clock.now += time);

/** A test of six items begun by one student. */
async function begun(place: number, rules: object) {
  const { assignmentId } = await giveTest(school, teacher, {
    change: { rules: { ...usualRules, lateAnswers: 'count', shuffleChoices: false, ...rules } },
  });
  const student = await school.student('6B', place);
  const begin = () => student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`, {});
  const attempt = await begin();
  const entriesOf = (stage: AttemptAnswer) =>
    stage.form.sections.flatMap((section) => section.entries);
  let number = 0;
  const currentAnswer = (entry: SittingEntry, writtenAt?: number) => ({
    ...answer(entry.id, ++number, {
      [entry.item.parts[0]!.id]: choicesOf(entry.item.parts[0])[0]!.id,
    }),
    ...(writtenAt !== undefined && { writtenAt }),
  });
  const save = (...answers: object[]) =>
    student.send('PUT', `/api/seat/attempts/${attempt.id}/answers`, { answers });
  const next = (leave: number, ...answers: object[]) =>
    student.send('POST', `/api/seat/attempts/${attempt.id}/next`, { leave, answers });
  const stored = () =>
    row<{ n: number; late: number }>(
      school.database,
      'SELECT COUNT(*) AS n, SUM(arrived_late) AS late FROM answers WHERE attempt_id = :id',
      { id: attempt.id },
    );
  const line = () =>
    row<{ handedInAt: Date | null; by: string; reached: number }>(
      school.database,
      'SELECT handed_in_at AS handedInAt, handed_in_by AS `by`, (SELECT SUM(reached) FROM scores WHERE attempt_id = t.id) AS reached FROM attempts t WHERE id = :id',
      { id: attempt.id },
    );
  return {
    assignmentId,
    student,
    begin,
    attempt,
    entriesOf,
    said: currentAnswer,
    save,
    next,
    stored,
    line,
  };
}

describe('each item with a time of its own', () => {
  const rules = { limitMinutes: null, stageLimit: { of: 'items', minutes: 1 } };

  test('shows one at a time; the next one’s time begins when it is seen; the last one’s end is the end', async () => {
    const { begin, attempt, entriesOf, said, save, next, stored, line } = await begun(0, rules);
    const start = school.clock.now;
    const [first] = entriesOf(attempt);
    expect(entriesOf(attempt)).toHaveLength(1);
    expect(attempt.course).toEqual({
      stage: 0,
      earlier: [],
      ahead: 5,
      clock: { of: 'item', length: minute, endsAt: start + minute },
      next: 'item',
    });
    expect((await save(said({ ...first!, id: 'nothing' }))).status).toBe(404);
    expect((await save(said(first!))).body).toMatchObject({
      stored: [{ entry: first!.id }],
      closed: [],
    });

    pass(20 * second);
    const { body: two } = await next(0);
    const [question] = entriesOf(two);
    expect(two.course).toMatchObject({
      stage: 1,
      earlier: ['answered'],
      ahead: 4,
      clock: { endsAt: start + 80 * second },
    });
    // Said again, because the answer was lost, it goes no further; nor does a reload, or another device.
    expect((await next(0)).body.course!.stage).toBe(1);
    expect(entriesOf(await begin())).toEqual([question]);
    expect((await begin()).course!.clock).toEqual(two.course!.clock);
    // The first is left: nothing more, but for what was written while it was open and arrives only now.
    expect((await save(said(first!, start + 40 * second))).body).toMatchObject({
      stored: [],
      closed: [first!.id],
    });
    expect((await save(said(first!, start + 10 * second))).body.stored).toHaveLength(1);
    expect(await stored()).toMatchObject({ n: 1, late: 1 });

    // Time over, and ten minutes without network: what was written in time goes along, what was written after does not.
    pass(11 * minute);
    expect((await save(said(question!))).body.closed).toEqual([question!.id]);
    const { body: three } = await next(1, said(question!, start + 70 * second));
    expect(await stored()).toMatchObject({ n: 2, late: 2 });
    expect(three.course!.clock!.endsAt).toBe(school.clock.now + minute);
    expect(three.course!.earlier).toEqual(['answered', 'answered']);

    for (const stage of [2, 3, 4]) await next(stage);
    const last = await begin();
    expect([last.course!.next, last.deadlineAt]).toEqual([null, school.clock.now + minute]);
    expect((await next(5)).status).toBe(409);
    pass(minute + 11 * second);
    await school.jobs();
    expect(await line()).toMatchObject({
      handedInAt: new Date(last.deadlineAt!),
      by: 'server',
      reached: 2,
    });
    expect((await next(5)).body.title).toBe('This work was already handed in.');
  });

  test('supports stretch it, more minutes go to the question that is open, and a new rule finds nobody on the way', async () => {
    // The fifth on the roster of 6B has half as much time again.
    const { assignmentId, begin, attempt, next } = await begun(4, rules);
    expect(attempt.course!.clock!.length).toBe(1.5 * minute);
    await teacher.ok('POST', `/api/assignments/${assignmentId}/extend`, {
      studentIds: null,
      closesAt: null,
      minutes: 2,
      attempts: 0,
    });
    expect((await begin()).course!.clock!.endsAt).toBe(school.clock.now + 3.5 * minute);
    const assignment = await teacher.ok('GET', `/api/assignments/${assignmentId}`);
    expect(assignment.sections).toHaveLength(1);
    const { opensAt, closesAt, lateRule } = assignment.assignment;
    const change = {
      opensAt,
      closesAt,
      lateRule,
      visibleFrom: null,
      answersFrom: null,
      word: '',
      instructions: '',
      note: '',
      rules: usualRules,
    };
    await teacher.ok('PUT', `/api/assignments/${assignmentId}`, change);
    // The whole has a limit now; the way through stays as it was begun.
    expect(await begin()).toMatchObject({
      deadlineAt: school.clock.now + (20 * 1.5 + 2) * minute,
      course: { stage: 0 },
    });
    expect((await next(0)).body.course!.stage).toBe(1);
  });
});

test('without going back: what was left stays left, also by request; and hand-in takes no more for it', async () => {
  const { student, attempt, entriesOf, said, next, stored } = await begun(1, { goBack: false });
  const [first] = entriesOf(attempt);
  expect(attempt.course).toMatchObject({ clock: null, ahead: 5 });
  pass(minute);
  const { body: two } = await next(0, said(first!));
  pass(minute);
  const handIn = { answers: [said(first!), said(entriesOf(two)[0]!)] };
  await student.ok('POST', `/api/seat/attempts/${attempt.id}/hand-in`, handIn);
  expect(await stored()).toMatchObject({ n: 2, late: 0 });
  const kept = await row<{ number: number }>(
    school.database,
    'SELECT number FROM answers WHERE attempt_id = :id AND entry_id = :entry',
    { id: attempt.id, entry: first!.id },
  );
  expect(kept!.number).toBe(1);
});

test('in one sitting: a reload is no leaving, a long time away is, and the teacher lets in again', async () => {
  const { assignmentId, student, attempt, begin, said, save, entriesOf } = await begun(2, {
    oneSitting: true,
  });
  expect(attempt.oneSitting).toBe(true);
  for (let turn = 0; turn < 8; turn++) {
    pass(minute);
    await student.ok('POST', `/api/seat/attempts/${attempt.id}/heartbeat`, {
      entry: null,
      hidden: false,
      left: 0,
      heard: 0,
    });
  }
  pass(4 * minute);
  await begin();
  pass(5 * minute + 1);
  const refused = await student.post(`/api/seat/assignments/${assignmentId}/attempt`);
  expect([refused.status, refused.body.title]).toEqual([
    423,
    'You were away for longer than 5 minutes, and this is done in one sitting.',
  ]);
  // Neither a sign nor a save of the page that was left brings it back, and the work cannot be
  // handed in past the teacher.
  const sign = { entry: null, hidden: false, left: 0, heard: 0 };
  expect(
    await student.ok('POST', `/api/seat/attempts/${attempt.id}/heartbeat`, sign),
  ).toMatchObject({
    away: true,
  });
  const late = said(entriesOf(attempt)[0]!);
  expect((await save(late)).status).toBe(423);
  expect(
    (await student.post(`/api/seat/attempts/${attempt.id}/hand-in`, { answers: [late] })).status,
  ).toBe(423);
  const { students } = await teacher.ok('GET', `/api/assignments/${assignmentId}`);
  const away = students.filter((candidate) => candidate.away);
  expect(away).toHaveLength(1);
  const path = `/api/assignments/${assignmentId}/students/${away[0]!.studentId}/let-in` as const;
  expect((await (await school.staff('lindqvist')).post(path)).status).toBe(404);
  await teacher.ok('POST', path);
  await begin();
  expect((await save(late)).status).toBe(200);
  const other = students.find((candidate) => candidate.state === 'not-begun');
  expect(
    (await teacher.post(`/api/assignments/${assignmentId}/students/${other!.studentId}/let-in`))
      .status,
  ).toBe(404);
});

test('what cannot be given is refused in words, each at its field', async () => {
  const give = (rules: object) =>
    giveTest(school, teacher, { change: { rules: { ...usualRules, ...rules } } }).then(
      () => '',
      (error: Error) => error.message,
    );
  const items = { of: 'items', minutes: 2 };
  expect(await give({ mode: 'practice', stageLimit: items })).toContain(
    'In practice, sections and items have no times of their own.',
  );
  expect(await give({ mode: 'practice', goBack: false })).toContain(
    'In practice, students can always go back.',
  );
  expect(await give({ limitMinutes: 1, warnMinutes: [], stageLimit: items })).toContain(
    'A section or item cannot have more time than the whole test, 1 minute.',
  );
  expect(await give({ stageLimit: { of: 'sections', minutes: {} } })).toContain(
    'Give at least one section a time.',
  );
  expect(await give({ stageLimit: { of: 'sections', minutes: { gone: 5 } } })).toContain(
    'The test no longer has one of these sections.',
  );
  expect(await give({ stageLimit: { of: 'items', minutes: 0 } })).toContain(
    'A section or item needs at least 6 seconds.',
  );
});
