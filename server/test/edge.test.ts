/** What no person sends: it is answered in words, nothing of it reaches the log, and no request fails by it. */
import { giveTest, openSchool, type Reply, type School, type Visitor } from './support/school';

let school: School;
let teacher: Visitor;
let given: Awaited<ReturnType<typeof giveTest>>;
beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
  given = await giveTest(school, teacher);
});
afterAll(() => school.close());

const title = (text: string) =>
  `{"clientKey":"00000000-0000-4000-9000-00000000e001","title":${text},"kind":"quiz","itemIds":[]}`;
const nested = (depth: number) => `${'['.repeat(depth)}${']'.repeat(depth)}`;
const longAgo = 8.64e15;

describe('without a failure of the server', () => {
  test.each<[string, number, (visitor: Visitor) => Promise<Reply>]>([
    [
      'an Origin that is no address',
      403,
      (visitor) => visitor.send('POST', '/api/tests', '{}', { origin: 'http://[bad' }),
    ],
    [
      'an Origin of null',
      403,
      (visitor) => visitor.send('POST', '/api/tests', '{}', { origin: 'null' }),
    ],
    [
      'half a surrogate pair',
      200,
      (visitor) => visitor.send('POST', '/api/tests', title('"a \\ud83d b \\\\ud83d"')),
    ],
    [
      'JSON nested 31 deep',
      422,
      (visitor) => visitor.send('POST', '/api/items/rows', `{"items":${nested(31)}}`),
    ],
    [
      'JSON nested 100,000 deep',
      422,
      (visitor) => visitor.send('POST', '/api/tests', title(nested(20_000))),
    ],
    ['half a JSON text', 400, (visitor) => visitor.send('POST', '/api/tests', '{"title":"a\\')],
    ['no JSON', 400, (visitor) => visitor.send('POST', '/api/tests', '{"title":"a" "b"}')],
    [
      'compressed JSON',
      415,
      (visitor) => visitor.send('POST', '/api/tests', '{}', { 'content-encoding': 'gzip' }),
    ],
    [
      'another alphabet in an id',
      422,
      (visitor) =>
        visitor.get(
          `/api/assignments/${given.assignmentId}/results?form=${encodeURIComponent('Ä')}`,
        ),
    ],
    [
      'another alphabet in an address',
      404,
      (visitor) => visitor.get(`/api/files/${encodeURIComponent('ÄÖÜ')}`),
    ],
    ['a broken escape in an address', 400, (visitor) => visitor.get('/api/tests/%E0%A4%A')],
    [
      'a date after the year 9999',
      422,
      (visitor) => visitor.post(`/api/classes/${given.classId}/joining`, { until: longAgo }),
    ],
    [
      'a date beyond numbers',
      422,
      (visitor) => visitor.get(`/api/assignments/${given.assignmentId}/results?from=1e300`),
    ],
    [
      'more values than anybody types',
      422,
      (visitor) =>
        visitor.send('POST', '/api/rosters/plan', `{"rosters":[${'[],'.repeat(200_000)}[]]}`),
    ],
  ])('%s', async (_, status, ask) => {
    const reply = await ask(teacher);
    expect([reply.status, school.log]).toEqual([status, []]);
  });

  test('half a surrogate pair is kept as the replacement character, an escaped backslash as it is', async () => {
    const { tests } = await teacher.ok('GET', '/api/tests');
    expect(tests.map((test) => test.title)).toContain('a \ufffd b \\ud83d');
  });
});

describe('rights come first', () => {
  test('whoever may not call is told so before anything that was sent is read', async () => {
    const huge = `{"clientKey":"${'x'.repeat(3_000_000)}"}`;
    const student = await school.student('6B', 0);
    expect((await student.send('POST', '/api/items', huge)).status).toBe(403);
    expect((await school.visitor().send('POST', '/api/items', huge)).status).toBe(401);
    expect((await teacher.send('POST', '/api/items', huge)).status).toBe(413);
  });
});

describe('a failure that nobody expected', () => {
  test('has a name in the answer and in the log, and the log holds nothing of what was sent', async () => {
    const student = await school.student('6B', 1);
    const attempt = await student.ok('POST', `/api/seat/assignments/${given.assignmentId}/attempt`);
    await school.database.query('RENAME TABLE answers TO answers_away');
    const path = `/api/seat/attempts/${attempt.id}/answers` as const;
    const secret = 'my secret answer';
    const answers = [
      {
        entry: given.test.outline.sections[0]!.entries[0]!.id,
        number: 1,
        device: 'device000001',
        responses: { a: secret },
        flagged: false,
      },
    ];
    const reply = await student.send('PUT', path, { answers });
    await school.database.query('RENAME TABLE answers_away TO answers');
    expect(reply.status).toBe(500);
    expect(reply.headers.get('x-request-id')).toBe(reply.body.requestId);
    const lines = school.log.splice(0);
    expect(lines.map((line) => JSON.parse(line))).toContainEqual(
      expect.objectContaining({
        requestId: reply.body.requestId,
        err: expect.objectContaining({ code: 'ER_NO_SUCH_TABLE' }),
      }),
    );
    expect(lines.join('')).not.toMatch(/my secret answer|INSERT INTO|SELECT /);
  });
});
