import { mailService } from '@oaken/stand-ins';
import ICAL from 'ical.js';
import type { AddressInfo } from 'node:net';
import { row } from './support/sql';
import { SmtpPost } from '../src/letters/post';
import { RemoteMailbox } from '../src/letters/mailbox';
import { giveTest, openSchool, usualRules, type School, type Visitor } from './support/school';

let school: School;
let teacher: Visitor;
const mail = mailService();
const port = (server: { address(): unknown }) => (server.address() as AddressInfo).port;
beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
  await new Promise<void>((ready) => mail.mailbox.listen(0, '127.0.0.1', ready));
  await new Promise<void>((ready) => void mail.smtp.listen(0, '127.0.0.1', ready));
});
afterAll(async () => {
  await new Promise<void>((closed) => mail.smtp.close(() => closed()));
  mail.mailbox.close();
  await school.close();
});

const hour = 3_600_000;
const counted = async (assignmentId: number) =>
  (await teacher.ok('GET', `/api/assignments/${assignmentId}`)).letters;

describe('invitations by SMTP (RFC 5321, to the mail stand-in)', () => {
  test('are written with the assignment, wait while the mail service is away, and arrive once each', async () => {
    const { context } = school.app;
    expect(
      (
        await teacher.ok('POST', '/api/recipients', {
          classIds: [1],
          groupIds: [],
          studentIds: [],
          link: false,
        })
      ).reachable,
    ).toBeNull();
    context.post = new SmtpPost('smtp://127.0.0.1:1', 'tests@b.test');
    const given = await giveTest(school, teacher, {
      change: {
        invite: true,
        instructions: 'Bring a ruler.',
        rules: { ...usualRules, limitMinutes: 20 },
      },
    });
    await school.jobs();
    expect(await counted(given.assignmentId)).toEqual({ sent: 0, waiting: 27, failed: 0 });
    expect(school.log.splice(0)).toEqual([
      expect.stringMatching(/"err":\{"type":"Error".*a letter could not be sent/),
    ]);
    context.post = new SmtpPost(`smtp://127.0.0.1:${port(mail.smtp.server)}`, 'tests@b.test');
    school.clock.now += 60_000;
    await school.jobs();
    await school.jobs();
    expect(await counted(given.assignmentId)).toEqual({ sent: 27, waiting: 0, failed: 0 });
    expect(new Set(mail.letters.map(({ to }) => to)).size).toBe(27);

    context.mailbox = new RemoteMailbox(`http://127.0.0.1:${port(mail.mailbox)}/`);
    const { letters } = await teacher.ok('GET', '/api/mailbox');
    expect(letters).toHaveLength(27);
    const [first] = letters;
    expect(first!.subject).toBe('Given: open now');
    expect(first!.text).toMatch(
      /Maren Holloway gave you the quiz “Given”: 6 questions\. It is open now\. It closes .*\. You have 20 minutes to work\./,
    );
    expect(first!.text).toContain('Bring a ruler.');
    expect(first!.text).toContain('http://127.0.0.1:4600/seat');
    // A support shows in the student's own times and nowhere else.
    const supported = await row<{ email: string }>(
      school.database,
      "SELECT s.email FROM accounts s JOIN accommodations u ON u.student_id = s.id WHERE JSON_VALUE(u.content, '$.time') = 1.5 LIMIT 1",
    );
    const theirs = letters.find(({ to }) => to === supported!.email);
    expect(theirs!.text).toContain('You have 30 minutes to work.');
    expect(JSON.stringify(letters)).not.toMatch(/support|×/);
    const other = await school.staff('nwosu');
    expect((await other.ok('GET', '/api/mailbox')).letters).toEqual([]);
  });

  test('are sent once where two server processes share a database', async () => {
    const before = mail.letters.length;
    await giveTest(school, teacher, { change: { invite: true } });
    const letters = school.app.jobs.find(({ name }) => name === 'send letters')!;
    await Promise.all([letters.run(), letters.run(), letters.run()]);
    expect(mail.letters.length).toBe(before + 27);
  });

  test('go to those who are added later where that is wished, and to nobody who has it', async () => {
    const group = { classIds: [], groupIds: [], link: false };
    const { roster } = await teacher.ok('GET', '/api/classes/1');
    const studentIds = roster.slice(0, 5).map(({ id }) => id);
    const { assignmentId } = await giveTest(school, teacher, {
      change: { who: { ...group, studentIds: studentIds.slice(0, 2) } },
    });
    const path = `/api/assignments/${assignmentId}/students` as const;
    const more = (last: number) => ({ ...group, studentIds: studentIds.slice(0, last) });
    expect((await teacher.ok('POST', `${path}/preview`, more(4))).reachable).toBe(2);
    await teacher.ok('POST', path, { ...more(4), invite: true });
    expect(await counted(assignmentId)).toEqual({ sent: 0, waiting: 2, failed: 0 });
    await teacher.ok('POST', path, more(5));
    expect(await counted(assignmentId)).toEqual({ sent: 0, waiting: 2, failed: 0 });
    await school.jobs();
  });

  test('nothing is written to before it can be seen, nor after it was taken back', async () => {
    const start = school.clock.now;
    const before = mail.letters.length;
    const given = await giveTest(school, teacher, {
      change: { invite: true, opensAt: start + 3 * hour, visibleFrom: start + 2 * hour },
    });
    await school.jobs();
    expect(mail.letters.length).toBe(before);
    await teacher.ok('DELETE', `/api/assignments/${given.assignmentId}`);
    school.clock.now = start + 4 * hour;
    await school.jobs();
    expect(mail.letters.length).toBe(before);
    school.clock.now = start;
  });
});

describe('calendar feeds (iCalendar, RFC 5545, read back by ical.js)', () => {
  const feed = async (by: Visitor, renew = false) =>
    (await by.ok('POST', '/api/calendar', { renew })).path as string;
  const events = async (path: string) => {
    const { status, body, headers } = await school.visitor().get(path);
    if (status !== 200) return status;
    expect(headers.get('content-type')).toContain('text/calendar');
    return new ICAL.Component(ICAL.parse(String(body)))
      .getAllSubcomponents('vevent')
      .map((allSubcomponent) => new ICAL.Event(allSubcomponent));
  };

  test('a teacher’s and a student’s own windows; what cannot be seen yet is not in it', async () => {
    const start = school.clock.now;
    const given = await giveTest(school, teacher, {
      className: '6B',
      change: { opensAt: start + 2 * hour, visibleFrom: start + hour, closesAt: start + 5 * hour },
    });
    const student = await school.student('6B', 2);
    const [mine, theirs] = [await feed(teacher), await feed(student)];
    expect(await feed(student)).toBe(theirs);
    const entries = (await events(mine)) as ICAL.Event[];
    const event = entries.find(({ uid }) => uid.startsWith(`assignment-${given.assignmentId}-`))!;
    expect([
      event.summary,
      event.startDate.toJSDate().getTime(),
      event.endDate.toJSDate().getTime(),
    ]).toEqual(['Given (class 6B)', start + 2 * hour, start + 5 * hour]);
    expect(new Set(entries.map(({ uid }) => uid)).size).toBe(entries.length);
    const has = async () =>
      ((await events(theirs)) as ICAL.Event[]).some(({ uid }) =>
        uid.startsWith(`assignment-${given.assignmentId}-`),
      );
    expect(await has()).toBe(false);
    school.clock.now = start + hour;
    expect(await has()).toBe(true);
    // A new address ends the old one; a guess is told nothing.
    const fresh = await feed(student, true);
    expect([await events(theirs), fresh === theirs]).toEqual([404, false]);
    expect(await events(`/api/calendar/${'x'.repeat(32)}.ics`)).toBe(404);
    expect((await school.visitor().post('/api/calendar', { renew: false })).status).toBe(401);
    school.clock.now = start;
  });
});
