/** Guessing at passwords, passcodes, codes and links: slowed down, and nobody else is locked out by it. */
import { passcodesOf } from '@oaken/demo';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { createApp, type AppOptions } from '../src/app';
import { openSchool, schoolMorning, signInsOf, Visitor, type School } from './support/school';

const code = 'BRN6D4';
let school: School;
beforeAll(async () => {
  school = await openSchool();
});
beforeEach(async () => {
  for (const table of ['sign_in_failures', 'devices'])
    await school.database.query(`DELETE FROM ${table}`);
  school.clock.now = schoolMorning;
});
afterAll(() => school.close());

const password = signInsOf.teacher.password;
const tryStaff = (visitor: Visitor, name: string, typed: string) =>
  visitor.post('/api/session/staff', { name, password: typed });
const counted = (replies: { status: number }[]) =>
  Object.fromEntries(
    [401, 404, 429, 200].map((value) => [
      value,
      replies.filter(({ status }) => status === value).length,
    ]),
  );

/** The student at a place of the class list, with the passcode. */
async function studentOf(index: number) {
  const { students } = await school.visitor().ok('POST', '/api/session/class', { code });
  const { name, passcode } = passcodesOf('test', '6D')[index]!;
  const { id } = students.find((student) => student.name === name)!;
  return { code, studentId: id as number, passcode };
}

/** The same school behind another server, for as long as the test needs it. */
async function withServer<Result>(
  options: Partial<AppOptions>,
  use: (base: string) => Promise<Result>,
) {
  const app = createApp({ ...school.app.context, pages: null, checkAnswers: true, ...options });
  const server = createServer(app.http);
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  try {
    return await use(`http://127.0.0.1:${(server.address() as AddressInfo).port}`);
  } finally {
    server.closeAllConnections();
    server.close();
  }
}

test('120 guesses at once are five', async () => {
  const guesses = Array.from({ length: 120 }, (_, n) =>
    tryStaff(school.visitor(), 'lindqvist', `guess ${n}`),
  );
  expect(counted(await Promise.all(guesses))).toEqual({ 401: 5, 404: 0, 429: 115, 200: 0 });
});

test('an account that keeps failing waits longer each time, and then may try again', async () => {
  const delays: number[] = [];
  for (let n = 0; n < 9; n++) {
    const { status, body } = await tryStaff(school.visitor(), 'holloway', `wrong ${n}`);
    if (status !== 429) continue;
    delays.push(body.retryAfter!);
    school.clock.now += body.retryAfter! * 1000;
  }
  expect(delays).toEqual([15, 30]);
  school.clock.now += 3_600_000;
  expect((await tryStaff(school.visitor(), 'holloway', password)).status).toBe(200);
});

test('a device that has signed in before is let through while others guess at the account', async () => {
  const laptop = await school.staff('holloway');
  await laptop.ok('DELETE', '/api/session');
  for (let n = 0; n < 8; n++) await tryStaff(school.visitor(), 'holloway', `wrong ${n}`);
  expect((await tryStaff(school.visitor(), 'holloway', password)).status).toBe(429);
  expect((await tryStaff(laptop, 'holloway', password)).status).toBe(200);
});

test('a device that is known to one account has no more guesses at another', async () => {
  const laptop = await school.staff('holloway');
  const guesses = Array.from({ length: 20 }, (_, n) => tryStaff(laptop, 'lindqvist', `guess ${n}`));
  expect(counted(await Promise.all(guesses))).toEqual({ 401: 5, 404: 0, 429: 15, 200: 0 });
});

test('one visitor who fails at many accounts does not keep the rest of the school out', async () => {
  const pause = () => Promise.resolve();
  await withServer({ pause }, async (base) => {
    const fails = Array.from({ length: 140 }, (_, n) =>
      tryStaff(new Visitor(base), `nobody ${n}`, 'x'),
    );
    expect(counted(await Promise.all(fails))[401]).toBe(140);
    expect((await new Visitor(base).post('/api/session/student', await studentOf(3))).status).toBe(
      200,
    );
  });
});

test('a whole class behind one address signs in while one of them keeps failing', async () => {
  const failing = await studentOf(0);
  for (let n = 0; n < 8; n++)
    await school.visitor().post('/api/session/student', { ...failing, passcode: 'wrong' });
  for (let index = 1; index < 26; index++) await school.student('6D', index);
  expect((await school.visitor().post('/api/session/student', failing)).status).toBe(429);
});

test('a new passcode ends the wait for whoever forgot the old one', async () => {
  const forgetful = await studentOf(5);
  for (let n = 0; n < 8; n++)
    await school.visitor().post('/api/session/student', { ...forgetful, passcode: 'wrong' });
  const teacher = await school.staff('holloway');
  const { classes } = await teacher.ok('GET', '/api/classes');
  const { id } = classes.find((schoolClass) => schoolClass.name === '6D')!;
  const { passcode } = await teacher.ok(
    'POST',
    `/api/classes/${id}/students/${forgetful.studentId}/passcode`,
  );
  expect(
    (await school.visitor().post('/api/session/student', { ...forgetful, passcode })).status,
  ).toBe(200);
});

test.each([
  [
    'class codes',
    '/api/session/class',
    (n: number) => ({ code: `X${String(n).padStart(5, '0')}` }),
  ],
  ['links of guests', '/api/session/link', (n: number) => ({ token: String(n).padStart(22, 'x') })],
])(
  'guesses at %s stand in line once many were wrong, and the line has an end',
  async (_, path, body) => {
    let open = () => {};
    const door = new Promise<void>((resolve) => (open = resolve));
    await withServer({ pause: () => door }, async (base) => {
      for (let n = 0; n < 20; n++) await new Visitor(base).post(path, body(n));
      const answered: number[] = [];
      const guesses = Array.from({ length: 130 }, async (_unused, n) => {
        const { status } = await new Visitor(base).post(path, body(100 + n));
        return answered.push(status) === 10 && open();
      });
      await Promise.all(guesses);
      expect(answered.slice(0, 10)).toEqual(Array(10).fill(429));
      expect(counted(answered.map((status) => ({ status })))).toEqual({
        401: 0,
        404: 120,
        429: 10,
        200: 0,
      });
    });
  },
);

test('a device that is known does not stand in the line of its address', async () => {
  const pause = () => Promise.reject(new Error('Somebody stands in line.'));
  await withServer({ pause }, async (base) => {
    const laptop = new Visitor(base);
    await laptop.signIn(tryStaff(laptop, 'holloway', password));
    for (let n = 0; n < 20; n++)
      await new Visitor(base).post('/api/session/class', { code: `X${10_000 + n}` });
    expect((await new Visitor(base).post('/api/session/class', { code })).status).toBe(500);
    expect((await laptop.post('/api/session/class', { code })).status).toBe(200);
  });
});

test('the client’s address is taken from the proxy that is named, and from no other', async () => {
  const addressesBehind = (proxies: string[]) =>
    withServer({ proxies }, async (base) => {
      const replies = [];
      for (let n = 1; n <= 8; n++) {
        const guess = { name: 'nwosu', password: `no ${n}` };
        const from = { 'x-forwarded-for': `203.0.113.${n}` };
        replies.push(await new Visitor(base).send('POST', '/api/session/staff', guess, from));
      }
      return counted(replies)[401];
    });
  expect(await addressesBehind([])).toBe(5);
  school.clock.now += 3_600_000;
  expect(await addressesBehind(['127.0.0.1'])).toBe(8);
});
