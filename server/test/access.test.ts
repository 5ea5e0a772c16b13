import { api, type Audience, type Endpoint } from '@oaken/contract';
import { rows } from './support/sql';
import { clientKey, openSchool, giveTest, type School, type Visitor } from './support/school';
import { openApi } from './support/openapi';

let school: School;
let people: Record<'nobody' | 'student' | 'teacher' | 'administrator', Visitor>;

beforeAll(async () => {
  school = await openSchool();
  people = {
    nobody: school.visitor(),
    student: await school.student('6B', 0),
    teacher: await school.staff('holloway'),
    administrator: await school.staff('office'),
  };
});
afterAll(() => school.close());

const allowed: Record<Audience, (keyof typeof people)[]> = {
  anyone: ['nobody', 'student', 'teacher', 'administrator'],
  'signed-in': ['student', 'teacher', 'administrator'],
  student: ['student'],
  teacher: ['teacher'],
  administrator: ['administrator'],
  staff: ['teacher', 'administrator'],
};

describe('every endpoint lets in whom its contract names, and nobody else', () => {
  // Signing out would end the visitors' sessions.
  const endpoints = (Object.entries(api) as [string, Endpoint][]).filter(
    ([name]) => name !== 'signOut',
  );
  test.each(endpoints)('%s', async (_, endpoint) => {
    const path = endpoint.path.replace(/:\w+/g, '4000000000');
    for (const [role, visitor] of Object.entries(people)) {
      const { status } = await visitor.send(
        endpoint.method,
        path,
        endpoint.method === 'GET' ? undefined : {},
      );
      if (allowed[endpoint.who].includes(role as keyof typeof people))
        expect([role, [401, 403].includes(status)]).toEqual([role, false]);
      else expect([role, status]).toEqual([role, role === 'nobody' ? 401 : 403]);
    }
  });
});

describe('what belongs to somebody else answers like what does not exist', () => {
  const unknown = 4_000_000_000;
  test('tests, classes, assignments and results of another teacher', async () => {
    const other = await school.staff('lindqvist');
    const mine = await giveTest(school, people.teacher);
    const paths: [string, (id: number) => string, number, unknown?][] = [
      ['GET', (id) => `/api/tests/${id}` as const, mine.testId],
      ['DELETE', (id) => `/api/tests/${id}` as const, mine.testId],
      [
        'POST',
        (id) => `/api/tests/${id}/changes` as const,
        mine.testId,
        { changes: [{ do: 'describe', facts: { title: 'Mine now' } }] },
      ],
      ['GET', (id) => `/api/classes/${id}` as const, mine.classId],
      ['POST', (id) => `/api/classes/${id}/students/6/passcode` as const, mine.classId, {}],
      ['GET', (id) => `/api/assignments/${id}/results` as const, mine.assignmentId],
      ['GET', (id) => `/api/assignments/${id}/exports/students` as const, mine.assignmentId],
      ['DELETE', (id) => `/api/assignments/${id}` as const, mine.assignmentId],
      [
        'POST',
        (id) => `/api/assignments/${id}/release` as const,
        mine.assignmentId,
        { released: true },
      ],
    ];
    for (const [method, path, id, body] of paths) {
      const theirs = await other.send(method, path(id), body);
      const none = await other.send(method, path(unknown), body);
      expect([path(id), theirs.status, theirs.body]).toEqual([path(id), 404, none.body]);
    }
    expect((await people.teacher.get(`/api/tests/${mine.testId}`)).body.outline.title).toBe(
      'Given',
    );
  });

  test('deleting what belongs to somebody else says that it is not there, and leaves it', async () => {
    const [owner, other] = [people.teacher, await school.staff('nwosu')];
    const { id: sheet } = await owner.ok('POST', '/api/sheets', {
      title: 'Mine',
      answers: 'A,B\n1,0\n0,1',
      key: null,
    });
    const { id: search } = await owner.ok('POST', '/api/searches', {
      name: 'Mine',
      address: '/banks?words=x',
    });
    const { testId } = await giveTest(school, owner);
    const { id: draft } = await owner.ok('PUT', '/api/assignment-drafts/0', {
      clientKey: clientKey(),
      testId,
      form: {},
    });
    for (const path of [
      `/api/sheets/${sheet}`,
      `/api/searches/${search}`,
      `/api/assignment-drafts/${draft}`,
    ]) {
      expect([path, (await other.send('DELETE', path)).status]).toEqual([path, 404]);
      expect([path, (await owner.send('DELETE', path)).status]).toEqual([path, 200]);
    }
  });

  test('another teacher’s private bank is not searched, read or taken from', async () => {
    const { database } = school;
    await database.query(
      "UPDATE items SET bank_id = (SELECT id FROM banks WHERE reach = 'mine' AND owner_id = 2), folder_id = NULL WHERE id = 46",
    );
    const other = await school.staff('lindqvist');
    expect((await other.get('/api/items/46')).status).toBe(200);
    expect((await people.teacher.get('/api/items/46')).status).toBe(404);
    const page = await people.teacher.ok('GET', '/api/items?words=sandstone');
    expect(page.items.map(({ id }) => id)).not.toContain(46);
    const body = {
      clientKey: '00000000-0000-4000-a000-000000000001',
      title: 'Taken',
      kind: 'quiz',
      itemIds: [46],
    };
    expect((await people.teacher.post('/api/tests', body)).status).toBe(404);
    const { id: testId } = await people.teacher.ok('POST', '/api/tests', { ...body, itemIds: [] });
    const { outline } = await people.teacher.ok('GET', `/api/tests/${testId}`);
    const put = {
      do: 'put',
      entry: { id: 'taken1', itemId: 46, revisionId: 46, points: 1 },
      section: outline.sections[0]!.id,
      before: null,
    };
    expect(
      (await people.teacher.post(`/api/tests/${testId}/changes`, { changes: [put] })).status,
    ).toBe(404);
  });

  test('a revision made for one test cannot be pinned by another', async () => {
    const mine = await giveTest(school, people.teacher);
    const [pin] = mine.test.revisions;
    const revised = await people.teacher.ok(
      'POST',
      `/api/tests/${mine.testId}/entries/${mine.test.outline.sections[0]!.entries[0]!.id}/revision`,
      {
        basedOn: pin!.id,
        content: { ...pin!.content, stem: '<p>Mine alone</p>' },
      },
    );
    const revision = revised.revisions.find(({ forThisTest }) => forThisTest);
    const second = await giveTest(school, people.teacher);
    const entry = second.test.outline.sections[0]!.entries.find(
      ({ itemId }) => itemId === pin!.itemId,
    );
    const changes = [{ do: 'revise', entry: entry!.id, revisionId: revision!.id }];
    expect(
      (await people.teacher.post(`/api/tests/${second.testId}/changes`, { changes })).status,
    ).toBe(404);
  });

  test('another student’s attempt cannot be begun, saved to, handed in or read', async () => {
    const { assignmentId } = await giveTest(school, people.teacher, { className: '6B' });
    const attempt = await people.student.ok(
      'POST',
      `/api/seat/assignments/${assignmentId}/attempt`,
    );
    const classmate = await school.student('6B', 1);
    const outsider = await school.student('6D', 1);
    const answers = [
      {
        entry: attempt.form.sections[0]!.entries[0]!.id,
        number: 9,
        device: 'device000002',
        responses: { a: 'a' },
        flagged: false,
      },
    ];
    for (const other of [classmate, outsider]) {
      expect(
        (await other.send('PUT', `/api/seat/attempts/${attempt.id}/answers`, { answers })).status,
      ).toBe(404);
      expect(
        (await other.post(`/api/seat/attempts/${attempt.id}/hand-in`, { answers })).status,
      ).toBe(404);
    }
    expect((await outsider.post(`/api/seat/assignments/${assignmentId}/attempt`)).status).toBe(404);
    expect((await outsider.get(`/api/seat/assignments/${assignmentId}/report`)).status).toBe(404);
    const again = await people.student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`);
    expect([again.id, again.answers]).toEqual([attempt.id, []]);
  });
});

test('pages may load and run only what comes from the server itself', async () => {
  for (const [path, unsafe] of [
    ['/seat', null],
    // The desk's formula editor needs style attributes, and nothing else.
    ['/', "style-src-attr 'unsafe-inline'"],
  ] as const) {
    const { headers } = await people.nobody.get(path);
    const policy = headers.get('content-security-policy')!;
    for (const rule of [
      "default-src 'self'",
      "script-src 'self'",
      "style-src 'self'",
      "object-src 'none'",
      "frame-ancestors 'none'",
      "base-uri 'none'",
    ])
      expect(policy.split(';').map((piece) => piece.trim())).toContain(rule);
    expect(policy.replace(unsafe ?? '', '')).not.toMatch(/unsafe|\*|https?:/);
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('x-powered-by')).toBeNull();
  }
});

test('only the decoder of photos may run WebAssembly', async () => {
  const policyOf = async (path: string) =>
    (await people.nobody.get(path)).headers.get('content-security-policy');
  expect(await policyOf('/assets/heic.worker-x.js')).toContain(
    "script-src 'self' 'wasm-unsafe-eval'",
  );
  expect(await policyOf('/assets/desk-x.js')).not.toContain('wasm');
});

test('the OpenAPI page names every endpoint, with its parameters and bodies', async () => {
  const page = await people.nobody.ok('GET', '/api/openapi.json');
  const { paths, openapi } = openApi.parse(page);
  expect(openapi).toBe('3.1.0');
  for (const [name, endpoint] of Object.entries(api) as [string, Endpoint][]) {
    const operation =
      paths[endpoint.path.replace(/:(\w+)/g, '{$1}')]![endpoint.method.toLowerCase()];
    expect([operation!.operationId, operation!.summary]).toEqual([name, endpoint.does]);
  }
  expect(
    paths['/api/tests']!.post!.requestBody!.content['application/json']!.schema.required,
  ).toContain('clientKey');
  expect(paths['/api/items']!.get!.parameters!.map((parameter) => parameter.name)).toContain(
    'standard',
  );
});

describe('sessions', () => {
  test('a change without the session’s token, or from another site, is refused', async () => {
    const visitor = await school.staff('nwosu');
    const body = {
      clientKey: '00000000-0000-4000-a000-000000000002',
      title: 'T',
      kind: 'quiz',
      itemIds: [],
    };
    const csrf = visitor.csrf;
    visitor.csrf = '';
    expect((await visitor.post('/api/tests', body)).status).toBe(403);
    visitor.csrf = csrf;
    expect(
      (await visitor.send('POST', '/api/tests', body, { origin: 'https://elsewhere.example' }))
        .status,
    ).toBe(403);
    expect(
      (await visitor.send('POST', '/api/tests', body, { 'sec-fetch-site': 'cross-site' })).status,
    ).toBe(403);
    expect((await visitor.post('/api/tests', body)).status).toBe(200);
  });

  test('the cookie cannot be read by a page or sent from another site, and its token is stored only as a hash', async () => {
    const visitor = school.visitor();
    const { headers } = await visitor.post('/api/session/staff', {
      name: 'nwosu',
      password: 'oak-and-ink',
    });
    expect(headers.get('set-cookie')).toMatch(/HttpOnly.*SameSite=Lax/);
    const token = /oaken=([^;]*)/.exec(visitor.cookie)![1]!;
    const stored = await rows(school.database, 'SELECT HEX(token_hash) AS hash FROM sessions');
    expect(JSON.stringify(stored)).not.toContain(Buffer.from(token).toString('hex').toUpperCase());
  });

  test('signing out ends it, and so does its time', async () => {
    const visitor = await school.staff('castellano');
    const cookie = visitor.cookie;
    await visitor.ok('DELETE', '/api/session');
    visitor.cookie = cookie;
    expect((await visitor.get('/api/tests')).status).toBe(401);
    const late = await school.staff('castellano');
    school.clock.now += 12 * 3_600_000 + 1;
    expect((await late.get('/api/tests')).status).toBe(401);
    school.clock.now -= 12 * 3_600_000 + 1;
  });
});

describe('wrong tries', () => {
  const tryStaff = (name: string, password: string) =>
    school.visitor().post('/api/session/staff', { name, password });

  test('the same words for a wrong name and a wrong password', async () => {
    const replies = await Promise.all([tryStaff('nobody', 'x'), tryStaff('lindqvist', 'x')]);
    expect(replies.map(({ status }) => status)).toEqual([401, 401]);
    expect(replies[0]!.body).toEqual(replies[1]!.body);
  });

  test('a new passcode ends the old one and its sessions', async () => {
    const teacher = await school.staff('nwosu');
    const { classes } = await teacher.ok('GET', '/api/classes');
    const { roster } = await teacher.ok('GET', `/api/classes/${classes[0]!.id}`);
    school.clock.now += 3_600_000;
    const before = await school.student('8C', 0);
    const { passcode } = await teacher.ok(
      'POST',
      `/api/classes/${classes[0]!.id}/students/${roster[0]!.id}/passcode`,
      {},
    );
    school.clock.now += 6_000;
    expect((await before.get('/api/seat')).status).toBe(401);
    const again = school.visitor();
    expect(
      (
        await again.post('/api/session/student', {
          code: 'BRN8C3',
          studentId: roster[0]!.id,
          passcode,
        })
      ).status,
    ).toBe(200);
  });
});
