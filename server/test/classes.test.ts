import { demoSeed, officeRoster } from '@oaken/demo';
import type { ListedStudent } from '@oaken/core/rosters';
import { rosterService } from '@oaken/stand-ins';
import type { AddressInfo } from 'node:net';
import { RemoteRoster } from '../src/classes/roster-service';
import { row, rows } from './support/sql';
import { clientKey, giveTest, openSchool, type School, type Visitor } from './support/school';

let school: School;
let teacher: Visitor;
beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
});
afterAll(() => school.close());

const facts = {
  name: '7Z',
  period: '7th period',
  grade: 7,
  subject: 'Mathematics',
  term: 'This year',
  notes: '',
};
const listed = (
  line: number,
  givenName: string,
  familyName: string,
  more: Partial<ListedStudent> = {},
): ListedStudent => ({
  line,
  givenName,
  familyName,
  studentNumber: '',
  email: '',
  grade: null,
  rosterNumber: null,
  sourcedId: null,
  ...more,
});
const makeClass = async (name: string, by = teacher) =>
  (await by.ok('POST', '/api/classes', { clientKey: clientKey(), facts: { ...facts, name } }))
    .id as number;
const rosterOf = async (classId: number, by = teacher) =>
  (await by.ok('GET', `/api/classes/${classId}`)).roster;
const here = (roster: { leftAt: number | null; givenName: string; rosterNumber: number }[]) =>
  roster
    .filter(({ leftAt }) => leftAt === null)
    .map((student) => [student.rosterNumber, student.givenName]);

async function plan(classId: number | null, list: ListedStudent[], whole = false, by = teacher) {
  const { plans } = await by.ok('POST', '/api/rosters/plan', {
    rosters: [{ classId, subject: 'Mathematics', listed: list, whole }],
  });
  return plans[0];
}
const applying = (
  classId: number | null,
  list: ListedStudent[],
  currentShown: { seen: string },
  more: object = {},
) => ({
  clientKey: clientKey(),
  rosters: [
    {
      classId,
      listed: list,
      whole: false,
      make: null,
      sourcedId: null,
      seen: currentShown.seen,
      choices: { lines: {}, leaving: [] },
      ...more,
    },
  ],
});
async function bring(
  classId: number,
  list: ListedStudent[],
  more: { whole?: boolean; choices?: object } = {},
) {
  const planned = await plan(classId, list, more.whole);
  return teacher.ok('POST', '/api/rosters/apply', applying(classId, list, planned!, more));
}

describe('when a class meets', () => {
  const times = { meetsFrom: '09:45', meetsUntil: '10:30' };
  let classId: number;
  beforeAll(async () => {
    classId = await makeClass('7M');
  });

  test('is kept with what else is said about it', async () => {
    await teacher.ok('PUT', `/api/classes/${classId}`, { ...facts, name: '7M', ...times });
    const { classes } = await teacher.ok('GET', '/api/classes');
    expect(classes.find(({ id }) => id === classId)).toMatchObject(times);
  });

  test.each([
    ['an end before the beginning', { meetsFrom: '10:30', meetsUntil: '09:45' }],
    ['what is no time of day', { meetsFrom: null, meetsUntil: '25:00' }],
  ])('%s is refused beside the field', async (_, wrong) => {
    const answer = await teacher.send('PUT', `/api/classes/${classId}`, { ...facts, ...wrong });
    expect(answer.status).toBe(422);
    expect(answer.body.errors).toEqual([expect.objectContaining({ pointer: '/meetsUntil' })]);
  });
});

describe('a list into a class', () => {
  test('is shown first, done once, and can be taken back', async () => {
    const classId = await makeClass('7Z');
    const list = [
      listed(1, 'Ada', 'Park', { studentNumber: 'N1', rosterNumber: 5 }),
      listed(2, 'Bo', 'Lind'),
    ];
    const planned = await plan(classId, list);
    expect(planned!.lines.map(({ act, rosterNumber }) => [act, rosterNumber])).toEqual([
      ['add', 5],
      ['add', 1],
    ]);
    expect(await rosterOf(classId)).toEqual([]);
    const body = applying(classId, list, planned!);
    const first = await teacher.ok('POST', '/api/rosters/apply', body);
    expect(first).toMatchObject({ added: 2, joined: 0, changed: 0, left: 0 });
    // The answer was lost and the browser says it again.
    expect(await teacher.ok('POST', '/api/rosters/apply', body)).toEqual(first);
    expect(here(await rosterOf(classId))).toEqual([
      [1, 'Bo'],
      [5, 'Ada'],
    ]);
    // What was shown no longer holds.
    expect(
      (await teacher.post('/api/rosters/apply', { ...body, clientKey: clientKey() })).status,
    ).toBe(409);
    await teacher.ok('POST', `/api/rosters/changes/${first.changeId}/undo`, {});
    expect(await rosterOf(classId)).toEqual([]);
    expect(
      await row(school.database, "SELECT id FROM accounts WHERE student_number = 'N1'"),
    ).toBeUndefined();
  });

  test('whoever leaves and comes back keeps number and results; what was not begun is not asked meanwhile', async () => {
    const given = await giveTest(school, teacher, { className: '6D' });
    const [student, other] = [await school.student('6D', 3), await school.student('6D', 4)];
    const roster = await rosterOf(given.classId);
    const [first, two] = [roster[3], roster[4]];
    const attempt = await student.ok(
      'POST',
      `/api/seat/assignments/${given.assignmentId}/attempt`,
      {},
    );
    const left = `/api/classes/${given.classId}/students` as const;
    expect(
      (await teacher.ok('POST', `${left}/${first!.id}/left`, { left: true })).working,
    ).toBeGreaterThan(0);
    await teacher.ok('POST', `${left}/${two!.id}/left`, { left: true });
    // Removed while sitting: the work goes on and counts.
    const entry = attempt.form.sections[0]!.entries[0];
    await student.ok('PUT', `/api/seat/attempts/${attempt.id}/answers`, {
      answers: [
        {
          entry: entry!.id,
          number: 1,
          device: 'device000001',
          responses: { [entry!.item.parts[0]!.id]: [] },
          flagged: false,
        },
      ],
    });
    await student.ok('POST', `/api/seat/attempts/${attempt.id}/hand-in`, { answers: [] });
    const seen = async (by: Visitor) =>
      (await by.ok('GET', '/api/seat')).assignments.some(
        (assignment) => assignment.assignmentId === given.assignmentId,
      );
    expect([await seen(student), await seen(other)]).toEqual([true, false]);
    expect((await other.post(`/api/seat/assignments/${given.assignmentId}/attempt`)).status).toBe(
      404,
    );
    await bring(given.classId, [
      listed(1, two!.givenName, two!.familyName, {
        studentNumber: two!.studentNumber,
        rosterNumber: 44,
      }),
    ]);
    const after = (await rosterOf(given.classId)).find(({ id }) => id === two!.id);
    expect(after).toMatchObject({ rosterNumber: two!.rosterNumber, leftAt: null });
    expect(await seen(other)).toBe(true);
    await teacher.ok('POST', `${left}/${first!.id}/left`, { left: false });
    expect((await rosterOf(given.classId)).find(({ id }) => id === first!.id)!.handedIn).toBe(
      first!.handedIn + 1,
    );
  });

  test('who changes class takes the results along and gets what is open there', async () => {
    const [from, to] = [
      await giveTest(school, teacher, { className: '6B' }),
      await giveTest(school, teacher, { className: '6D' }),
    ];
    const mover = (await rosterOf(from.classId))[10];
    const list = [
      listed(1, mover!.givenName, mover!.familyName, { studentNumber: mover!.studentNumber }),
    ];
    const planned = await plan(to.classId, list);
    expect(planned!.lines[0]).toMatchObject({ act: 'join', from: { className: '6B' } });
    expect(planned!.open).toBeGreaterThan(0);
    const { changeId } = await bring(to.classId, list);
    const places = async () =>
      (
        await rows<{ classId: number; out: Date | null }>(
          school.database,
          'SELECT class_id AS classId, left_at AS `out` FROM enrollments WHERE student_id = :id ORDER BY class_id',
          { id: mover!.id },
        )
      ).map(({ classId, out }) => [classId, out === null]);
    expect(await places()).toEqual([
      [from.classId, false],
      [to.classId, true],
    ]);
    const open = await rows<{ id: number }>(
      school.database,
      'SELECT assignment_id AS id FROM assignment_students WHERE student_id = :id AND withdrawn_at IS NULL AND assignment_id IN (:ids)',
      { id: mover!.id, ids: [from.assignmentId, to.assignmentId] },
    );
    expect(open.map(({ id }) => id)).toEqual([to.assignmentId]);
    await teacher.ok('POST', `/api/rosters/changes/${changeId}/undo`, {});
    expect(await places()).toEqual([[from.classId, true]]);
  });

  test('lists of two classes at once: who stands on both is one student', async () => {
    const both = listed(1, 'Gus', 'Vale', { studentNumber: 'N9', sourcedId: 'x9' });
    const rostersOf = [
      { ...facts, name: '7X', sourcedId: 'k1' },
      { ...facts, name: '7Y', subject: 'Geography', sourcedId: 'k2' },
    ];
    const { plans } = await teacher.ok('POST', '/api/rosters/plan', {
      rosters: rostersOf.map(({ subject }) => ({
        classId: null,
        subject,
        listed: [both],
        whole: true,
      })),
    });
    const body = {
      clientKey: clientKey(),
      rosters: rostersOf.map((make, index) => ({
        classId: null,
        make,
        sourcedId: null,
        listed: [both],
        whole: true,
        seen: plans[index]!.seen,
        choices: { lines: {}, leaving: [] },
      })),
    };
    const done = await teacher.ok('POST', '/api/rosters/apply', body);
    expect(done).toMatchObject({ added: 1, joined: 1 });
    const [firstRoster, two] = await Promise.all(done.classIds.map((id: number) => rosterOf(id)));
    expect(firstRoster![0]!.id).toBe(two![0]!.id);
  });

  test('others’ classes, oversized lists and unanswered questions are refused, and nothing is written', async () => {
    const value = await makeClass('7W');
    const theirs = (await (await school.staff('lindqvist')).ok('GET', '/api/classes')).classes[0]!
      .id;
    expect(
      (
        await teacher.post('/api/rosters/plan', {
          rosters: [{ classId: theirs, subject: 'x', listed: [], whole: false }],
        })
      ).status,
    ).toBe(404);
    const many = Array.from({ length: 501 }, (_, index) =>
      listed(index + 1, `Ada${index}`, 'Park'),
    );
    expect(
      (
        await teacher.post('/api/rosters/plan', {
          rosters: [{ classId: value, subject: 'x', listed: many, whole: false }],
        })
      ).status,
    ).toBe(422);
    const known = (await rosterOf((await teacher.ok('GET', '/api/classes')).classes[0]!.id))[0];
    const list = [listed(1, known!.familyName, known!.givenName), listed(2, 'New', 'Face')];
    const shown = await plan(value, list);
    expect(shown!.lines[0]!.act).toBe('ask');
    const refused = await teacher.post('/api/rosters/apply', applying(value, list, shown!));
    expect(refused.body.errors).toEqual([
      {
        pointer: '/rosters/0/lines/1',
        message: expect.stringContaining('probably somebody known'),
      },
    ]);
    expect(await rosterOf(value)).toEqual([]);
    const nowhere = await teacher.post(
      '/api/rosters/apply',
      applying(null, [listed(1, 'New', 'Face')], shown!),
    );
    expect(nowhere.body.errors![0]).toEqual({
      pointer: '/rosters/0/make',
      message: 'Choose a class, or describe a new one.',
    });
  });
});

describe('moving a student to another class', () => {
  const move = (from: number, studentId: number, to: number, by = teacher) =>
    by.post(`/api/classes/${from}/students/${studentId}/move`, { to });
  const names = async (classId: number) => here(await rosterOf(classId)).map(([, name]) => name);
  /** No two tests share a family: a name that is known would be asked about. */
  const families = ['Quillfeather', 'Ostrander', 'Birdsong', 'Xylander', 'Mbeki', 'Fjordhagen'];
  async function twoClasses() {
    const [from, to] = [await makeClass('7M'), await makeClass('7N')];
    const family = families.pop()!;
    await bring(from, [listed(1, 'Rowan', family), listed(2, 'Suri', family)]);
    const student = (await rosterOf(from)).find(({ givenName }) => givenName === 'Suri')!;
    return { from, to, student };
  }

  test('they leave the one and get the next number of the other', async () => {
    const { from, to, student } = await twoClasses();
    await move(from, student.id, to);
    expect([await names(from), here(await rosterOf(to))]).toEqual([['Rowan'], [[1, 'Suri']]]);
  });
  test('whoever goes back has the number of before', async () => {
    const { from, to, student } = await twoClasses();
    await move(from, student.id, to);
    await move(to, student.id, from);
    expect(here(await rosterOf(from))).toEqual([
      [1, 'Rowan'],
      [2, 'Suri'],
    ]);
  });
  test('to the same class is refused', async () => {
    const { from, student } = await twoClasses();
    expect((await move(from, student.id, from)).body).toMatchObject({
      status: 422,
      errors: [{ pointer: '/to', message: 'Choose another class.' }],
    });
  });
  test('to a class where they are already is refused', async () => {
    const { from, to, student } = await twoClasses();
    await move(from, student.id, to);
    expect((await move(from, student.id, to)).body).toMatchObject({
      errors: [{ pointer: '/to', message: 'The student is in that class already.' }],
    });
  });
  test('to a class that is not mine is refused, and they stay', async () => {
    const { from, student } = await twoClasses();
    const other = await makeClass('7P', await school.staff('lindqvist'));
    expect((await move(from, student.id, other)).status).toBe(404);
    expect(await names(from)).toEqual(['Rowan', 'Suri']);
  });
});

describe('one student, one class', () => {
  test('corrections, passcodes for slips, accommodations and groups', async () => {
    const classId = await makeClass('7S');
    await bring(classId, [
      listed(1, 'Ida', 'Stone', { studentNumber: 'S1' }),
      listed(2, 'Jo', 'Reed', { studentNumber: 'S2' }),
    ]);
    const [ida, jo] = await rosterOf(classId);
    expect([ida!.hasPasscode, ida!.accommodations.time]).toEqual([false, 1]);
    const studentPath = `/api/classes/${classId}/students/${ida!.id}` as const;
    const wrong = await teacher.send('PUT', studentPath, {
      givenName: 'Ida',
      familyName: 'Stone',
      studentNumber: 'S2',
      email: '',
      grade: 7,
    });
    expect(wrong.body.errors).toEqual([
      { pointer: '/studentNumber', message: 'That is Jo Reed’s student number.' },
    ]);
    await teacher.ok('PUT', studentPath, {
      givenName: 'Ida',
      familyName: 'Stone',
      studentNumber: '',
      email: 'ida@b.test',
      grade: 7,
    });

    const { code } = (await teacher.ok('GET', `/api/classes/${classId}`)).class;
    const signIn = (passcode: string) =>
      school.visitor().post('/api/session/student', { code, studentId: ida!.id, passcode });
    expect((await signIn('abc234')).status).toBe(401);
    const { slips } = await teacher.ok('POST', `/api/classes/${classId}/slips`, {
      students: [ida!.id, jo!.id],
    });
    expect((await signIn(slips[0]!.passcode)).status).toBe(200);

    const accommodations = {
      time: null,
      aloud: true,
      textSize: 1.5,
      form: 'B',
      mostChoices: 3,
      extraDays: 1,
    };
    await teacher.ok('PUT', `${studentPath}/accommodations`, accommodations);
    expect((await rosterOf(classId))[0]!.accommodations).toEqual(accommodations);
    expect(
      (await teacher.send('PUT', `${studentPath}/accommodations`, { ...accommodations, time: 9 }))
        .status,
    ).toBe(422);

    const group = await teacher.ok('POST', `/api/classes/${classId}/groups`, {
      name: 'Rows',
      students: [ida!.id],
    });
    expect(
      (await teacher.post(`/api/classes/${classId}/groups`, { name: 'rows', students: [] })).status,
    ).toBe(409);
    await teacher.ok('POST', `/api/classes/${classId}/groups/${group.id}/members`, {
      put: [jo!.id],
      take: [ida!.id],
    });
    expect((await rosterOf(classId)).map((student) => student.groups)).toEqual([[], [group.id]]);
    expect(
      (
        await teacher.post(`/api/classes/${classId}/groups/${group.id}/members`, {
          put: [6],
          take: [],
        })
      ).status,
    ).toBe(404);
  });

  test('students join by themselves only while the class is open for it', async () => {
    const classId = await makeClass('7J');
    const { code } = (await teacher.ok('GET', `/api/classes/${classId}`)).class;
    const join = (givenName: string, more = {}) =>
      school.visitor().post('/api/session/join', {
        code,
        givenName,
        familyName: 'Ash',
        studentNumber: '',
        ...more,
      });
    expect((await join('Kai')).status).toBe(403);
    await teacher.ok('POST', `/api/classes/${classId}/joining`, {
      until: school.clock.now + 3_600_000,
    });
    const kai = await join('Kai');
    expect(kai.body).toMatchObject({
      account: { givenName: 'Kai', role: 'student' },
      passcode: expect.stringMatching(/^[a-z]{3}\d{3}$/),
    });
    expect((await join('KAI')).body.title).toMatch(/on the list of this class already/);
    expect((await rosterOf(classId))[0]).toMatchObject({
      givenName: 'Kai',
      joinedBySelf: true,
      hasPasscode: true,
    });
    school.clock.now += 3_600_000;
    expect((await join('Lou')).status).toBe(403);
    school.clock.now -= 3_600_000;
  });

  test('a class with work in it is put away, not deleted; its code ends meanwhile', async () => {
    const given = await giveTest(school, teacher, { className: '7A' });
    const refused = await teacher.send('DELETE', `/api/classes/${given.classId}`);
    expect([refused.status, refused.body.title]).toEqual([409, 'This class has work in it.']);
    const { code } = (await teacher.ok('GET', `/api/classes/${given.classId}`)).class;
    await teacher.ok('POST', `/api/classes/${given.classId}/put-away`, { away: true });
    expect((await school.visitor().post('/api/session/class', { code })).status).toBe(404);
    await teacher.ok('POST', `/api/classes/${given.classId}/put-away`, { away: false });
    const empty = await makeClass('7E');
    await bring(empty, [listed(1, 'Una', 'Birch')]);
    await teacher.ok('DELETE', `/api/classes/${empty}`);
    expect((await teacher.get(`/api/classes/${empty}`)).status).toBe(404);
  });

  test('a co-teacher runs the class; a substitute watches until the date and changes nobody', async () => {
    const given = await giveTest(school, teacher, { className: '6B' });
    const [co, sub] = [await school.staff('lindqvist'), await school.staff('nwosu')];
    const classPath = `/api/classes/${given.classId}` as const;
    const { colleagues } = await teacher.ok('GET', `${classPath}/teachers`);
    const id = (family: string) => colleagues.find(({ name }) => name.endsWith(family))!.accountId;
    const until = school.clock.now + 3_600_000;
    await teacher.ok('PUT', `${classPath}/teachers`, {
      others: [
        { accountId: id('Lindqvist'), part: 'co-teacher' },
        { accountId: id('Nwosu'), part: 'substitute', until },
      ],
    });
    const listing = async (by: Visitor) =>
      (await by.ok('GET', '/api/assignments')).assignments.some(
        ({ id: value }) => value === given.assignmentId,
      );
    expect([
      (await co.get(classPath)).status,
      (await sub.get(classPath)).status,
      await listing(co),
      await listing(sub),
    ]).toEqual([200, 200, true, true]);
    const student = (await rosterOf(given.classId))[0]!.id;
    const leave = (by: Visitor) =>
      by.post(`${classPath}/students/${student}/left`, { left: false });
    expect([(await leave(co)).status, (await leave(sub)).status]).toEqual([200, 404]);
    expect((await sub.post(`${classPath}/students/${student}/passcode`)).status).toBe(404);
    school.clock.now = until;
    expect([(await sub.get(classPath)).status, await listing(sub)]).toEqual([404, false]);
    school.clock.now -= 3_600_000;
    // An assignment that also went to a class which is not theirs is not theirs to read.
    const other = (await teacher.ok('GET', '/api/classes')).classes.find(
      ({ name }) => name === '6D',
    )!.id;
    await school.database.query(
      'INSERT INTO assignment_classes (assignment_id, class_id) VALUES (:a, :c)',
      { replacements: { a: given.assignmentId, c: other } },
    );
    expect(await listing(co)).toBe(false);
    await teacher.ok('PUT', `${classPath}/teachers`, { others: [] });
    expect((await co.get(classPath)).status).toBe(404);
  });
});

describe('the roster service (OneRoster 1.2 REST by the stand-in)', () => {
  test('shows the differences and does the chosen ones', async () => {
    const stand = rosterService({
      tables: officeRoster('test'),
      clientId: 'oaken',
      clientSecret: 's',
    });
    await new Promise<void>((ready) => stand.listen(0, '127.0.0.1', ready));
    const address = `http://127.0.0.1:${(stand.address() as AddressInfo).port}`;
    const place = {
      base: `${address}/ims/oneroster/rostering/v1p2`,
      tokenUrl: `${address}/token`,
      clientId: 'oaken',
      clientSecret: 's',
    };
    const fresh = await openSchool();
    try {
      const visitor = await fresh.staff('holloway');
      expect((await visitor.ok('GET', '/api/roster-service')).there).toBe(false);
      fresh.app.context.rosterService = new RemoteRoster(place);
      const { classes } = await visitor.ok('GET', '/api/roster-service');
      expect(classes.map(({ title, classId }) => [title, classId])).toEqual([
        ['6B', 1],
        ['6D', 2],
        ['7A', 3],
      ]);
      const [b, d] = classes;
      const wanted = [b!, d!].map(({ classId, students, subject }) => ({
        classId,
        listed: students,
        subject,
        whole: true,
      }));
      const { plans } = await visitor.ok('POST', '/api/rosters/plan', { rosters: wanted });
      const acts = (index: number, act: string) =>
        plans[index]!.lines.filter((line) => line.act === act);
      expect([acts(0, 'add').length, acts(0, 'keep').length, plans[0]!.gone.length]).toEqual([
        1, 25, 2,
      ]);
      expect(plans[0]!.lines.filter((line) => line.changes.length > 0)).toHaveLength(1);
      expect(acts(1, 'join')).toMatchObject([{ from: { className: '6B' } }]);
      const rosters = wanted.map(({ subject: _, ...roster }, n) => ({
        ...roster,
        make: null,
        sourcedId: [b, d][n]!.sourcedId,
        seen: plans[n]!.seen,
        choices: {
          lines: {},
          leaving: n === 0 ? plans[0]!.gone.map((student) => student.studentId) : [],
        },
      }));
      expect(
        await visitor.ok('POST', '/api/rosters/apply', { clientKey: clientKey(), rosters }),
      ).toMatchObject({ added: 1, joined: 1, changed: 1, left: 2 });
      const again = await visitor.ok('POST', '/api/rosters/plan', { rosters: wanted });
      expect(
        again.plans.flatMap(({ lines, gone }) => [
          ...gone,
          ...lines.filter((line) => line.act !== 'keep' || line.changes.length > 0),
        ]),
      ).toEqual([]);

      fresh.app.context.rosterService = new RemoteRoster({ ...place, clientSecret: 'wrong' });
      expect((await visitor.get('/api/roster-service')).body.title).toMatch(
        /does not let this server in/,
      );
      stand.closeAllConnections();
      await new Promise((closed) => stand.close(closed));
      const gone = await visitor.get('/api/roster-service');
      expect([gone.status, gone.body.title]).toEqual([
        502,
        'The school’s roster service did not answer as it should.',
      ]);
    } finally {
      stand.close();
      await fresh.close();
    }
  });

  test('the office’s list speaks of the demonstration’s own people', () => {
    const users = officeRoster(demoSeed).users!;
    expect(new Set(users.map(({ sourcedId }) => sourcedId)).size).toBeGreaterThan(160);
  });
});
