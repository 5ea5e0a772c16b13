import type { Part } from '@oaken/core/items';
import type { AttemptAnswer } from '@oaken/contract/attempts';
import { choicesOf, keyOf } from './support/parts';
import { entriesOf, type Edition } from '@oaken/core/forms';
import { fromJson, row, rows } from './support/sql';
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

let school: School;
let teacher: Visitor;
beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
});
afterAll(() => school.close());

const hour = 3_600_000;
const week = 168 * hour;
const attemptAt = (assignmentId: number) =>
  `/api/seat/assignments/${assignmentId}/attempt` as const;
const begin = (by: Visitor, assignmentId: number, body: object = {}) =>
  by.ok('POST', attemptAt(assignmentId), body);
const hand = (by: Visitor, id: number) =>
  by.ok('POST', `/api/seat/attempts/${id}/hand-in`, { answers: [] });
const lineOf = async (by: Visitor, assignmentId: number) =>
  (await by.ok('GET', '/api/seat')).assignments.find(
    (assignment) => assignment.assignmentId === assignmentId,
  );
const rosterOf = async (classId: number) =>
  (await teacher.ok('GET', `/api/classes/${classId}`)).roster;
const standing = (assignmentId: number) => teacher.ok('GET', `/api/assignments/${assignmentId}`);
const changing = (changed: Awaited<ReturnType<typeof standing>>, change: object = {}) => {
  const { opensAt, closesAt, lateRule, rules } = changed.assignment;
  const { visibleFrom, answersFrom, word, instructions, note } = changed;
  return {
    opensAt,
    closesAt,
    lateRule,
    rules,
    visibleFrom,
    answersFrom,
    word,
    instructions,
    note,
    ...change,
  };
};
/** The first part of each entry with its key, by the edition: ids are others than the bank's. */
async function partsOf(assignmentId: number): Promise<Map<string, Part>> {
  const { content } = (await row<{ content: unknown }>(
    school.database,
    'SELECT e.content FROM editions e JOIN assignments a ON a.edition_id = e.id WHERE a.id = :assignmentId',
    { assignmentId },
  ))!;
  return new Map(
    entriesOf(fromJson<Edition>(content)).map((entry) => [entry.id, entry.content.parts[0]!]),
  );
}
/** Answers the first entry of an attempt with its first choice, so that attempts differ. */
async function answerFirst(by: Visitor, attempt: AttemptAnswer, right: (entry: string) => string) {
  const { id, item } = attempt.form.sections[0]!.entries[0]!;
  await by.ok('PUT', `/api/seat/attempts/${attempt.id}/answers`, {
    answers: [answer(id, 1, { [item.parts[0]!.id]: right(id) })],
  });
}

describe('who gets it', () => {
  test('classes, groups and single students, each student once, through the class that was chosen', async () => {
    const [b, d] = [await rosterOf(1), await rosterOf(2)];
    const { groups } = await teacher.ok('GET', '/api/groups');
    const table = groups.find(({ name }) => name === 'Ratio table');
    expect(table!.students).toHaveLength(7);
    const who = {
      classIds: [2],
      groupIds: [table!.id],
      studentIds: [b[2]!.id, b[0]!.id, d[3]!.id],
      link: false,
    };
    const recipients = await teacher.ok('POST', '/api/recipients', who);
    // Two of the single students are in the group or the class already.
    expect(recipients.students).toBe(26 + 7 + 1);
    expect(recipients.accommodations).toContainEqual({ words: 'time ×1.5', students: 1 });
    expect(recipients.forms).toEqual([{ name: 'B', students: 1 }]);
    expect(recipients.has.map(({ title }) => title)).toContain('Percent and rates, second look');
    const given = await giveTest(school, teacher, { change: { who } });
    expect(given.students).toBe(34);
    const lines = await rows<{ classId: number; n: number }>(
      school.database,
      'SELECT class_id AS classId, COUNT(*) AS n FROM assignment_students WHERE assignment_id = :id GROUP BY class_id ORDER BY class_id',
      { id: given.assignmentId },
    );
    expect(lines).toEqual([
      { classId: 1, n: 8 },
      { classId: 2, n: 26 },
    ]);
    const student = await standing(given.assignmentId);
    expect(student.assignment.recipients).toBe(
      `class 6D, group Ratio table of 6B, ${[b[2], b[0], d[3]]
        .sort((x, y) => x!.id - y!.id)
        .map((candidate) => `${candidate!.givenName} ${candidate!.familyName}`)
        .join(', ')
        .replace(/, ([^,]*)$/, ' and $1')}`,
    );
    // Whoever comes into a class later gets what was given to all of it, not what went to some.
    const whole = await rows<{ classId: number; whole: number }>(
      school.database,
      'SELECT class_id AS classId, whole_class AS whole FROM assignment_classes WHERE assignment_id = :id ORDER BY class_id',
      { id: given.assignmentId },
    );
    expect(whole.map((candidate) => Boolean(candidate.whole))).toEqual([false, true]);
  });

  test('others’ classes, groups and students are not there', async () => {
    const lindqvist = await school.staff('lindqvist');
    const { groups } = await teacher.ok('GET', '/api/groups');
    const student = (await rosterOf(1))[0]!.id;
    for (const who of [{ classIds: [1] }, { groupIds: [groups[0]!.id] }, { studentIds: [student] }])
      expect(
        (await lindqvist.post('/api/recipients', { ...wishes([], null).who, ...who })).status,
      ).toBe(404);
  });

  test('a colleague’s assignment to the same students stands in their calendar', async () => {
    await teacher.ok('PUT', '/api/classes/1/teachers', {
      others: [{ accountId: 2, part: 'co-teacher' }],
    });
    const lindqvist = await school.staff('lindqvist');
    await giveTest(school, lindqvist, { className: '6B' });
    const { has } = await teacher.ok('POST', '/api/recipients', wishes([1], null).who);
    expect(has).toContainEqual(
      expect.objectContaining({ teacher: 'Tobias Lindqvist', students: 27 }),
    );
    await teacher.ok('PUT', '/api/classes/1/teachers', { others: [] });
  });
});

describe('accommodations act by themselves', () => {
  test('time, choices, a form by name, text and a longer window; what was begun keeps them', async () => {
    const given = await giveTest(school, teacher, { className: '6B' });
    const roster = await rosterOf(1);
    const accommodationsPath = (place: number) =>
      `/api/classes/1/students/${roster[place]!.id}/accommodations` as const;
    const none = {
      time: 1,
      aloud: false,
      textSize: 1,
      form: null,
      mostChoices: null,
      extraDays: 0,
    };
    await teacher.ok('PUT', accommodationsPath(1), {
      ...none,
      time: 2,
      mostChoices: 2,
      aloud: true,
      textSize: 1.5,
      extraDays: 2,
    });
    const [plain, helped] = [await school.student('6B', 0), await school.student('6B', 1)];
    const [first, two] = [
      await begin(plain, given.assignmentId),
      await begin(helped, given.assignmentId),
    ];
    expect([first.deadlineAt! - first.now, two.deadlineAt! - two.now]).toEqual([
      20 * 60_000,
      40 * 60_000,
    ]);
    expect([two.aloud, two.textSize, first.aloud]).toEqual([true, 1.5, false]);
    const choices = ({ form }: AttemptAnswer) =>
      Math.max(...form.sections[0]!.entries.map(({ item }) => choicesOf(item.parts[0]).length));
    expect([choices(first) > 2, choices(two)]).toEqual([true, 2]);
    expect(
      (await lineOf(helped, given.assignmentId))!.closesAt! -
        (await lineOf(plain, given.assignmentId))!.closesAt!,
    ).toBe(48 * hour);
    // Taken away meanwhile: this attempt goes on as it began.
    await teacher.ok('PUT', accommodationsPath(1), none);
    const again = await begin(helped, given.assignmentId);
    expect([again.deadlineAt, choices(again), again.aloud]).toEqual([two.deadlineAt, 2, true]);
    expect(await hand(helped, two.id)).toMatchObject({ late: false });
  });

  test('no time limit at all, and the window of one’s own is open when the others’ has closed', async () => {
    const given = await giveTest(school, teacher, {
      className: '6D',
      change: { closesAt: school.clock.now + hour },
    });
    const roster = await rosterOf(2);
    await teacher.ok('PUT', `/api/classes/2/students/${roster[5]!.id}/accommodations`, {
      time: null,
      aloud: false,
      textSize: 1,
      form: null,
      mostChoices: null,
      extraDays: 1,
    });
    expect((await standing(given.assignmentId)).assignment.lastEnd).toBe(
      school.clock.now + 25 * hour,
    );
    school.clock.now += 2 * hour;
    const [plain, helped] = [await school.student('6D', 4), await school.student('6D', 5)];
    expect((await plain.post(attemptAt(given.assignmentId))).body.title).toBe('It has closed.');
    const attempt = await begin(helped, given.assignmentId);
    expect(attempt.deadlineAt).toBe(school.clock.now - 2 * hour + 25 * hour);
    await hand(helped, attempt.id);
    school.clock.now -= 2 * hour;
    await teacher.ok(
      'PUT',
      `/api/classes/2/students/${roster[5]!.id}/accommodations`,
      roster[5]!.accommodations,
    );
  });
});

describe('attempts', () => {
  test('as many as allowed; the best, latest, first or the average of all attempts counts; a changed rule counts anew', async () => {
    const given = await giveTest(school, teacher, {
      change: {
        rules: {
          ...usualRules,
          attempts: 3,
          counts: 'best',
          shuffleChoices: false,
          release: {
            ...usualRules.release,
            score: 'at-hand-in',
            answers: 'at-hand-in',
            marks: 'at-hand-in',
          },
        },
      },
    });
    const student = await school.student('6B', 12);
    const parts = await partsOf(given.assignmentId);
    const right = (entry: string) => keyOf(parts.get(entry))[0]!;
    const wrong = (entry: string) =>
      choicesOf(parts.get(entry)).find(({ id }) => !keyOf(parts.get(entry)).includes(id))!.id;
    for (const pick of [wrong, right, wrong]) {
      const attempt = await begin(student, given.assignmentId, { again: true });
      await answerFirst(student, attempt, pick);
      // While one is under way, beginning again finds it.
      expect((await begin(student, given.assignmentId, { again: true })).id).toBe(attempt.id);
      await hand(student, attempt.id);
    }
    expect((await student.post(attemptAt(given.assignmentId), { again: true })).body.title).toBe(
      'You have no attempts left.',
    );
    const points = async () => (await lineOf(student, given.assignmentId))!.score!.points;
    expect(await points()).toBe(1);
    const report = await student.ok('GET', `/api/seat/assignments/${given.assignmentId}/report`);
    // Others can still answer, so nothing shows what is right.
    expect([report.attempt, report.attempts, report.entries]).toEqual([2, 3, null]);
    const results = await teacher.ok('GET', `/api/assignments/${given.assignmentId}/results`);
    expect(results.students.find((candidate) => candidate.points !== null)).toMatchObject({
      points: 1,
      state: 'handed-in',
    });
    expect(results.students).toHaveLength(27);
    const currentStudent = await standing(given.assignmentId);
    for (const [counts, expected] of [
      ['latest', 0],
      ['first', 0],
      ['mean', 0.333333333],
    ]) {
      await teacher.ok(
        'PUT',
        `/api/assignments/${given.assignmentId}`,
        changing(currentStudent, { rules: { ...currentStudent.assignment.rules, counts } }),
      );
      expect([counts, await points()]).toEqual([counts, expected]);
    }
    await teacher.ok('POST', `/api/assignments/${given.assignmentId}/extend`, {
      studentIds: [(await rosterOf(1))[12]!.id],
      closesAt: null,
      minutes: 0,
      attempts: 1,
    });
    await begin(student, given.assignmentId, { again: true });
    expect(
      (await teacher.ok('GET', `/api/assignments`)).assignments.find(
        ({ id }) => id === given.assignmentId,
      ),
    ).toMatchObject({ working: 1, handedIn: 0, notBegun: 26 });
  });

  test('the word that is read out: asked for once, guesses wait longer each time', async () => {
    const given = await giveTest(school, teacher, { change: { word: 'Black Walnut' } });
    const [student, other] = [await school.student('6B', 13), await school.student('6B', 14)];
    expect((await lineOf(student, given.assignmentId))!.asksWord).toBe(true);
    expect(JSON.stringify(await student.ok('GET', '/api/seat'))).not.toContain('Walnut');
    expect((await student.post(attemptAt(given.assignmentId))).body.title).toMatch(/Type the word/);
    const attempt = await begin(student, given.assignmentId, { word: ' black  walnut ' });
    expect((await begin(student, given.assignmentId)).id).toBe(attempt.id);
    const guesses = [];
    for (let n = 0; n < 8; n++)
      guesses.push(
        (await other.post(attemptAt(given.assignmentId), { word: `guess ${n}` })).status,
      );
    expect([guesses.slice(0, 5), guesses.at(-1)]).toEqual([[403, 403, 403, 403, 403], 429]);
    expect((await other.post(attemptAt(given.assignmentId), { word: 'black walnut' })).status).toBe(
      429,
    );
  });
});

describe('times and release', () => {
  test('nothing is seen before its day; late work loses so much a day; bands alone leave the server', async () => {
    const start = school.clock.now;
    const bands = [
      { name: 'Meets', from: 0.8 },
      { name: 'Near', from: 0 },
    ];
    const given = await giveTest(school, teacher, {
      change: {
        opensAt: start + 3 * hour,
        visibleFrom: start + hour,
        closesAt: start + 8 * hour,
        lateRule: { late: 'until', until: start + 48 * hour, offPerDay: 0.25 },
        rules: {
          ...usualRules,
          shuffleChoices: false,
          release: { ...usualRules.release, score: 'at-hand-in', show: 'band', bands },
        },
      },
    });
    const student = await school.student('6B', 15);
    expect(await lineOf(student, given.assignmentId)).toBeUndefined();
    school.clock.now = start + hour;
    expect((await lineOf(student, given.assignmentId))!.state).toBe('coming');
    school.clock.now = start + 9 * hour;
    const attempt = await begin(student, given.assignmentId);
    const parts = await partsOf(given.assignmentId);
    const answers = [...parts].map(([entry, part]) =>
      answer(entry, 1, { [part.id]: keyOf(part)[0] }),
    );
    await student.ok('PUT', `/api/seat/attempts/${attempt.id}/answers`, { answers });
    expect(await hand(student, attempt.id)).toMatchObject({ late: true });
    const stored = await row<{ points: number; maxPoints: number; off: string }>(
      school.database,
      'SELECT points, max_points AS maxPoints, late_deduction AS off FROM attempts WHERE id = :id',
      { id: attempt.id },
    );
    expect([stored!.points / stored!.maxPoints, Number(stored!.off)]).toEqual([0.75, 0.25]);
    expect((await lineOf(student, given.assignmentId))!.score).toEqual({
      points: null,
      maxPoints: null,
      share: null,
      band: 'Near',
      waiting: 0,
    });
    school.clock.now = start;
  });

  test('answers come when the last student can no longer answer, and not before their date', async () => {
    const start = school.clock.now;
    const given = await giveTest(school, teacher, {
      className: '6D',
      change: {
        closesAt: start + hour,
        answersFrom: start + 3 * hour,
        rules: {
          ...usualRules,
          release: {
            ...usualRules.release,
            score: 'at-hand-in',
            marks: 'after-closing',
            answers: 'after-closing',
            explanations: 'by-hand',
          },
        },
      },
    });
    const student = await school.student('6D', 9);
    const attempt = await begin(student, given.assignmentId);
    await hand(student, attempt.id);
    const report = async () =>
      (await school.student('6D', 9)).ok(
        'GET',
        `/api/seat/assignments/${given.assignmentId}/report`,
      );
    const entries = async () => (await report()).entries;
    expect(await report()).toMatchObject({ entries: null, byStandard: null });
    const { shows } = await teacher.ok('POST', `/api/assignments/${given.assignmentId}/release`, {
      released: true,
    });
    // Twenty-five others may still begin.
    expect(shows).toEqual({
      handedIn: 1,
      canAnswer: 25,
      lastEnd: start + hour,
      answersFrom: start + 3 * hour,
      practice: false,
    });
    expect(await entries()).toBeNull();
    await teacher.ok('POST', `/api/assignments/${given.assignmentId}/extend`, {
      studentIds: [(await rosterOf(2))[11]!.id],
      closesAt: start + 5 * hour,
      minutes: 0,
      attempts: 0,
    });
    school.clock.now = start + 4 * hour;
    expect(await entries()).toBeNull();
    school.clock.now = start + 5 * hour;
    const out = await entries();
    expect(out![0]).toMatchObject({
      points: 0,
      right: [expect.any(String)],
      explanation: expect.any(String),
    });
    const { byStandard } = await report();
    expect(byStandard!.length).toBeGreaterThan(0);
    for (const standard of byStandard!)
      expect(standard).toMatchObject({
        share: 0,
        statement: expect.stringMatching(/\w{4}/),
        words: expect.stringMatching(/^0 of /),
      });
    await teacher.ok('POST', `/api/assignments/${given.assignmentId}/release`, { released: false });
    expect((await entries())![0]!.explanation).toBeNull();
    school.clock.now = start;
  });
});

describe('changing what was given', () => {
  test('longer and shorter times move the deadlines of those who work; stopping hands in', async () => {
    const start = school.clock.now;
    const given = await giveTest(school, teacher, { change: { closesAt: start + hour } });
    const student = await school.student('6B', 16);
    const attempt = await begin(student, given.assignmentId);
    const deadline = async () => (await begin(student, given.assignmentId)).deadlineAt! - start;
    const currentStudent = await standing(given.assignmentId);
    const change = (more: object) =>
      teacher.ok('PUT', `/api/assignments/${given.assignmentId}`, changing(currentStudent, more));
    await change({ rules: { ...currentStudent.assignment.rules, limitMinutes: 45 } });
    expect(await deadline()).toBe(45 * 60_000);
    await change({ rules: { ...currentStudent.assignment.rules, limitMinutes: null } });
    expect(await deadline()).toBe(hour);
    // More minutes for one reach beyond the closing time, for that student alone.
    await change({ rules: { ...currentStudent.assignment.rules, limitMinutes: 50 } });
    await teacher.ok('POST', `/api/assignments/${given.assignmentId}/extend`, {
      studentIds: [(await rosterOf(1))[16]!.id],
      closesAt: null,
      minutes: 30,
      attempts: 0,
    });
    expect(await deadline()).toBe(80 * 60_000);
    await teacher.ok('POST', `/api/assignments/${given.assignmentId}/stop`, {});
    expect(await deadline()).toBe(0);
    school.clock.now = start + 11_000;
    await school.jobs();
    expect((await lineOf(student, given.assignmentId))!.state).toBe('handed-in');
    const other = await school.student('6B', 17);
    expect((await other.post(attemptAt(given.assignmentId))).body.title).toBe('It has closed.');
    // Open again for one, then for all.
    await teacher.ok('POST', `/api/assignments/${given.assignmentId}/extend`, {
      studentIds: [(await rosterOf(1))[17]!.id],
      closesAt: start + 2 * hour,
      minutes: 0,
      attempts: 0,
    });
    expect((await begin(other, given.assignmentId)).deadlineAt).toBe(start + 11_000 + 50 * 60_000);
    await teacher.ok('POST', `/api/assignments/${given.assignmentId}/extend`, {
      studentIds: null,
      closesAt: start + 3 * hour,
      minutes: 0,
      attempts: 0,
    });
    await begin(await school.student('6B', 18), given.assignmentId);
    expect(attempt.deadlineAt).toBe(start + 20 * 60_000);
    school.clock.now = start;
  });

  test('what does not fit is said at its field, and nothing changes', async () => {
    const given = await giveTest(school, teacher);
    const student = await standing(given.assignmentId);
    const refused = async (method: string, path: string, body: object) => {
      const { status, body: problem } = await teacher.send(
        method,
        `/api/assignments/${given.assignmentId}${path}`,
        body,
      );
      return [status, problem.errors?.[0]];
    };
    expect(
      await refused('PUT', '', changing(student, { closesAt: student.assignment.opensAt })),
    ).toEqual([422, { pointer: '/closesAt', message: 'It closes at the moment it opens.' }]);
    expect(
      await refused('PUT', '', changing(student, { answersFrom: student.assignment.opensAt - 1 })),
    ).toEqual([
      422,
      { pointer: '/answersFrom', message: 'Answers cannot be seen before it opens.' },
    ]);
    const extend = { studentIds: null, closesAt: null, minutes: 0, attempts: 0 };
    expect((await refused('POST', '/extend', extend))[1]).toEqual({
      pointer: '',
      message: 'Choose what they get more of.',
    });
    expect(
      (await refused('POST', '/extend', { ...extend, closesAt: school.clock.now + hour }))[1],
    ).toEqual({ pointer: '/closesAt', message: 'It is open longer than that for everybody.' });
    expect((await standing(given.assignmentId)).assignment).toEqual(student.assignment);
  });

  test('drafts are kept until they are given', async () => {
    const { testId, test, classId } = await giveTest(school, teacher);
    const body = { clientKey: clientKey(), testId, form: { classIds: [classId], word: 'elm' } };
    const { id } = await teacher.ok('PUT', '/api/assignment-drafts/0', body);
    expect((await teacher.ok('PUT', '/api/assignment-drafts/0', body)).id).toBe(id);
    await teacher.ok('PUT', `/api/assignment-drafts/${id}`, { ...body, form: { word: 'oak' } });
    expect((await teacher.ok('GET', `/api/assignment-drafts/${id}`)).form).toEqual({ word: 'oak' });
    const other = await school.staff('nwosu');
    expect((await other.get(`/api/assignment-drafts/${id}`)).status).toBe(404);
    await teacher.ok('POST', '/api/assignments', {
      clientKey: clientKey(),
      testId,
      testVersion: test.version,
      draftId: id,
      ...wishes([classId], school.clock.now + week),
    });
    expect((await teacher.ok('GET', '/api/assignment-drafts')).drafts).toEqual([]);
  });
});

describe('more students for what runs', () => {
  const none = { groupIds: [], studentIds: [] };
  const classNamed = async (name: string) =>
    (await teacher.ok('GET', '/api/classes')).classes.find((known) => known.name === name)!;

  test('are told first, keep apart from those who have it, and are dealt on after them', async () => {
    const { assignmentId } = await giveTest(school, teacher);
    const path = `/api/assignments/${assignmentId}/students` as const;
    const [mine, other] = [await classNamed('6B'), await classNamed('6D')];
    const both = { ...none, classIds: [mine.id, other.id] };
    expect(await teacher.ok('POST', `${path}/preview`, both)).toMatchObject({
      added: other.students,
      already: mine.students,
      forms: 1,
    });
    // Nothing was done by asking.
    expect((await standing(assignmentId)).students).toHaveLength(mine.students);
    expect(await teacher.ok('POST', path, both)).toEqual({ added: other.students });
    const { assignment, students, who } = await standing(assignmentId);
    expect(students).toHaveLength(mine.students + other.students);
    expect(assignment.recipients).toContain('6D');
    expect([...who.classIds].sort()).toEqual([mine.id, other.id].sort());
    const seats = await rows<{ seat: number }>(
      school.database,
      'SELECT seat FROM assignment_students WHERE assignment_id = :assignmentId ORDER BY seat',
      { assignmentId },
    );
    expect(seats.map(({ seat }) => seat)).toEqual(students.map((_, seat) => seat));
    const again = await teacher.post(path, both);
    expect([again.status, JSON.stringify(again.body)]).toEqual([
      422,
      expect.stringContaining('does not have it yet'),
    ]);
  });

  test('a single one of another class comes in alone, and begins', async () => {
    const { assignmentId } = await giveTest(school, teacher);
    const other = await classNamed('6D');
    const [first] = await rosterOf(other.id);
    const who = { ...none, classIds: [], studentIds: [first!.id] };
    await teacher.ok('POST', `/api/assignments/${assignmentId}/students`, who);
    const student = await school.student('6D', 0);
    const line = await lineOf(student, assignmentId);
    expect(line).toBeDefined();
    await begin(student, assignmentId);
  });

  test('are added by whoever runs it alone', async () => {
    const { assignmentId } = await giveTest(school, teacher);
    const lindqvist = await school.staff('lindqvist');
    const { classes } = await lindqvist.ok('GET', '/api/classes');
    const body = { ...none, classIds: [classes[0]!.id] };
    const path = `/api/assignments/${assignmentId}/students` as const;
    expect((await lindqvist.post(path, body)).status).toBe(404);
    expect((await lindqvist.post(`${path}/preview`, body)).status).toBe(404);
  });
});

describe('guests by a link', () => {
  test('type a name, sit, see nothing else, and are tied to a student later', async () => {
    const given = await giveTest(school, teacher, {
      change: { who: { ...wishes([], null).who, link: true } },
    });
    expect(given.students).toBe(0);
    const { link } = await standing(given.assignmentId);
    expect(link).toMatch(/^[\w-]{22}$/);
    const guest = school.visitor();
    expect(
      (await guest.post('/api/session/link', { token: link!.replace(/./g, 'x') })).status,
    ).toBe(404);
    expect((await guest.ok('POST', '/api/session/link', { token: link })).title).toBe('Given');
    await guest.signIn(guest.post('/api/session/guest', { token: link, name: 'Ida Somebody' }));
    expect((await guest.ok('GET', '/api/seat')).assignments).toHaveLength(1);
    const attempt = await begin(guest, given.assignmentId);
    const student = (await rosterOf(1))[20];
    const [line] = (await standing(given.assignmentId)).students;
    expect(line).toMatchObject({ name: 'Ida Somebody', guest: true, state: 'working' });
    const tie = `/api/assignments/${given.assignmentId}/guests/${line!.studentId}/tie` as const;
    expect((await teacher.post(tie, { studentId: student!.id })).status).toBe(409);
    await hand(guest, attempt.id);
    expect(
      (await teacher.ok('GET', `/api/assignments/${given.assignmentId}/results`)).students,
    ).toMatchObject([{ class: 'Guests', state: 'handed-in' }]);
    await teacher.ok('POST', tie, { studentId: student!.id });
    const after = await standing(given.assignmentId);
    expect(after.students).toMatchObject([
      { studentId: student!.id, guest: false, className: '6B', state: 'handed-in' },
    ]);
    expect((await lineOf(await school.student('6B', 20), given.assignmentId))!.attemptsMade).toBe(
      1,
    );
    // The guest's own way in is over.
    school.clock.now += 6_000;
    expect((await guest.get('/api/seat')).status).toBe(401);
    school.clock.now -= 6_000;
    const wrong = (await rosterOf(2))[0]!.id;
    expect((await (await school.staff('nwosu')).post(tie, { studentId: wrong })).status).toBe(404);
  });
});

describe('work that is sat in class', () => {
  const supervised = (change: object) => ({
    rules: {
      ...usualRules,
      supervision: { hours: [], byPress: false, schoolNetwork: false, ...change },
    },
  });
  const sit = (student: Visitor, assignmentId: number) => student.post(attemptAt(assignmentId), {});
  const codeOf = ({ body }: Awaited<ReturnType<typeof sit>>) =>
    (body as { type?: string }).type?.split('/').at(-1);

  test('is begun once the teacher lets the class begin; who has begun goes on', async () => {
    const { assignmentId, classId } = await giveTest(school, teacher, {
      change: supervised({ byPress: true }),
    });
    const [early, later] = [await school.student('6B', 0), await school.student('6B', 1)];
    expect((await lineOf(early, assignmentId))!.gate).toBe('not-let-in');
    expect(codeOf(await sit(early, assignmentId))).toBe('not-let-in');
    const path = `/api/assignments/${assignmentId}/classes/${classId}/begin` as const;
    expect((await (await school.staff('lindqvist')).send('PUT', path, { may: true })).status).toBe(
      404,
    );
    const { letInAt } = await teacher.ok('PUT', path, { may: true });
    expect(letInAt).toBe(school.clock.now);
    expect((await standing(assignmentId)).assignment.classes).toMatchObject([{ letInAt }]);
    expect((await lineOf(early, assignmentId))!.gate).toBeNull();
    await begin(early, assignmentId);
    await teacher.ok('PUT', path, { may: false });
    expect(codeOf(await sit(later, assignmentId))).toBe('not-let-in');
    expect((await sit(early, assignmentId)).status).toBe(200);
  });

  test('has hours of each class within the window', async () => {
    const { now } = school.clock;
    const [from, to] = [now + 3_600_000, now + 5_400_000];
    const { id } = (await teacher.ok('GET', '/api/classes')).classes.find(
      ({ name }) => name === '6B',
    )!;
    const hours = [{ classId: id, from, to }];
    const { assignmentId } = await giveTest(school, teacher, { change: supervised({ hours }) });
    const student = await school.student('6B', 0);
    expect(await lineOf(student, assignmentId)).toMatchObject({
      state: 'coming',
      opensAt: from,
      closesAt: to,
    });
    expect(codeOf(await sit(student, assignmentId))).toBe('not-open-yet');
    school.clock.now = from + 1_200_000;
    // The limit of 20 minutes would end it later than the hour does.
    expect((await begin(student, assignmentId)).deadlineAt).toBe(to);
    expect((await standing(assignmentId)).assignment.lastEnd).toBe(to);
    const whole = { studentIds: null, closesAt: null, minutes: 10, attempts: 0 };
    await teacher.ok('POST', `/api/assignments/${assignmentId}/extend`, whole);
    expect((await lineOf(student, assignmentId))!.deadlineAt).toBe(to + 600_000);
    school.clock.now = now;
  });

  test('hours outside the window are refused at their field', async () => {
    const hours = [{ classId: 1, from: school.clock.now - 60_000, to: school.clock.now + 60_000 }];
    await expect(giveTest(school, teacher, { change: supervised({ hours }) })).rejects.toThrow(
      /supervision.*between opening and closing/,
    );
  });

  test('is only done on the school’s network where that is asked', async () => {
    const administrator = await school.staff('office');
    const { here, networks } = await administrator.ok('GET', '/api/school/networks');
    expect(networks).toEqual([]);
    const { assignmentId } = await giveTest(school, teacher, {
      change: supervised({ schoolNetwork: true }),
    });
    const student = await school.student('6B', 2);
    const put = (list: string[]) =>
      administrator.send('PUT', '/api/school/networks', { networks: list });
    await put(['203.0.113.0/24', '2001:db8::/32']);
    expect(codeOf(await sit(student, assignmentId))).toBe('not-at-school');
    await put([`${here.replace('::ffff:', '')}/32`]);
    await begin(student, assignmentId);
    await put(['198.51.100.7']);
    // What is under way is not gone on with elsewhere, and what was written is not lost.
    expect(codeOf(await sit(student, assignmentId))).toBe('not-at-school');
    for (const wrong of ['10.0.0.0/33', 'school', '1.2.3', '::1/129', '10.0.0.1/', '10.0.0.1/8/9'])
      expect([wrong, (await put([wrong])).status]).toEqual([wrong, 422]);
    expect((await teacher.get('/api/school/networks')).status).toBe(403);
    await put([]);
  });
});

test('an assignment to two classes says how far each of them is', async () => {
  const { classes } = await teacher.ok('GET', '/api/classes');
  const ids = ['6B', '6D'].map((name) => classes.find((taught) => taught.name === name)!.id);
  const { assignmentId } = await giveTest(school, teacher, {
    change: { who: { ...wishes(ids, null).who } },
  });
  const student = await school.student('6D', 3);
  await hand(student, (await begin(student, assignmentId)).id);
  await begin(await school.student('6B', 3), assignmentId);
  const { assignments } = await teacher.ok('GET', '/api/assignments');
  const { byClass, ...whole } = assignments.find(({ id }) => id === assignmentId)!;
  expect(byClass).toMatchObject([
    { classId: ids[0], working: 1, handedIn: 0, meanShare: null },
    { classId: ids[1], working: 0, handedIn: 1, meanShare: 0 },
  ]);
  expect(whole).toMatchObject({ working: 1, handedIn: 1, meanShare: 0 });
  expect(whole.given).toBe(byClass[0]!.given + byClass[1]!.given);
});

test('the list says how far work under way is', async () => {
  const { assignmentId } = await giveTest(school, teacher);
  const student = await school.student('6B', 4);
  const attempt = await begin(student, assignmentId);
  expect((await lineOf(student, assignmentId))!.done).toEqual({ asked: 6, answered: 0 });
  const parts = await partsOf(assignmentId);
  await answerFirst(student, attempt, (entry) => choicesOf(parts.get(entry)!)[0]!.id);
  expect((await lineOf(student, assignmentId))!.done).toEqual({ asked: 6, answered: 1 });
});

describe('the report shows what the teacher chose', () => {
  const atHandIn = {
    score: 'at-hand-in',
    marks: 'at-hand-in',
    answers: 'at-hand-in',
    explanations: 'at-hand-in',
  } as const;
  const released = (change: object) => ({
    rules: { ...usualRules, release: { ...usualRules.release, ...atHandIn, ...change } },
    closesAt: school.clock.now + hour,
  });
  const reportAt = (assignmentId: number) =>
    `/api/seat/assignments/${assignmentId}/report` as const;
  /** Hands in with the first question right, once nobody else can answer. */
  async function handedIn(index: number, assignmentId: number) {
    const student = await school.student('6B', index);
    const attempt = await begin(student, assignmentId);
    const parts = await partsOf(assignmentId);
    await answerFirst(student, attempt, (entry) => keyOf(parts.get(entry)!)[0]!);
    await hand(student, attempt.id);
    return { student, attempt };
  }
  async function afterClosing<T>(read: () => Promise<T>): Promise<T> {
    const { now } = school.clock;
    school.clock.now = now + 96 * hour;
    const result = await read();
    school.clock.now = now;
    return result;
  }

  test('symbols without figures: no points, percent or sums leave the server', async () => {
    const { assignmentId } = await giveTest(school, teacher, {
      change: released({ show: 'symbols' }),
    });
    const { student } = await handedIn(0, assignmentId);
    const report = await afterClosing(async () => {
      const again = await school.student('6B', 0);
      return again.ok('GET', reportAt(assignmentId));
    });
    expect(report.score).toMatchObject({ points: null, maxPoints: null, share: null, band: null });
    expect(report.byStandard).toBeNull();
    const symbols = report.entries!.map(({ symbol, points }) => [symbol, points]);
    expect(symbols).toEqual([['right', null], ...Array<unknown>(5).fill(['wrong', null])]);
    expect((await lineOf(student, assignmentId))!.score).toMatchObject({ points: null });
  });

  test('the questions as they were dealt, with the own answer in them and the time on each', async () => {
    const { assignmentId } = await giveTest(school, teacher, { change: released({ times: true }) });
    const { attempt } = await handedIn(1, assignmentId);
    const report = await afterClosing(async () => {
      const again = await school.student('6B', 1);
      return again.ok('GET', reportAt(assignmentId));
    });
    const dealt = attempt.form.sections.flatMap(({ entries }) => entries.map(({ item }) => item));
    expect(report.entries!.map(({ item }) => item)).toEqual(dealt);
    const [given] = Object.values(report.entries![0]!.responses);
    expect(choicesOf(dealt[0]!.parts[0] as never).map(({ id }) => id)).toContain(given);
    expect(report.entries!.every(({ time }) => time === null || time >= 0)).toBe(true);
  });

  test('the class average, once there are enough scores that it tells nobody’s', async () => {
    const { assignmentId } = await giveTest(school, teacher, {
      change: released({ classAverage: true }),
    });
    for (let index = 0; index < 4; index++) await handedIn(index, assignmentId);
    const averageAt = () =>
      afterClosing(async () => {
        const again = await school.student('6B', 0);
        return (await again.ok('GET', reportAt(assignmentId))).classAverage;
      });
    expect(await averageAt()).toBeNull();
    await handedIn(4, assignmentId);
    expect(await averageAt()).toBeCloseTo(1 / 6, 9);
  });
});
