import type { ProblemBody } from '@oaken/contract';
import {
  answer,
  clientKey,
  giveTest,
  openSchool,
  usualRules,
  wishes,
  type Reply,
  type School,
  type Visitor,
} from './support/school';

let school: School;
let teacher: Visitor;
let made: Awaited<ReturnType<typeof giveTest>>;
beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
  made = await giveTest(school, teacher);
});
afterAll(async () => {
  await school.close();
  // Whatever was sent, the server never ran into something that it did not expect.
  expect(school.log).toEqual([]);
});

const problem = async (reply: Promise<Reply<Partial<ProblemBody>>>) => {
  const { status, body, headers } = await reply;
  expect(headers.get('content-type')).toContain('application/problem+json');
  expect(JSON.stringify(body)).not.toMatch(/node_modules|\.ts:|Sequelize|SELECT /);
  return {
    status,
    title: body.title,
    fields: body.errors ?? [],
  };
};

test('an item that is far too long is refused before anything of it is kept', async () => {
  const bank = (await teacher.ok('GET', '/api/banks')).banks.find(
    (candidate) => candidate.mine,
  )!.id;
  const part = {
    id: 'p',
    kind: 'true-false',
    key: true,
    rule: { rule: 'all-or-nothing', points: 1 },
  };
  const hints = Array.from({ length: 2 }, () => `<p>${'oak '.repeat(13_000)}</p>`);
  const content = { stem: '<p>Long?</p>', parts: [part], explanation: '', hints, notes: '' };
  const facts = {
    subject: 'Oak',
    grades: [6],
    standards: [],
    depth: null,
    seconds: null,
    tags: [],
    author: '',
    licence: '',
  };
  const sent = { clientKey: clientKey(), bank, folder: null, content, facts };
  const { status, fields } = await problem(teacher.post('/api/items', sent));
  expect([status, fields[0]?.message]).toEqual([
    422,
    expect.stringMatching(/^The item has 104,\d{3} characters; 100,000 fit\./),
  ]);
});

describe('nonsense is answered in words', () => {
  test.each<[string, string, string, unknown, number]>([
    ['no JSON', 'POST', '/api/tests', '{"title":', 400],
    ['nothing', 'POST', '/api/tests', {}, 422],
    ['another type', 'POST', '/api/tests', [1, 2], 422],
    [
      'a number for a title',
      'POST',
      '/api/tests',
      { clientKey: clientKey(), title: 7, kind: 'quiz', itemIds: [] },
      422,
    ],
    [
      'a field that does not exist',
      'POST',
      '/api/tests',
      { clientKey: clientKey(), title: 'T', kind: 'quiz', itemIds: [], owner: 2 },
      422,
    ],
    [
      'a huge request',
      'POST',
      '/api/tests',
      { clientKey: clientKey(), title: 'x'.repeat(2_000_000), kind: 'quiz' },
      413,
    ],
    [
      'a title that is too long',
      'POST',
      '/api/tests',
      { clientKey: clientKey(), title: 'x'.repeat(201), kind: 'quiz', itemIds: [] },
      422,
    ],
    [
      'an unknown kind',
      'POST',
      '/api/tests',
      { clientKey: clientKey(), title: 'T', kind: 'riddle', itemIds: [] },
      422,
    ],
    [
      'an unknown item',
      'POST',
      '/api/tests',
      { clientKey: clientKey(), title: 'T', kind: 'quiz', itemIds: [999_999] },
      404,
    ],
    ['no id', 'GET', '/api/tests/abc', undefined, 404],
    ['a negative id', 'GET', '/api/tests/-1', undefined, 404],
    ['a huge id', 'GET', '/api/tests/99999999999999', undefined, 404],
    ['an unknown test', 'GET', '/api/tests/4000000', undefined, 404],
    ['no such address', 'GET', '/api/nothing/here', undefined, 404],
    ['a search with a wrong grade', 'GET', '/api/items?grades=six', undefined, 422],
    ['a search from nowhere', 'GET', '/api/items?from=-5', undefined, 422],
    ['a list for one value', 'GET', '/api/items?words=a&words=b', undefined, 422],
  ])('%s', async (_, method, path, body, status) => {
    const answered = await problem(teacher.send(method, path, body));
    expect([answered.status, answered.title!.length > 0]).toEqual([status, true]);
  });

  test('a huge but allowed search ends well', async () => {
    const words = encodeURIComponent(Array.from({ length: 40 }, (_, n) => `w${n}`).join(' '));
    expect((await teacher.ok('GET', `/api/items?words=${words}`)).total).toBe(0);
  });
});

describe('changing a test', () => {
  const change = (...changes: unknown[]) =>
    problem(teacher.post(`/api/tests/${made.testId}/changes`, { changes }));
  const entry = () => made.test.outline.sections[0]!.entries[0];

  test('points below zero, without number and beyond measure are refused at their place', async () => {
    for (const [points, message] of [
      [-1, 'Points cannot be below zero.'],
      ['many', 'Points must be a number.'],
      [1e9, 'More than 1000 points is not possible.'],
    ]) {
      const { status, fields } = await change({ do: 'give-points', entry: entry()!.id, points });
      expect([status, fields]).toEqual([422, [{ pointer: '/changes/0/points', message }]]);
    }
  });

  test('an entry that pins a revision of another item is refused', async () => {
    const put = {
      do: 'put',
      entry: { id: 'false1', itemId: entry()!.itemId, revisionId: 60, points: 1 },
      section: made.test.outline.sections[0]!.id,
      before: null,
    };
    expect((await change(put)).status).toBe(404);
  });

  const revise = (content: unknown) =>
    problem(
      teacher.post(`/api/tests/${made.testId}/entries/${entry()!.id}/revision`, {
        basedOn: entry()!.revisionId,
        content,
      }),
    );
  const contentOf = () =>
    JSON.parse(
      JSON.stringify(made.test.revisions.find(({ id }) => id === entry()!.revisionId)!.content),
    );

  test.each([
    ['a script', '<p>Hi</p><script>alert(1)</script>', '<script> is not allowed in a wording.'],
    [
      'an event handler',
      '<p onclick="alert(1)">Hi</p>',
      'The attribute “onclick” is not allowed in a wording.',
    ],
    [
      'a picture that runs',
      '<img src="x" onerror="alert(1)">Hi',
      'The attribute “onerror” is not allowed in a wording.',
    ],
    [
      'a picture from elsewhere',
      '<img src="https://elsewhere.example/a.png" alt="a">',
      'A picture must be one that was uploaded here.',
    ],
    [
      'a formula that cannot be read',
      '<p><span data-formula="\\frac{1">x</span></p>',
      'The formula “\\frac{1” cannot be read.',
    ],
    [
      'a half tag',
      '<p>Hi</p><img src="x" ',
      'A “<” that is not part of the markup must be written as “&lt;”.',
    ],
    [
      'a frame',
      '<iframe src="//elsewhere.example"></iframe>Hi',
      '<iframe> is not allowed in a wording.',
    ],
    [
      'a style',
      '<p style="position:fixed">Hi</p>',
      'The attribute “style” is not allowed in a wording.',
    ],
    [
      'a link that runs',
      '<a href="javascript:alert(1)">Hi</a>',
      '<a> is not allowed in a wording.',
    ],
    [
      'a drawing that runs',
      '<svg><animate onbegin=alert(1) attributeName=x></svg>Hi',
      '<svg> is not allowed in a wording.',
    ],
  ])(
    '%s in the wording, a choice or the explanation is refused by name',
    async (_, html, message) => {
      for (const place of ['stem', 'explanation'] as const) {
        const { status, fields } = await revise({ ...contentOf(), [place]: html });
        expect([status, fields]).toEqual([422, [{ pointer: `/content/${place}`, message }]]);
      }
    },
  );

  test('a broken key is refused with its place, and the test stays as it was', async () => {
    const content = contentOf();
    content.parts[0].key = ['zz'];
    const { status, fields } = await revise(content);
    expect([status, fields[0]!.pointer]).toEqual([422, '/content/parts/0/key/0']);
    expect((await teacher.ok('GET', `/api/tests/${made.testId}`)).version).toBe(made.test.version);
  });
});

describe('giving', () => {
  const to = (classIds: number[]) => wishes(classIds, null).who;
  const give = (change: Record<string, unknown>) =>
    problem(
      teacher.post('/api/assignments', {
        clientKey: clientKey(),
        testId: made.testId,
        testVersion: made.test.version,
        ...wishes([made.classId], school.clock.now + 3_600_000),
        ...change,
      }),
    );
  test.each<[string, () => Record<string, unknown>, string, string]>([
    ['nobody', () => ({ who: to([]) }), '/who', 'Choose at least one class, group or student.'],
    [
      'closing before opening',
      () => ({ opensAt: school.clock.now + 9_000_000 }),
      '/closesAt',
      'It closes before it opens.',
    ],
    [
      'closing in the past',
      () => ({ opensAt: 1, closesAt: school.clock.now - 1 }),
      '/closesAt',
      'The closing time has already passed.',
    ],
    [
      'a limit longer than the window',
      () => ({ closesAt: school.clock.now + 60_000 }),
      '/limit',
      'The time limit is longer than the window, so nobody could use all of it.',
    ],
    [
      'a limit of nothing',
      () => ({ rules: { ...usualRules, limitMinutes: 0 } }),
      '/rules/limitMinutes',
      'The time limit must be at least 1 minute.',
    ],
    [
      'late work that ends before closing',
      () => ({ lateRule: { late: 'until', until: school.clock.now, offPerDay: 0 } }),
      '/lateRule',
      'Late work must be possible for some time after closing.',
    ],
  ])('%s', async (_, change, pointer, message) => {
    const { status, fields } = await give(change());
    expect([status, fields]).toEqual([422, [{ pointer, message }]]);
  });

  test('an empty class and an empty test', async () => {
    const facts = { name: '9Z', period: '', grade: 6, subject: 'Reading', term: '', notes: '' };
    const { id: empty } = await teacher.ok('POST', '/api/classes', {
      clientKey: clientKey(),
      facts,
    });
    expect((await give({ who: to([empty]) })).fields[0]!.message).toBe(
      'There are no students in the chosen classes.',
    );
    const { id: testId } = await teacher.ok('POST', '/api/tests', {
      clientKey: clientKey(),
      title: 'Blank',
      kind: 'quiz',
      itemIds: [],
    });
    expect((await give({ testId, testVersion: 1 })).fields[0]!.message).toBe(
      'The test has no items.',
    );
  });
});

describe('a student’s answers', () => {
  test('odd ones are refused or kept as nothing, and none stops the hand-in', async () => {
    const student = await school.student('6B', 0);
    const attempt = await student.ok('POST', `/api/seat/assignments/${made.assignmentId}/attempt`);
    const ids = attempt.form.sections[0]!.entries.map(({ id }) => id);
    const save = (...answers: unknown[]) =>
      student.send('PUT', `/api/seat/attempts/${attempt.id}/answers`, { answers });
    const refused = [
      await save(answer(ids[0]!, 0, { a: 'x' })),
      await save(answer(ids[0]!, 1.5, { a: 'x' })),
      await save(answer(ids[0]!, 1, { a: 'x'.repeat(30_000) })),
      await save({ ...answer(ids[0]!, 1, {}), device: '"; DROP TABLE answers' }),
      await save(),
    ];
    expect(refused.map(({ status }) => status)).toEqual([422, 422, 422, 422, 422]);
    const odd = [
      { a: { b: [1, { c: null }] } },
      { zzz: 'unknown part' },
      { a: '<script>alert(1)</script>' },
      { a: ['a', 'a', 7] },
      { a: '\u0000\ud800' },
      {},
    ];
    const replies = await Promise.all(
      odd.map((responses, index) => save(answer(ids[index]!, 1, responses))),
    );
    expect(replies.map(({ status }) => status)).toEqual([200, 200, 200, 200, 200, 200]);
    await student.ok('POST', `/api/seat/attempts/${attempt.id}/hand-in`, { answers: [] });
    const results = await teacher.ok('GET', `/api/assignments/${made.assignmentId}/results`);
    expect(results.students.find(({ state }) => state === 'handed-in')!.points).toBe(0);
  });
});
