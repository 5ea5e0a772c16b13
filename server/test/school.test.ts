/** A school that is not the demonstration: begun by a link, its staff, everybody's own account, and its standards. */
import type { ProblemBody } from '@oaken/contract';
import type { FrameworkPreview } from '@oaken/contract/standards';
import { makeSetupLink } from '../src/accounts/setup';
import { openSchool, type School, type Visitor } from './support/school';

let school: School;
let admin: Visitor;
let token: string;
beforeAll(async () => {
  school = await openSchool({ fill: false });
  token = (await makeSetupLink(school.database, school.clock.now))!;
  admin = school.visitor();
});
afterAll(() => school.close());

const wish = (change = {}) => ({
  token,
  school: { name: 'Alder Street School', zone: 'America/Denver', grades: [6, 5] },
  administrator: {
    givenName: 'Ines',
    familyName: 'Amari',
    signInName: 'Amari',
    password: 'a long password',
    ...change,
  },
});
const person = (line: number, givenName: string, signInName = givenName.toLowerCase()) => ({
  line,
  givenName,
  familyName: 'Teacher',
  signInName,
  email: '',
  role: 'teacher' as const,
});
const tokenIn = (link: string) => link.split('#')[1]!;
const signIn = (name: string, password: string) => {
  const visitor = school.visitor();
  return visitor.signIn(visitor.post('/api/session/staff', { name, password }));
};

describe('beginning', () => {
  test('nobody can sign in before, and what is wrong is said at its field', async () => {
    expect((await admin.ok('GET', '/api/session')).demonstration).toBe(false);
    expect(
      (await admin.post('/api/session/staff', { name: 'office', password: 'oak-and-ink' })).status,
    ).toBe(401);
    const { body } = await admin.post('/api/setup', wish({ password: 'short' }));
    expect(body.errors).toEqual([
      { pointer: '/administrator/password', message: 'A password needs at least 10 characters.' },
    ]);
    expect((await admin.post('/api/setup', { ...wish(), token: 'x'.repeat(43) })).status).toBe(404);
  });

  test('the link begins the school once, and its first administrator is signed in', async () => {
    expect((await admin.ok('POST', '/api/setup/link', { token })).zones).toContain(
      'America/Denver',
    );
    const [first, second] = await Promise.all([
      admin.post('/api/setup', wish()),
      school.visitor().post('/api/setup', wish()),
    ]);
    expect([first!.status, second!.status].sort()).toEqual([200, 404]);
    admin = await signIn('amari', 'a long password');
    expect(await admin.ok('GET', '/api/session')).toMatchObject({
      account: { role: 'administrator' },
      school: { name: 'Alder Street School', zone: 'America/Denver' },
    });
    expect(await makeSetupLink(school.database, school.clock.now)).toBeNull();
    expect((await admin.post('/api/setup/link', { token })).status).toBe(404);
  });
});

describe('staff', () => {
  test('a list is added whole or not at all', async () => {
    const refused = await admin.post('/api/accounts', {
      people: [person(1, 'Ana'), person(2, 'Ben', 'amari')],
    });
    expect(refused.body.errors).toEqual([
      { pointer: '/people/1/signInName', message: 'Line 2: the sign-in name “amari” is taken.' },
    ]);
    expect((await admin.ok('GET', '/api/accounts')).staff).toHaveLength(1);
    const { links } = await admin.ok('POST', '/api/accounts', {
      people: [person(1, 'Ana'), person(2, 'Ben')],
    });
    expect(links.map((link) => link.signInName)).toEqual(['ana', 'ben']);
  });

  test('a one-time link lets its person choose a password, once; an earlier one has ended', async () => {
    const ana = (await admin.ok('GET', '/api/accounts')).staff.find(
      (account) => account.signInName === 'ana',
    );
    const [old, fresh] = [
      await admin.ok('POST', `/api/accounts/${ana!.id}/link`),
      await admin.ok('POST', `/api/accounts/${ana!.id}/link`),
    ];
    const visitor = school.visitor();
    expect(
      (await visitor.post('/api/session/personal-link', { token: tokenIn(old.link) })).status,
    ).toBe(404);
    expect(
      await visitor.ok('POST', '/api/session/personal-link', { token: tokenIn(fresh.link) }),
    ).toEqual({ name: 'Ana Teacher', signInName: 'ana' });
    const choose = { token: tokenIn(fresh.link), password: 'ten letters' };
    expect(
      (await visitor.ok('POST', '/api/session/personal-link/password', choose)).account!.givenName,
    ).toBe('Ana');
    expect(
      (await school.visitor().post('/api/session/personal-link/password', choose)).status,
    ).toBe(404);
    const teacher = await signIn('ana', 'ten letters');
    expect((await teacher.ok('GET', '/api/banks')).banks.map((bank) => bank.name).sort()).toEqual([
      'Alder Street School bank',
      'My bank',
    ]);
    const facts = { name: '6A', period: '', grade: 6, subject: 'Mathematics', term: '', notes: '' };
    await teacher.ok('POST', '/api/classes', {
      clientKey: '00000000-0000-4000-9000-0000000000aa',
      facts,
    });
  });

  test('who is blocked is out at once, and back when let in', async () => {
    const ana = (await admin.ok('GET', '/api/accounts')).staff.find(
      (account) => account.signInName === 'ana',
    );
    const teacher = await signIn('ana', 'ten letters');
    await admin.ok('POST', `/api/accounts/${ana!.id}/blocked`, { blocked: true });
    expect((await teacher.get('/api/banks')).status).toBe(401);
    await expect(signIn('ana', 'ten letters')).rejects.toThrow(/401/);
    await admin.ok('POST', `/api/accounts/${ana!.id}/blocked`, { blocked: false });
    await signIn('ana', 'ten letters');
  });

  test('an administrator cannot block themselves, and a teacher nobody', async () => {
    const { id } = (await admin.ok('GET', '/api/session')).account!;
    expect((await admin.post(`/api/accounts/${id}/blocked`, { blocked: true })).status).toBe(409);
    const teacher = await signIn('ana', 'ten letters');
    for (const path of [`/api/accounts/${id}/blocked`, `/api/accounts/${id}/link`, '/api/accounts'])
      expect((await teacher.post(path, {})).status).toBe(403);
  });
});

describe('my own account', () => {
  test('says where I am signed in, and ends it there', async () => {
    const [here, there] = [await signIn('ana', 'ten letters'), await signIn('ana', 'ten letters')];
    const { sessions } = await here.ok('GET', '/api/me/sessions');
    expect(sessions.filter((session) => session.here)).toHaveLength(1);
    for (const session of sessions)
      if (!session.here) await here.ok('DELETE', `/api/me/sessions/${session.id}`);
    expect([(await here.get('/api/banks')).status, (await there.get('/api/banks')).status]).toEqual(
      [200, 401],
    );
  });

  test('a new password needs the old one, and ends every other session', async () => {
    const [here, there] = [await signIn('ana', 'ten letters'), await signIn('ana', 'ten letters')];
    const change = (old: string, password: string) =>
      here.post('/api/me/password', { old, password });
    expect((await change('wrong', 'another one!')).body.errors![0]!.message).toBe(
      'That is not your current password.',
    );
    expect((await change('ten letters', 'another one!')).status).toBe(200);
    expect([(await here.get('/api/banks')).status, (await there.get('/api/banks')).status]).toEqual(
      [200, 401],
    );
    await signIn('ana', 'another one!');
  });
});

describe('standards', () => {
  const send = async (path: string, bytes: string) => {
    const response = await fetch(school.base + path, {
      method: 'POST',
      headers: {
        'content-type': 'application/octet-stream',
        cookie: admin.cookie,
        'x-csrf-token': admin.csrf,
      },
      body: bytes,
    });
    const body = (await response.json()) as FrameworkPreview & Partial<ProblemBody>;
    return { status: response.status, body };
  };
  const csv =
    'code,statement,parent,grades\nMA,Mathematics,,\nMA.6,Ratios,MA,6\nMA.6.1,Use ratios,MA.6,6-7\n';
  /** 1EdTech CASE 1.0: a CFPackage; fields from memory. */
  const casePackage = JSON.stringify({
    CFDocument: {
      identifier: 'd',
      title: 'District goals',
      creator: 'District',
      subject: ['Science'],
    },
    CFItems: [
      {
        identifier: 'b',
        humanCodingScheme: 'SC.5.1',
        fullStatement: 'Explain rain',
        educationLevel: ['05'],
      },
      { identifier: 'a', humanCodingScheme: 'SC', fullStatement: 'Science', educationLevel: [] },
    ],
    CFAssociations: [
      {
        associationType: 'isChildOf',
        originNodeURI: { identifier: 'b' },
        destinationNodeURI: { identifier: 'a' },
        sequenceNumber: 1,
      },
    ],
  });

  test('from CSV: looked at first, then there with their tree and grades', async () => {
    const { body } = await send('/api/frameworks/preview?name=goals.csv&type=csv', csv);
    expect(body).toMatchObject({
      total: 3,
      grades: [6, 7],
      known: 0,
      framework: { name: 'goals' },
    });
    expect(body.lines.map((line) => line.depth)).toEqual([0, 1, 2]);
    expect((await admin.ok('GET', '/api/frameworks')).frameworks).toEqual([]);
    await send('/api/frameworks?name=Goals&publisher=&subject=Mathematics&type=csv', csv);
    const [framework] = (await admin.ok('GET', '/api/frameworks')).frameworks;
    const [strand, , leaf] = framework!.standards;
    expect([strand!.code, strand!.parentId, leaf!.grades, leaf!.subject]).toEqual([
      'MA',
      null,
      [6, 7],
      'Mathematics',
    ]);
    const again = await send(
      '/api/frameworks?name=Goals&publisher=&subject=Mathematics&type=csv',
      csv,
    );
    expect(again.body.errors![0]!.message).toBe('There is a framework “Goals” already.');
  });

  test('from CASE 1.0 JSON', async () => {
    const { body } = await send('/api/frameworks/preview?name=x.json&type=case', casePackage);
    expect(body).toMatchObject({
      framework: { name: 'District goals', publisher: 'District', subject: 'Science' },
      grades: [5],
    });
    expect(body.lines.map(({ code, depth }) => [code, depth])).toEqual([
      ['SC', 0],
      ['SC.5.1', 1],
    ]);
  });

  test.each([
    ['no JSON', 'case', '{', 'The file is not JSON.'],
    ['other JSON', 'case', '{}', /^The file is not a CASE package: /],
    [
      'a circle',
      'csv',
      'code,statement,parent\nA,a,B\nB,b,A',
      'Some standards are under each other in a circle.',
    ],
    [
      'a parent that is not there',
      'csv',
      'code,parent\nA,Z',
      'Line 2 is under “z”, which is not in the file.',
    ],
    ['a code twice', 'csv', 'code\nA\na', 'Lines 2 and 3 have the same code, “a”.'],
    [
      'no column of codes',
      'csv',
      'x\ny',
      'The first row must name the columns: code, statement, parent, grades.',
    ],
  ])('%s is refused in words', async (_, type, bytes, message) => {
    const { status, body } = await send(`/api/frameworks/preview?name=x&type=${type}`, bytes);
    expect([status, body.errors![0]!.message]).toEqual([
      422,
      typeof message === 'string' ? message : expect.stringMatching(message),
    ]);
  });
});
