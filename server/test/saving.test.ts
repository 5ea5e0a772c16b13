import { partKinds } from '@oaken/core/items';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { api } from '@oaken/contract';
import { row, rows } from './support/sql';
import {
  answer,
  giveTest,
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

async function begin(index: number, options: Parameters<typeof giveTest>[2] = {}) {
  const given = await giveTest(school, teacher, options);
  const student = await school.student('6B', index);
  const attempt = await student.ok('POST', `/api/seat/assignments/${given.assignmentId}/attempt`);
  const entries = attempt.form.sections.flatMap((section) => section.entries);
  const save = (...answers: unknown[]) =>
    student.send('PUT', `/api/seat/attempts/${attempt.id}/answers`, { answers });
  const again = () => student.ok('POST', `/api/seat/assignments/${given.assignmentId}/attempt`);
  const stored = async () =>
    new Map((await again()).answers.map((answer) => [answer.entry, answer]));
  const handIn = (...answers: unknown[]) =>
    student.post(`/api/seat/attempts/${attempt.id}/hand-in`, { answers });
  return { ...given, student, attempt, entries, save, stored, again, handIn };
}
const text = (value: string) => ({ a: value });

describe('numbers decide, not arrival', () => {
  test('a retry is harmless, a late packet changes nothing, and the sender is told what stands', async () => {
    const { entries, save, stored } = await begin(0);
    const id = entries[0]!.id;
    const reply = await save(answer(id, 2, text('second'), 'device000001', true));
    expect(reply.body.stored).toEqual([{ entry: id, number: 2, device: 'device000001' }]);
    await save(answer(id, 2, text('second'), 'device000001', true));
    const late = await save(answer(id, 1, text('first')));
    expect(late.body.stored).toEqual([{ entry: id, number: 2, device: 'device000001' }]);
    // Another tab that chose the same number is told that it is not its answer that stands.
    const tie = await save(answer(id, 2, text('other tab'), 'device000002'));
    expect(tie.body.stored[0]!.device).toBe('device000001');
    expect((await stored()).get(id)).toMatchObject({
      number: 2,
      responses: text('second'),
      flagged: true,
    });
  });

  test('two hundred saves at once in any order leave the newest of each', async () => {
    const { entries, save, stored } = await begin(1);
    const saves = entries.flatMap(({ id }) =>
      Array.from({ length: 30 }, (_, n) => answer(id, n + 1, text(`${id} ${n + 1}`))),
    );
    saves.sort((a, b) => ((a.number * 7919) % 31) - ((b.number * 7919) % 31));
    const replies = await Promise.all(saves.map((candidate) => save(candidate)));
    expect(new Set(replies.map(({ status }) => status))).toEqual(new Set([200]));
    const after = await stored();
    for (const { id } of entries)
      expect(after.get(id)).toMatchObject({ number: 30, responses: text(`${id} 30`) });
  });

  test('saves of one batch do not drag each other down: a bad one is refused, the others stand', async () => {
    const good = await begin(2);
    const bad = await begin(3);
    const replies = await Promise.all([
      good.save(answer(good.entries[0]!.id, 1, text('kept'))),
      bad.save(answer('nowhere', 1, text('lost'))),
      bad.student.send('PUT', `/api/seat/attempts/${good.attempt.id}/answers`, {
        answers: [answer(good.entries[0]!.id, 9, text('stolen'))],
      }),
      good.save(answer(good.entries[1]!.id, 1, text('kept too'))),
    ]);
    expect(replies.map(({ status }) => status)).toEqual([200, 404, 404, 200]);
    expect([...(await good.stored()).values()].map(({ responses }) => responses)).toEqual(
      expect.arrayContaining([text('kept'), text('kept too')]),
    );
  });
});

describe('the clock is the server’s', () => {
  test('the deadline is the same after coming back, and answers are taken until the grace has passed', async () => {
    const { attempt, again, entries, save, student } = await begin(5);
    const start = school.clock.now;
    expect(attempt.deadlineAt).toBe(start + 20 * 60_000);
    school.clock.now += 5 * 60_000;
    expect((await again()).deadlineAt).toBe(attempt.deadlineAt);
    const id = entries[0]!.id;
    school.clock.now = attempt.deadlineAt! + attempt.grace - 1;
    expect((await save(answer(id, 1, text('in time')))).status).toBe(200);
    school.clock.now = attempt.deadlineAt! + attempt.grace;
    const refused = await save(answer(id, 2, text('too late')));
    expect([refused.status, refused.body]).toEqual([
      409,
      expect.objectContaining({
        title: 'The time is over.',
        detail: 'What was saved before counts.',
      }),
    ]);
    await school.jobs();
    const after = await row<{ by: string; at: Date; responses: string }>(
      school.database,
      'SELECT t.handed_in_by AS `by`, t.handed_in_at AS at, r.responses FROM attempts t JOIN answers r ON r.attempt_id = t.id WHERE t.id = :id',
      { id: attempt.id },
    );
    expect([after!.by, after!.at.getTime()]).toEqual(['server', attempt.deadlineAt]);
    expect(JSON.stringify(after!.responses)).toContain('in time');
    expect(
      (await student.ok('GET', '/api/seat')).assignments.find(
        (assignment) => assignment.handedInBy === 'server',
      )!.state,
    ).toBe('handed-in');
    school.clock.now = start;
  });

  test('a hand-in that arrives after the end counts as run out, without its last answers', async () => {
    const { attempt, entries, handIn } = await begin(5);
    const start = school.clock.now;
    school.clock.now = attempt.deadlineAt! + attempt.grace + 60_000;
    const reply = await handIn(answer(entries[0]!.id, 1, text('too late')));
    expect(reply.body).toEqual({ handedInAt: attempt.deadlineAt, late: false });
    const answers = await rows(
      school.database,
      'SELECT 1 AS x FROM answers WHERE attempt_id = :id',
      {
        id: attempt.id,
      },
    );
    expect(answers).toEqual([]);
    school.clock.now = start;
  });

  test('an attempt ends with the window, and closed windows open nothing', async () => {
    const start = school.clock.now;
    const closesAt = start + 30 * 60_000;
    const { assignmentId } = await giveTest(school, teacher, { change: { closesAt } });
    school.clock.now = closesAt - 60_000;
    const student = await school.student('6B', 6);
    const attempt = await student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`);
    expect(attempt.deadlineAt).toBe(closesAt);
    school.clock.now = closesAt;
    const other = await school.student('6B', 7);
    expect((await other.post(`/api/seat/assignments/${assignmentId}/attempt`)).body.title).toBe(
      'It has closed.',
    );
    school.clock.now = start;
    const coming = await giveTest(school, teacher, {
      change: { opensAt: start + 60_000, closesAt: start + 7_200_000 },
    });
    const early = await other.post(`/api/seat/assignments/${coming.assignmentId}/attempt`);
    expect([early.status, early.body.title, early.body.retryAfter]).toEqual([
      409,
      'It has not opened yet.',
      60,
    ]);
  });

  test('late work is taken until its time and marked late; extra time is the student’s own', async () => {
    const start = school.clock.now;
    const { assignmentId, classId } = await giveTest(school, teacher, {
      change: {
        closesAt: start + 3_600_000,
        lateRule: { late: 'until', until: start + 7_200_000, offPerDay: 0.1 },
      },
    });
    const { roster } = await teacher.ok('GET', `/api/classes/${classId}`);
    await teacher.ok('PUT', `/api/classes/${classId}/students/${roster[8]!.id}/accommodations`, {
      ...roster[8]!.accommodations,
      time: 1.5,
    });
    school.clock.now = start + 3_600_000 + 5;
    const student = await school.student('6B', 8);
    const attempt = await student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`);
    expect(attempt.deadlineAt! - school.clock.now).toBe(30 * 60_000);
    expect(
      (await student.post(`/api/seat/attempts/${attempt.id}/hand-in`, { answers: [] })).body.late,
    ).toBe(true);
    school.clock.now = start;
  });
});

describe('handing in', () => {
  test('twice does it once; later saves are refused; beginning again is refused', async () => {
    const { attempt, entries, handIn, save, student, assignmentId } = await begin(9);
    const last = answer(entries[0]!.id, 1, text('last'));
    const [first, second] = await Promise.all([handIn(last), handIn(last)]);
    expect([first.status, second.status]).toEqual([200, 200]);
    expect(first.body).toEqual(second.body);
    expect((await save(answer(entries[0]!.id, 2, text('after')))).body.title).toBe(
      'This work was already handed in.',
    );
    expect((await student.post(`/api/seat/assignments/${assignmentId}/attempt`)).status).toBe(409);
    const scores = await rows(
      school.database,
      'SELECT entry_id FROM scores WHERE attempt_id = :id',
      {
        id: attempt.id,
      },
    );
    expect(scores).toHaveLength(entries.length);
  });

  test('beginning twice at once gives one attempt', async () => {
    const { assignmentId } = await giveTest(school, teacher);
    const student = await school.student('6B', 10);
    const path = `/api/seat/assignments/${assignmentId}/attempt` as const;
    const attempts = await Promise.all(Array.from({ length: 6 }, () => student.ok('POST', path)));
    expect(new Set(attempts.map(({ id }) => id)).size).toBe(1);
  });

  test('students see the same questions in their own order of choices, and the same order when they come back', async () => {
    const { assignmentId } = await giveTest(school, teacher, {
      change: { rules: { ...usualRules, order: 'shuffled' } },
    });
    const orders = new Set<string>();
    for (const place of [11, 12, 13]) {
      const student = await school.student('6B', place);
      const path = `/api/seat/assignments/${assignmentId}/attempt` as const;
      const first = await student.ok('POST', path);
      expect((await student.ok('POST', path)).form).toEqual(first.form);
      orders.add(
        JSON.stringify(
          first.form.sections.map(({ entries }) =>
            entries.map(({ id, item }) => [
              id,
              item.parts.map((part) => choicesOf(part).map((choice) => choice.id)),
            ]),
          ),
        ),
      );
    }
    expect(orders.size).toBe(3);
  });
});

test.each([
  ['test', 14, {}],
  ['practice', 15, {}],
  ['one by one', 16, { goBack: false, stageLimit: { of: 'items', minutes: 5 } }],
])(
  'no student route gives an answer away, whatever the kind of item and the state of the attempt: %s',
  async (name, place, rules) => {
    const mode = name === 'practice' ? 'practice' : 'test';
    const { database } = school;
    // One item of every kind, from every subject.
    const kinds = await rows<{ id: number }>(
      database,
      'SELECT MIN(i.id) AS id FROM items i JOIN revisions r ON r.id = i.revision_id GROUP BY r.kind',
    );
    const { id: testId } = await teacher.ok('POST', '/api/tests', {
      clientKey: `00000000-0000-4000-b000-0000000000${place}`,
      title: `All kinds, ${name}`,
      kind: 'test',
      itemIds: kinds.map(({ id }) => id),
    });
    const { version, revisions } = await teacher.ok('GET', `/api/tests/${testId}`);
    const closesAt = school.clock.now + 3_600_000;
    const { id: assignmentId } = await teacher.ok('POST', '/api/assignments', {
      clientKey: `00000000-0000-4000-b001-0000000000${place}`,
      testId,
      testVersion: version,
      ...wishes([1], closesAt),
      rules: { ...usualRules, mode, ...rules },
    });
    expect(new Set(revisions.map(({ kind }) => kind)).size).toBe(partKinds.length);
    const student = await school.student('6B', place);
    const attempt = await student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`);
    // The class is asked the first question as well.
    const { id: roundId } = await teacher.ok('POST', '/api/rounds', {
      clientKey: `00000000-0000-4000-b002-0000000000${place}`,
      classId: 1,
      from: { what: 'test', testId },
    });
    const { entries } = await teacher.ok('GET', `/api/rounds/${roundId as number}`);
    let steps = 0;
    const lead = (command: object) =>
      teacher.ok('POST', `/api/rounds/${roundId as number}/steps`, {
        version: steps++,
        command,
      });
    await lead({ do: 'read', entry: entries[0]!.id, choicesHidden: false });
    await lead({ do: 'open', limit: null, untilAll: false });

    const walk = async () => {
      const replies: Record<string, unknown> = {};
      for (const [name, endpoint] of Object.entries(api)) {
        if (!['student', 'signed-in', 'anyone'].includes(endpoint.who)) continue;
        // In practice an answer may be asked for; everything else must not tell it.
        if (name === 'askHelp' && mode === 'practice') continue;
        if (['signOut', 'signInStaff', 'signInStudent', 'findClass'].includes(name)) continue;
        // A stream of what `joinRound` answers; what it tells is read in the tests of rounds.
        if (name === 'seatRoundEvents') continue;
        const path = endpoint.path
          .replace(':assignmentId', String(assignmentId))
          .replace(':attemptId', String(attempt.id))
          .replace(':roundId', String(roundId))
          .replace(':entryId', attempt.form.sections[0]!.entries[0]!.id);
        const body =
          name === 'saveAnswers'
            ? { answers: [answer(attempt.form.sections[0]!.entries[0]!.id, 1, text('x'))] }
            : name === 'askHelp'
              ? { want: 'answer' }
              : name === 'tryOtherNumbers'
                ? { round: 1, responses: null }
                : name === 'enterNext'
                  ? { leave: 0, answers: [] }
                  : name === 'heartbeat'
                    ? { entry: null, hidden: false, left: 0, heard: 0 }
                    : { answers: [] };
        replies[name] = (
          await student.send(endpoint.method, path, endpoint.method === 'GET' ? undefined : body)
        ).body;
      }
      return replies;
    };
    const secrets =
      /"(key|keys|guide|rule|misconception|explanation|hints|notes|variants|tolerance|standards|depth|revisionId|itemId|fixed|facility)"|"right":(?!\[\{)/;
    const texts: string[] = revisions
      .flatMap(({ content }) => [
        content.explanation,
        ...content.parts.flatMap((part) => [
          'misconception' in part ? part.misconception : undefined,
          ...('choices' in part ? part.choices : []).map((choice) =>
            'misconception' in choice ? choice.misconception : undefined,
          ),
          ...(part.kind === 'short-text' ? part.key.variants : []),
          'guide' in part ? part.guide : undefined,
        ]),
      ])
      // A short word may well stand in another item's question.
      .filter((text) => String(text ?? '').length > 16)
      .map(String);
    expect(texts.length).toBeGreaterThan(8);
    // First while it is open (the walk itself hands in), then after it was handed in and nothing is released.
    for (const replies of [await walk(), await walk()]) {
      expect(Object.keys(replies).sort()).toEqual([
        'answerRound',
        ...(mode === 'test' ? ['askHelp'] : []),
        'beginAttempt',
        'beginSchool',
        'checkRoundAnswer',
        'chooseLanguage',
        'choosePassword',
        'comeAsGuest',
        'comeAsRoundGuest',
        'countPlay',
        'enterNext',
        'handIn',
        'heartbeat',
        'joinClass',
        'joinRound',
        'keepWork',
        'listClassmates',
        'listSeat',
        'openCalendar',
        'readCalendar',
        'readLink',
        'readPersonalLink',
        'readReport',
        'readSession',
        'readSetup',
        'saveAnswers',
        'shareDevice',
        'tryOtherNumbers',
        'unshareDevice',
      ]);
      // Help that was not asked for is there by name only, and empty; a practice says which help there is.
      const currentText = JSON.stringify(replies).replace(
        /"hints":(\[\]|true|false),|"right":null,|"explanation":null/g,
        '',
      );
      expect(currentText).not.toMatch(secrets);
      // One by one, only the first two questions have been seen.
      if (name === 'one by one')
        for (const { content } of revisions.slice(2))
          expect(currentText).not.toContain(JSON.stringify(content.stem).slice(1, -1));
      for (const secret of texts)
        expect(currentText).not.toContain(JSON.stringify(secret).slice(1, -1));
      expect(currentText).toContain('"asking":{');
    }
    await lead({ do: 'end' });
  },
);

test('a save waits for nobody who changes the assignment or renews the figures of its items', async () => {
  const late = await begin(19);
  await school.database.transaction(async (transaction) => {
    await row(
      school.database,
      'SELECT id FROM assignments WHERE id = :id FOR UPDATE',
      { id: late.assignmentId },
      transaction,
    );
    await rows(school.database, 'SELECT id FROM items FOR UPDATE', {}, transaction);
    expect((await late.save(answer(late.entries[0]!.id, 1, text('1')))).status).toBe(200);
  });
});

describe('answers that arrive after the end', () => {
  const sittingAt = async (place: number, change: Record<string, unknown> = {}) => {
    const rules = { ...usualRules, lateAnswers: 'count', ...(change.rules as object) };
    const { assignmentId } = await giveTest(school, teacher, {
      className: '6D',
      change: { ...change, rules },
    });
    const student = await school.student('6D', place);
    const attempt = await student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`);
    const [entry] = attempt.form.sections[0]!.entries;
    const written = (number: number, writtenAt?: number, words = `answer ${number}`) => ({
      ...answer(entry!.id, number, text(words)),
      ...(writtenAt !== undefined && { writtenAt }),
    });
    const save = (currentSave: object) =>
      student.send('PUT', `/api/seat/attempts/${attempt.id}/answers`, { answers: [currentSave] });
    const stored = () =>
      row<{ number: number; late: number }>(
        school.database,
        'SELECT number, arrived_late AS late FROM answers WHERE attempt_id = :id',
        { id: attempt.id },
      );
    return { assignmentId, student, attempt, entry: entry!, written, save, stored };
  };

  test('are taken when they were written before it, scored anew, and the teacher sees how many', async () => {
    const start = school.clock.now;
    const { assignmentId, attempt, written, save, stored } = await sittingAt(0);
    const end = attempt.deadlineAt;
    school.clock.now = end! + 15 * 60_000;
    await school.jobs();
    // Without a word of when, or written after the end, or before it was begun: too late.
    for (const currentSave of [written(1), written(1, end! + 1), written(1, start - 1)])
      expect((await save(currentSave)).status).toBe(409);
    expect(await stored()).toBeUndefined();
    expect((await save(written(2, end! - 1_000))).status).toBe(200);
    expect((await save(written(1, end! - 5_000))).body.stored).toEqual([
      expect.objectContaining({ number: 2 }),
    ]);
    expect(await stored()).toMatchObject({ number: 2, late: 1 });
    const fresh = await school.staff('holloway');
    const { students } = await fresh.ok('GET', `/api/assignments/${assignmentId}/results`);
    expect(students.find((student) => student.handedInBy === 'server')).toMatchObject({
      lateAnswers: 1,
    });
    school.clock.now = start;
  });

  test('not after handing in oneself, and never once what is right can be read', async () => {
    const start = school.clock.now;
    const sitting = await sittingAt(1);
    await sitting.student.ok('POST', `/api/seat/attempts/${sitting.attempt.id}/hand-in`, {
      answers: [],
    });
    expect((await sitting.save(sitting.written(3, start))).status).toBe(409);

    const released = { ...usualRules, release: { ...usualRules.release, marks: 'after-closing' } };
    const other = await sittingAt(2, { closesAt: start + 30 * 60_000, rules: released });
    school.clock.now = other.attempt.deadlineAt! + 60_000;
    await school.jobs();
    // The window of the others is still open, so nothing is out.
    expect((await other.save(other.written(1, other.attempt.deadlineAt! - 1))).status).toBe(200);
    school.clock.now = start + 31 * 60_000;
    expect((await other.save(other.written(2, other.attempt.deadlineAt! - 1))).status).toBe(409);
    school.clock.now = start;
  });

  test('what was handed in without network counts from then, and says when it arrived', async () => {
    const start = school.clock.now;
    const { attempt, assignmentId, student, written, stored } = await sittingAt(3);
    school.clock.now = attempt.deadlineAt! + 5_000;
    const body = {
      answers: [written(4, attempt.deadlineAt! - 60_000)],
      handedInAt: attempt.deadlineAt! - 30_000,
    };
    expect(await student.ok('POST', `/api/seat/attempts/${attempt.id}/hand-in`, body)).toEqual({
      handedInAt: attempt.deadlineAt! - 30_000,
      late: false,
    });
    expect(await student.ok('POST', `/api/seat/attempts/${attempt.id}/hand-in`, body)).toEqual({
      handedInAt: attempt.deadlineAt! - 30_000,
      late: false,
    });
    expect((await stored())!.number).toBe(4);
    const { students } = await (
      await school.staff('holloway')
    ).ok('GET', `/api/assignments/${assignmentId}/results`);
    expect(students.find((candidate) => candidate.handedInBy === 'student')).toMatchObject({
      arrivedAt: school.clock.now,
      late: false,
    });
    school.clock.now = start;
  });

  const late = (lateAnswers: string) => ({ rules: { lateAnswers } });
  const worked = async (assignmentId: number, studentId: number) =>
    (await school.staff('holloway')).ok(
      'GET',
      `/api/assignments/${assignmentId}/students/${studentId}`,
    );
  const decide = async (
    assignmentId: number,
    studentId: number,
    attemptId: number,
    count: boolean,
  ) =>
    (await school.staff('holloway')).ok(
      'POST',
      `/api/assignments/${assignmentId}/students/${studentId}/late-answers`,
      { attemptId, count },
    );
  const studentOf = async (attemptId: number) =>
    (await row<{ id: number }>(
      school.database,
      'SELECT student_id AS id FROM attempts WHERE id = :attemptId',
      { attemptId },
    ))!.id;

  test('by default wait until the teacher has looked, who sees since when nothing was heard of the page', async () => {
    const start = school.clock.now;
    const rules = { lateAnswers: undefined };
    const sitting = await sittingAt(4, { rules });
    school.clock.now = sitting.attempt.deadlineAt! + 60_000;
    await school.jobs();
    const writtenAt = sitting.attempt.deadlineAt! - 5_000;
    expect((await sitting.save(sitting.written(1, writtenAt))).body.stored).toEqual([
      expect.objectContaining({ number: 1 }),
    ]);
    expect(await sitting.stored()).toBeUndefined();
    const undecided = async () => {
      const { assignments } = await sitting.student.ok('GET', '/api/seat');
      return assignments.find((given) => given.assignmentId === sitting.assignmentId)!.undecided;
    };
    expect(await undecided()).toBe(1);
    const student = await studentOf(sitting.attempt.id);
    const before = await worked(sitting.assignmentId, student);
    expect(before.lateAnswers).toEqual([
      {
        entry: sitting.entry.id,
        number: expect.any(Number),
        words: expect.any(String),
        writtenAt,
        arrivedAt: school.clock.now,
        silentFrom: start,
        decision: 'waiting',
      },
    ]);
    await decide(sitting.assignmentId, student, sitting.attempt.id, true);
    expect(await sitting.stored()).toMatchObject({ number: 1, late: 1 });
    expect((await worked(sitting.assignmentId, student)).lateAnswers[0]!.decision).toBe('counted');
    expect(await undecided()).toBe(0);
    school.clock.now = start;
  });

  test('that the teacher refuses, and those of an assignment that counts none, change nothing', async () => {
    const start = school.clock.now;
    const [looked, none] = [await sittingAt(5, late('review')), await sittingAt(6, late('refuse'))];
    school.clock.now = none.attempt.deadlineAt! + 60_000;
    await school.jobs();
    expect((await none.save(none.written(1, none.attempt.deadlineAt! - 1_000))).status).toBe(409);
    await looked.save(looked.written(1, looked.attempt.deadlineAt! - 1_000));
    const student = await studentOf(looked.attempt.id);
    await decide(looked.assignmentId, student, looked.attempt.id, false);
    expect([await looked.stored(), await none.stored()]).toEqual([undefined, undefined]);
    // What was decided stays decided.
    await looked.save(looked.written(2, looked.attempt.deadlineAt! - 1_000));
    expect((await worked(looked.assignmentId, student)).lateAnswers).toMatchObject([
      { decision: 'refused' },
    ]);
    school.clock.now = start;
  });

  test('a page that came back with a single sign and was cut off again was without network', async () => {
    const start = school.clock.now;
    const sitting = await sittingAt(9);
    const sign = () =>
      sitting.student.ok('POST', `/api/seat/attempts/${sitting.attempt.id}/heartbeat`, {
        entry: null,
        hidden: false,
        left: 0,
        heard: 0,
      });
    await sign();
    school.clock.now = sitting.attempt.deadlineAt! - 60_000;
    await sign();
    school.clock.now = sitting.attempt.deadlineAt! + 30_000;
    await school.jobs();
    expect(
      (await sitting.save(sitting.written(1, sitting.attempt.deadlineAt! - 30_000))).status,
    ).toBe(200);
    school.clock.now = start;
  });

  test.each([['count'], ['review']])(
    'a page that was never without network cannot send any (%s)',
    async (rule) => {
      const start = school.clock.now;
      const sitting = await sittingAt(rule === 'count' ? 7 : 8, late(rule));
      const sign = () =>
        sitting.student.ok('POST', `/api/seat/attempts/${sitting.attempt.id}/heartbeat`, {
          entry: null,
          hidden: false,
          left: 0,
          heard: 0,
        });
      for (; school.clock.now < sitting.attempt.deadlineAt! + 30_000; school.clock.now += 8_000)
        await sign();
      await school.jobs();
      await sign();
      expect(
        (await sitting.save(sitting.written(1, sitting.attempt.deadlineAt! - 60_000))).status,
      ).toBe(409);
      expect([
        await sitting.stored(),
        (await worked(sitting.assignmentId, await studentOf(sitting.attempt.id))).lateAnswers,
      ]).toEqual([undefined, []]);
      school.clock.now = start;
    },
  );
});

describe('the database goes away', () => {
  const folder = mkdtempSync(join(tmpdir(), 'oaken-away-'));
  const start = () =>
    JSON.parse(
      execFileSync(process.execPath, ['scripts/database.mjs', 'start', folder], {
        encoding: 'utf8',
      })
        .trim()
        .split('\n')
        .at(-1)!,
    ) as { socket: string; pid: number };
  let sitting: School;
  let pid: number;
  beforeAll(async () => {
    const database = start();
    pid = database.pid;
    sitting = await openSchool({ socket: database.socket });
  });
  afterAll(async () => {
    await sitting.close();
    execFileSync(process.execPath, ['scripts/database.mjs', 'stop', folder]);
    rmSync(folder, { recursive: true, force: true });
  });

  test('killed in the middle of saving: every acknowledged answer is there afterwards, the rest were told to wait', async () => {
    const holloway = await sitting.staff('holloway');
    const { assignmentId } = await giveTest(sitting, holloway);
    const student = await sitting.student('6B', 0);
    const attempt = await student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`);
    const entries = attempt.form.sections.flatMap((section) => section.entries.map(({ id }) => id));
    let acknowledged = 0;
    const refused = new Set<number>();
    const saveAll = async (number: number) => {
      const { status } = await student.send('PUT', `/api/seat/attempts/${attempt.id}/answers`, {
        answers: entries.map((id) => answer(id, number, text(String(number)))),
      });
      if (status === 200) acknowledged = number;
      else refused.add(status);
    };
    await saveAll(1);
    expect(acknowledged).toBe(1);
    const flood = (async () => {
      for (let number = 2; refused.size === 0; number++) await saveAll(number);
    })();
    await wait(100);
    process.kill(pid, 'SIGKILL');
    await flood;
    expect([...refused]).toEqual([503]);
    const away = await student.send('PUT', `/api/seat/attempts/${attempt.id}/answers`, {
      answers: [answer(entries[0]!, 1, text('1'))],
    });
    expect([away.status, away.body.title, away.headers.get('retry-after')]).toEqual([
      503,
      'The database is not answering.',
      '2',
    ]);
    expect((await student.get('/api/health')).status).toBe(503);

    pid = start().pid;
    const back = await student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`);
    expect(back.answers).toHaveLength(entries.length);
    for (const stored of back.answers) expect(stored.number).toBeGreaterThanOrEqual(acknowledged);
    expect(sitting.log.join('\n')).not.toContain('unexpected');
    expect((await student.get('/api/health')).body.status).toBe('well');
  }, 60_000);
});
