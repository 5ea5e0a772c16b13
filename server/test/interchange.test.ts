/** Items in and out as tables, through the routes. */
import type { ProblemBody } from '@oaken/contract';
import { crc32, deflateRawSync } from 'node:zlib';
import { openSchool, type School, type Visitor } from './support/school';

let school: School;
let teacher: Visitor;
let bank: number;
beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
  bank = (await teacher.ok('GET', '/api/banks')).banks.find((candidate) => candidate.mine)!.id;
});
afterAll(() => school.close());

async function send(bytes: Buffer | string, query = `bank=${bank}`) {
  const response = await fetch(`${school.base}/api/imports?name=items.csv&${query}`, {
    method: 'POST',
    headers: {
      'content-type': 'application/octet-stream',
      cookie: teacher.cookie,
      'x-csrf-token': teacher.csrf,
    },
    body: new Uint8Array(typeof bytes === 'string' ? Buffer.from(bytes) : bytes),
  });
  const body = (await response.json()) as { id: string } & Partial<ProblemBody>;
  return { status: response.status, body };
}
async function until(id: string, ...states: string[]) {
  for (;;) {
    const state = await teacher.ok('GET', `/api/imports/${id}`);
    if ([...states, 'failed'].includes(state.state)) return state;
    await new Promise((resolve) => setTimeout(resolve, 30));
  }
}
async function check(bytes: Buffer | string) {
  const { status, body } = await send(bytes);
  expect(status).toBe(200);
  return until(body.id, 'checked');
}
/** The same whatever order an object's names stand in. */
const text = (content: unknown): string =>
  JSON.stringify(content, (_, value) =>
    typeof value === 'object' && value !== null && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
      : value,
  );
const total = async (query: string) => (await teacher.ok('GET', `/api/items?${query}`)).total;
const head = 'kind,question,choice 1,choice 2,right,standards,grades,tags,picture,picture words';

/** A zip written by hand, so that it can also lie about itself. */
function zip(files: [string, Buffer][]): Buffer {
  const locals: Buffer[] = [];
  const centrals: Buffer[] = [];
  let position = 0;
  for (const [name, bytes] of files) {
    const packed = deflateRawSync(bytes);
    const common = Buffer.alloc(26);
    common.writeUInt16LE(20, 0);
    common.writeUInt16LE(8, 4);
    common.writeUInt32LE(crc32(bytes), 10);
    common.writeUInt32LE(packed.length, 14);
    common.writeUInt32LE(bytes.length, 18);
    common.writeUInt16LE(name.length, 22);
    const local = Buffer.concat([
      Buffer.from('PK\u0003\u0004', 'latin1'),
      common,
      Buffer.from(name),
      packed,
    ]);
    const tail = Buffer.alloc(14);
    tail.writeUInt32LE(position, 10);
    centrals.push(
      Buffer.concat([
        Buffer.from('PK\u0001\u0002', 'latin1'),
        Buffer.from([20, 0]),
        common,
        tail,
        Buffer.from(name),
      ]),
    );
    locals.push(local);
    position += local.length;
  }
  const central = Buffer.concat(centrals);
  const end = Buffer.alloc(22);
  end.write('PK\u0005\u0006', 0, 'latin1');
  end.writeUInt16LE(files.length, 8);
  end.writeUInt16LE(files.length, 10);
  end.writeUInt32LE(central.length, 12);
  end.writeUInt32LE(position, 16);
  return Buffer.concat([...locals, central, end]);
}

test('a dry run names every fault with line and column and makes nothing; then the good rows are made', async () => {
  const before = await total(`bank=${bank}`);
  const checked = await check(
    [
      head,
      'true-false,"Sand is a\nkind of rock.",,,false,ES.5.ROC.1,5,import one,,',
      'numeric,How many?,,,several,,5,,,',
      'single-choice,Which?,a,a,1,XX.9,5,,,',
      'true-false,Ice floats.,,,true,es5wat1,5,import one,,',
    ].join('\r\n'),
  );
  expect(checked).toMatchObject({ rows: 4, good: 2, bad: 2 });
  expect(checked.problems).toEqual([
    {
      line: 4,
      column: 'right',
      message: '“several” is not a number. Write it like 12.5, 3/4 or 1 1/2, without a unit.',
    },
    { line: 5, column: 'choice 2', message: 'Choices 1 and 2 are the same.' },
  ]);
  expect(await total(`bank=${bank}`)).toBe(before);
  const refused = await teacher.post(`/api/imports/${checked.id}/apply`, { take: 'all' });
  expect([refused.status, refused.body.title]).toEqual([
    409,
    '2 rows have something wrong with them, so nothing was made.',
  ]);
  await teacher.ok('POST', `/api/imports/${checked.id}/apply`, { take: 'good' });
  expect(await until(checked.id, 'done')).toMatchObject({ state: 'done', done: 2 });
  const page = await teacher.ok('GET', `/api/items?bank=${bank}&tag=import%20one`);
  expect(page.items.map(({ standards, grades }) => [standards[0]!.code, grades])).toEqual([
    ['ES.5.ROC.1', [5]],
    ['ES.5.WAT.1', [5]],
  ]);
});

test('what is taken out and brought in again is the same, all of the school’s bank', async () => {
  const { banks } = await teacher.ok('GET', '/api/banks');
  const source = banks.find(({ reach }) => reach === 'school')!.id;
  const { id: target } = await teacher.ok('POST', '/api/banks', { name: 'Again', reach: 'mine' });
  const csv = (await teacher.get(`/api/items.csv?bank=${source}`)).body;
  const { body } = await send(csv, `bank=${target}`);
  const checked = await until(body.id, 'checked');
  expect(checked).toMatchObject({ bad: 0, problems: [] });
  // Everything is there already, and that is said.
  expect(checked.near.length).toBeGreaterThan(20);
  await teacher.ok('POST', `/api/imports/${body.id}/apply`, { take: 'all' });
  expect(await until(body.id, 'done')).toMatchObject({ state: 'done' });
  const read = async (from: number) => {
    const { items } = await teacher.ok('GET', `/api/items/all?bank=${from}`);
    const rows = await teacher.ok('POST', '/api/items/rows', {
      items: items.map(({ id }) => id),
    });
    return rows.items
      .map(({ content, subject, grades, standards, depth, seconds, tags, points, kind }) =>
        text({ content, subject, grades, standards, depth, seconds, tags, points, kind }),
      )
      .sort();
  };
  const [before, after] = [await read(source), await read(target)];
  expect(before.length).toBeGreaterThan(200);
  expect(after).toEqual(before);
});

test.each<[string, (text: string) => Buffer]>([
  ['UTF-8', (text) => Buffer.from(text)],
  ['UTF-8 with a mark', (text) => Buffer.from(`\ufeff${text}`)],
  ['UTF-16', (text) => Buffer.from(`\ufeff${text}`, 'utf16le')],
  ['UTF-16 without a mark', (text) => Buffer.from(text, 'utf16le')],
  ['Windows-1252, with semicolons', (text) => Buffer.from(text.replaceAll(',', ';'), 'latin1')],
])('%s is read as it was meant', async (name, encode) => {
  const tag = name.toLowerCase().replace(/[^a-z0-9]/g, '');
  const checked = await check(
    encode(
      `kind,question,right,subject,tags\ntrue-false,Où est la forêt? Übermütig é.,true,Reading,${tag}\n`,
    ),
  );
  expect(checked).toMatchObject({ good: 1, bad: 0 });
  await teacher.ok('POST', `/api/imports/${checked.id}/apply`, { take: 'all' });
  await until(checked.id, 'done');
  const { items } = await teacher.ok('GET', `/api/items?tag=${tag}`);
  expect(items[0]!.content.stem).toBe('<p>Où est la forêt? Übermütig é.</p>');
});

describe('a zip', () => {
  const drawing = Buffer.from(
    '<svg xmlns="http://www.w3.org/2000/svg" width="40" height="30"><rect width="40" height="30"/></svg>',
  );
  const table = (file: string) =>
    Buffer.from(
      `${head}\ntrue-false,See the picture.,,,true,ES.5.ROC.1,5,zipped,${file},A dark field\n`,
    );

  test('brings its pictures along', async () => {
    const checked = await check(
      zip([
        ['items.csv', table('Field.SVG')],
        ['pictures/field.svg', drawing],
      ]),
    );
    expect(checked).toMatchObject({ good: 1, bad: 0 });
    await teacher.ok('POST', `/api/imports/${checked.id}/apply`, { take: 'all' });
    await until(checked.id, 'done');
    const { items } = await teacher.ok('GET', '/api/items?tag=zipped&has=picture');
    expect(items[0]!.content.stem).toMatch(
      /^<p><img src="\/api\/files\/[\w-]{22}" alt="A dark field" width="40" height="30"><\/p>/,
    );
  });

  test('without the picture, with two tables, damaged, or far too large once it is unpacked, is refused in words', async () => {
    expect((await check(zip([['a.csv', table('gone.png')]]))).problems).toEqual([
      { line: 2, column: 'picture', message: 'There is no file “gone.png” in the zip.' },
    ]);
    const message = async (bytes: Buffer) => (await check(bytes)).message;
    expect(
      await message(
        zip([
          ['a.csv', table('')],
          ['b.csv', table('')],
        ]),
      ),
    ).toBe('The zip holds 2 CSV files; it must hold one.');
    expect(await message(zip([['a.csv', table('')]]).subarray(0, 200))).toBe(
      'The zip cannot be read.',
    );
    const bomb = zip([
      ['a.csv', table('')],
      ['b.bin', Buffer.alloc(100 * 1024 * 1024)],
    ]);
    expect(bomb.length).toBeLessThan(1_000_000);
    expect(await message(bomb)).toBe('The zip unpacks to more than 80 MB.');
  });
});

test('ten thousand rows show how far they are, and a cancellation leaves nothing', async () => {
  const lines = Array.from(
    { length: 10_000 },
    (_, index) => `true-false,Statement number ${index} of the long list.,true,Reading,long list`,
  );
  const { body } = await send(`kind,question,right,subject,tags\n${lines.join('\n')}`);
  const checked = await until(body.id, 'checked');
  expect(checked).toMatchObject({ rows: 10_000, good: 10_000, bad: 0 });
  await teacher.ok('POST', `/api/imports/${checked.id}/apply`, { take: 'all' });
  await teacher.ok('POST', `/api/imports/${checked.id}/cancel`);
  expect((await until(checked.id, 'cancelled')).state).toBe('cancelled');
  expect(await total('tag=long%20list')).toBe(0);
  const again = await check(`kind,question,right,subject,tags\n${lines.slice(0, 1000).join('\n')}`);
  await teacher.ok('POST', `/api/imports/${again.id}/apply`, { take: 'good' });
  expect(await until(again.id, 'done')).toMatchObject({ done: 1000 });
  expect(await total('tag=long%20list')).toBe(1000);
  const eleven = await check(`kind,question\n${'true-false,x\n'.repeat(10_001)}`);
  expect(eleven).toMatchObject({
    state: 'failed',
    message: 'The table has more than 10,000 rows; split it into several.',
  });
});

test('an import belongs to its owner and goes only where the owner may write', async () => {
  const { body } = await send(`${head}\ntrue-false,x,,,true,,5,,,`);
  const other = await school.staff('lindqvist');
  expect((await other.get(`/api/imports/${body.id}`)).status).toBe(404);
  expect((await other.post(`/api/imports/${body.id}/apply`, { take: 'all' })).status).toBe(404);
  const shelf = (await teacher.ok('GET', '/api/banks')).banks.find(
    ({ reach }) => reach === 'everybody',
  )!.id;
  expect((await send('x', `bank=${shelf}`)).status).toBe(403);
  expect((await check('nonsense\n1')).message).toMatch(/^The first row must name the columns/);
  expect((await teacher.get('/api/items-template.csv')).body).toMatch(/kind,question,choice 1/);
});

describe('a small file that would become large', () => {
  // Each is read in a thread, while the server goes on answering.
  const bombs: [string, () => Buffer, string | RegExp][] = [
    [
      '40 million one-letter rows in a zip',
      () => zip([['a.csv', Buffer.from(`question\n${'x\n'.repeat(39_000_000)}`)]]),
      'The table has more than 10,000 rows; split it into several.',
    ],
    [
      'a zip of 200 MB of nothing',
      () => zip([['a.csv', Buffer.alloc(200_000_000, 'a')]]),
      'The zip unpacks to more than 80 MB.',
    ],
    [
      'one row of 2 million cells',
      () => Buffer.from(`question\n${'x,'.repeat(700_000)}`),
      'Line 2 has more than 400 cells.',
    ],
    [
      'one cell of 20 MB',
      () => Buffer.from(`question\n"${'x'.repeat(20_000_000)}"`),
      /^The table cannot be read: /,
    ],
    [
      'a quotation mark that never closes',
      () => Buffer.from(`question\n"${'x\n'.repeat(5_000_000)}`),
      /^The table cannot be read: /,
    ],
    [
      '5,000 files in a zip',
      () =>
        zip(
          Array.from({ length: 5_000 }, (_, n): [string, Buffer] => [`${n}.png`, Buffer.from('x')]),
        ),
      'The zip holds more than 2000 files.',
    ],
  ];

  test.each(bombs)('%s', async (_, make, message) => {
    const ended = await check(make());
    expect(ended).toMatchObject({
      state: 'failed',
      message: typeof message === 'string' ? message : expect.stringMatching(message),
    });
    expect((await teacher.get('/api/health')).status).toBe(200);
  });
});

test('a cell that a spreadsheet would run leaves as text, and comes back as it was', async () => {
  const { id: from } = await teacher.ok('POST', '/api/banks', { name: 'Formulas', reach: 'mine' });
  const stems = ['=HYPERLINK("//elsewhere.example";"x")', '@SUM(1)', "'=1+1", '-5', '+ and -'];
  const csv = [
    head,
    ...stems.map((stem) => `true-false,"${stem.replaceAll('"', '""')}",,,true,ES.5.ROC.1,5,,,`),
  ].join('\n');
  const bring = async (bytes: string, bankId: number) => {
    const { body } = await send(bytes, `bank=${bankId}`);
    await until(body.id, 'checked');
    await teacher.ok('POST', `/api/imports/${body.id}/apply`, { take: 'all' });
    await until(body.id, 'done');
  };
  await bring(csv, from);
  const out = (await teacher.get(`/api/items.csv?bank=${from}`)).body;
  const cells = out.split(/[,\r\n]/);
  expect(cells.filter((cell) => /^"?[=@]/.test(cell))).toEqual([]);
  const { id: to } = await teacher.ok('POST', '/api/banks', {
    name: 'Formulas again',
    reach: 'mine',
  });
  await bring(out, to);
  const stemsIn = async (bankId: number) => {
    const { items } = await teacher.ok('GET', `/api/items/all?bank=${bankId}`);
    const read = await teacher.ok('POST', '/api/items/rows', {
      items: items.map(({ id }) => id),
    });
    return read.items.map(({ content }: { content: { stem: string } }) => content.stem).sort();
  };
  expect(await stemsIn(to)).toEqual(await stemsIn(from));
});

test('columns that nothing is read from are named, with what they may have been meant to be', async () => {
  const checked = await check(
    'Kind,Stem,question,right,standard,Option B,House\ntrue-false,x,Is granite igneous?,true,ES.8.ROC.1,,Oak',
  );
  expect(checked.problems.filter(({ line }) => line === 1)).toEqual([
    { line: 1, column: 'stem', message: 'Nothing is read from this column.' },
    {
      line: 1,
      column: 'standard',
      message: 'Nothing is read from this column. Call it “standards” if that is what it holds.',
    },
    {
      line: 1,
      column: 'option b',
      message: 'Nothing is read from this column. Call it “choice 2” if that is what it holds.',
    },
    { line: 1, column: 'house', message: 'Nothing is read from this column.' },
  ]);
});
