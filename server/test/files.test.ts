/** Kept files: what they are by their own bytes, who may fetch them, and in parts. */
import type { AnswerOf, api, ProblemBody } from '@oaken/contract';
import { readFile } from '../src/files/types';
import { request } from 'node:http';
import sharp from 'sharp';
import { row } from './support/sql';
import { answer, giveTest, openSchool, type School, type Visitor } from './support/school';

let school: School;
let teacher: Visitor;
beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
});
afterAll(() => school.close());

const svg = (inside: string) =>
  Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="20" height="10">${inside}</svg>`);
const png = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAIAAAADCAIAAAA2iEnWAAAAEElEQVR4nGP4z8AARAwQCgAf7gP9i18U1AAAAABJRU5ErkJggg==',
  'base64',
);
const send = async (who: Visitor, path: string, bytes: Buffer) => {
  const response = await fetch(school.base + path, {
    method: 'POST',
    headers: {
      'content-type': 'application/octet-stream',
      cookie: who.cookie,
      'x-csrf-token': who.csrf,
    },
    body: new Uint8Array(bytes),
  });
  const body = (await response.json()) as AnswerOf<typeof api.keepFile> & ProblemBody;
  return { status: response.status, body };
};
const keep = (bytes: Buffer, type: string, as = 'picture') =>
  send(teacher, `/api/files?name=own&type=${encodeURIComponent(type)}&as=${as}`, bytes);
const fetchFile = (address: string, headers: Record<string, string> = {}, who = teacher) =>
  fetch(school.base + address, { headers: { cookie: who.cookie, ...headers } });

test('a phone’s photo is refused by its name, never taken for a film', async () => {
  const heic = Buffer.concat([
    Buffer.from([0, 0, 0, 28]),
    Buffer.from('ftypheic\0\0\0\0mif1heic'),
    Buffer.alloc(600),
  ]);
  for (const [as, type] of [
    ['picture', 'image/heic'],
    ['film', ''],
  ] as const)
    expect(await keep(heic, type, as)).toMatchObject({
      status: 422,
      body: {
        detail: 'This is a photo as HEIC, as phones take it. Save it as JPEG and send that.',
      },
    });
});

test('a picture is kept with its size, and the same again is the same', async () => {
  const first = await keep(png, 'image/png');
  expect(first).toMatchObject({
    status: 200,
    body: { type: 'image/png', width: 2, height: 3, bytes: png.length },
  });
  expect((await keep(png, '')).body.address).toBe(first.body.address);
  const reply = await fetchFile(first.body.address);
  expect(Buffer.from(await reply.arrayBuffer())).toEqual(png);
  expect(reply.headers.get('content-type')).toBe('image/png');
  expect(reply.headers.get('content-security-policy')).toContain('sandbox');
  expect((await fetch(school.base + first.body.address)).status).toBe(401);
  expect((await fetchFile(`/api/files/${'a'.repeat(22)}`)).status).toBe(404);
});

test('parts are served as RFC 9110 says', async () => {
  const bytes = Buffer.concat([
    Buffer.from('ID3\u0004\0\0\0\0\0\0', 'latin1'),
    Buffer.alloc(1_500_000, 'oak '),
  ]);
  const { body } = await keep(bytes, 'audio/mpeg', 'sound');
  const part = async (range: string) => {
    const reply = await fetchFile(body.address, { range });
    return [
      reply.status,
      reply.headers.get('content-range'),
      Buffer.from(await reply.arrayBuffer()),
    ] as const;
  };
  for (const [range, from, to] of [
    ['bytes=0-9', 0, 9],
    ['bytes=524280-524300', 524_280, 524_300],
    ['bytes=1500000-', 1_500_000, bytes.length - 1],
    ['bytes=-5', bytes.length - 5, bytes.length - 1],
  ] as const)
    expect(await part(range)).toEqual([
      206,
      `bytes ${from}-${to}/${bytes.length}`,
      bytes.subarray(from, to + 1),
    ]);
  expect((await part(`bytes=${bytes.length}-`)).slice(0, 2)).toEqual([
    416,
    `bytes */${bytes.length}`,
  ]);
});

test.each<[string, Buffer, string, string, string]>([
  [
    'a script in a drawing',
    svg('<script>alert(1)</script>'),
    'image/svg+xml',
    'picture',
    'The drawing holds <script>, which is not allowed.',
  ],
  [
    'an event in a drawing',
    svg('<rect onload="alert(1)"/>'),
    'image/svg+xml',
    'picture',
    'The drawing holds a script (“onload”), which is not allowed.',
  ],
  [
    'a drawing that fetches',
    svg('<use href="https://elsewhere.example/a.svg#x"/>'),
    'image/svg+xml',
    'picture',
    'The drawing points to something outside itself, which is not allowed.',
  ],
  [
    'a page inside a drawing',
    svg('<foreignObject><iframe src="x"></iframe></foreignObject>'),
    'image/svg+xml',
    'picture',
    'The drawing holds <foreignobject>, which is not allowed.',
  ],
  [
    'entities',
    Buffer.from('<!DOCTYPE svg [<!ENTITY a "b">]><svg>&a;</svg>'),
    'image/svg+xml',
    'picture',
    'The drawing declares entities, which is not allowed.',
  ],
  [
    'a style that fetches',
    svg('<style>*{background:url(https://elsewhere.example)}</style>'),
    'image/svg+xml',
    'picture',
    'The drawing’s style points to something outside itself, which is not allowed.',
  ],
  [
    'a picture of a false type',
    Buffer.from('%PDF-1.7 not a picture'),
    'image/png',
    'picture',
    'The file says that it is image/png, but it is application/pdf.',
  ],
  [
    'sound as a picture',
    Buffer.from('ID3\u0004\0\0\0\0\0\0', 'latin1'),
    '',
    'picture',
    'This is a sound (audio/mpeg), not a picture.',
  ],
  [
    'a damaged picture',
    png.subarray(0, 20),
    'image/png',
    'picture',
    'The picture is damaged: its size cannot be read.',
  ],
  ['nothing', Buffer.alloc(0), 'image/png', 'picture', 'The file is empty.'],
  [
    'who knows what',
    Buffer.from([0, 1, 2, 3, 250, 251, 252]),
    '',
    'picture',
    'What this file is cannot be recognised. PNG, JPEG, GIF, WebP, SVG, MP3, WAV, OGG, MP4, WebM and PDF can be kept.',
  ],
])('%s is refused in words', async (_, bytes, type, as, message) => {
  const { status, body } = await keep(bytes, type, as);
  expect([status, body.errors![0]!.message]).toEqual([422, message]);
});

test('50 MB are refused with what may be sent, whatever they are', async () => {
  const large = (n: number, start: Buffer) => Buffer.concat([start, Buffer.alloc(n * 1024 * 1024)]);
  expect(await keep(large(50, png), 'image/png')).toMatchObject({
    status: 413,
    body: { title: 'That is too large.', detail: 'At most 40 MB can be sent at once.' },
  });
  expect(await keep(large(9, png), 'image/png')).toMatchObject({
    status: 413,
    body: { detail: 'The file has 9.0 MB; a picture may have at most 8 MB.' },
  });
});

test('a drawing that only draws is a picture', () => {
  expect(readFile(svg('<g><path d="M0 0h9"/><use href="#a"/></g>'), 'image/svg+xml')).toMatchObject(
    { ok: true, file: { width: 20, height: 10 } },
  );
});

describe('a student’s file', () => {
  /** An attempt at a question that asks for photos, and one that asks for nothing of the kind. */
  async function sit(place: number) {
    const { assignmentId } = await giveTest(school, teacher, { search: 'kind=upload' });
    const { assignmentId: choices } = await giveTest(school, teacher);
    const student = await school.student('6B', place);
    const begin = (id: number) => student.ok('POST', `/api/seat/assignments/${id}/attempt`);
    const [attempt, other] = [await begin(assignmentId), await begin(choices)];
    const pathOf = (sitting: typeof attempt) => {
      const entry = sitting.form.sections[0]!.entries[0];
      return `/api/seat/attempts/${sitting.id}/files?type=&name=right-answer-is-B.png&entry=${entry!.id}&part=${entry!.item.parts[0]!.id}`;
    };
    return { student, attempt, path: pathOf(attempt), elsewhere: pathOf(other) };
  }

  test('is for the student and the staff, and only while the attempt is open', async () => {
    const { student, attempt, path } = await sit(3);
    const other = await school.student('6B', 4);
    const { status, body } = await send(student, path, png);
    expect(status).toBe(200);
    expect((await send(other, path, png)).status).toBe(404);
    const fetched = [student, teacher, other].map((who) => fetchFile(body.address, {}, who));
    expect((await Promise.all(fetched)).map((reply) => reply.status)).toEqual([200, 200, 404]);
    await student.ok('POST', `/api/seat/attempts/${attempt.id}/hand-in`, { answers: [] });
    expect((await send(student, path, png)).status).toBe(409);
  });

  test('is of the kind that the question asks for', async () => {
    const { student, path, elsewhere } = await sit(5);
    expect(await send(student, elsewhere, png)).toMatchObject({
      status: 409,
      body: { title: 'This question asks for no file.' },
    });
    const message = async (bytes: Buffer) =>
      (await send(student, path, bytes)).body.errors![0]!.message;
    expect(await message(Buffer.from('%PDF-1.7 text'))).toBe(
      'The question asks for a photo; this is a document (application/pdf).',
    );
    expect(await message(svg('<g/>'))).toBe(
      'The question asks for a photo; this is a picture (image/svg+xml).',
    );
    expect((await send(student, path, Buffer.concat([png, Buffer.from('2')]))).status).toBe(200);
  });

  test('has room only within the quota of the attempt', async () => {
    const { student, path } = await sit(6);
    const photo = (n: number) => send(student, path, Buffer.concat([png, Buffer.from(String(n))]));
    // Many at once, so that none is whole when the next is looked at, and fewer than may be on their way.
    const replies = [];
    for (const wave of [0, 15, 30])
      replies.push(
        ...(await Promise.all(Array.from({ length: 15 }, (_, index) => photo(wave + index)))),
      );
    expect(replies.filter(({ status }) => status === 200).length).toBe(40);
    expect(replies.find(({ status }) => status !== 200)).toMatchObject({
      status: 507,
      body: { title: 'These are too many files.' },
    });
  });
});

test('the name of an author’s picture is not told to students', async () => {
  const { body } = await send(
    teacher,
    '/api/files?name=right-answer-is-B.png&type=image/png&as=picture',
    Buffer.concat([png, Buffer.from('B')]),
  );
  const nameFor = async (who: Visitor) =>
    (await fetchFile(body.address, {}, who)).headers.get('content-disposition');
  expect(await nameFor(teacher)).toContain('right-answer-is-B.png');
  expect(await nameFor(await school.student('6B', 7))).toBe("inline; filename*=UTF-8''file.png");
});

describe('when there is no room', () => {
  const { freeDisk, fileRoom } = { freeDisk: async () => Infinity, fileRoom: Infinity };
  afterEach(() => Object.assign(school.app.context, { freeDisk, fileRoom }));
  const photo = () => keep(Buffer.concat([png, Buffer.from(String(Math.random()))]), 'image/png');

  test('on the disk, files are refused with a sentence and answers are saved as before', async () => {
    const { assignmentId } = await giveTest(school, teacher);
    const student = await school.student('6B', 8);
    const attempt = await student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`);
    school.app.context.freeDisk = async () => 900 * 1024 * 1024;
    expect(await photo()).toMatchObject({
      status: 507,
      body: { title: 'There is no room for files on the school’s server.' },
    });
    const answers = [answer(attempt.form.sections[0]!.entries[0]!.id, 1, { a: 'x' })];
    await student.ok('PUT', `/api/seat/attempts/${attempt.id}/answers`, { answers });
  });

  test('in the school’s quota, that is said', async () => {
    school.app.context.fileRoom = 10;
    expect(await photo()).toMatchObject({
      status: 507,
      body: { title: 'The school’s room for files is full.' },
    });
  });
});

test('an upload that breaks off leaves nothing behind', async () => {
  const count = async () =>
    (await row<{ n: number }>(school.database, 'SELECT COUNT(*) AS n FROM files'))!.n;
  const before = await count();
  await new Promise<void>((done) => {
    const sent = request(`${school.base}/api/files?name=a&type=&as=film`, {
      method: 'POST',
      headers: {
        'content-type': 'application/octet-stream',
        'content-length': 5_000_000,
        cookie: teacher.cookie,
        'x-csrf-token': teacher.csrf,
      },
    });
    sent.on('error', () => done());
    sent.write(
      Buffer.concat([
        Buffer.from('0000001866747970', 'hex'),
        Buffer.from('mp42'),
        Buffer.alloc(2_000_000),
      ]),
    );
    const seen = setInterval(async () => {
      if ((await count()) === before) return;
      clearInterval(seen);
      sent.destroy();
    }, 20);
  });
  while ((await count()) !== before) await new Promise((done) => setTimeout(done, 20));
});

describe('a picture in another size', () => {
  /** Of many colors, so that fewer pixels are fewer bytes. */
  const photo = async (width: number, height: number) => {
    const data = Uint8Array.from(
      { length: width * height * 3 },
      (_, place) => (place * place) % 251,
    );
    return sharp(data, { raw: { width, height, channels: 3 } })
      .jpeg()
      .toBuffer();
  };
  const sized = async (address: string, width: number | string, who = teacher) => {
    const reply = await fetchFile(`${address}?width=${width}`, {}, who);
    return { status: reply.status, bytes: Buffer.from(await reply.arrayBuffer()) };
  };

  test('is as wide as was asked for', async () => {
    const { body } = await keep(await photo(1500, 1000), 'image/jpeg');
    const { bytes } = await sized(body.address, 640);
    expect(await sharp(bytes).metadata()).toMatchObject({
      format: 'webp',
      width: 640,
      height: 427,
    });
  });

  test('is made once, however many ask for it at once', async () => {
    const made = jest.spyOn(school.app.context.sizer, 'size');
    const { body } = await keep(await photo(1400, 900), 'image/jpeg');
    await Promise.all(Array.from({ length: 20 }, () => sized(body.address, 320)));
    await sized(body.address, 320);
    expect(made).toHaveBeenCalledTimes(1);
    made.mockRestore();
  });

  test('is the picture itself where it is no wider, moves or cannot be read', async () => {
    const narrow = await photo(300, 300);
    const frames = { raw: { width: 700, height: 1400, channels: 3, pageHeight: 700 } } as const;
    const leaves = Buffer.alloc(700 * 1400 * 3, 'oak').fill('elm', 700 * 700 * 3);
    const moving = await sharp(leaves, frames).webp().toBuffer();
    const broken = (await photo(900, 600)).subarray(0, 3_000);
    for (const [bytes, type] of [
      [narrow, 'image/jpeg'],
      [moving, 'image/webp'],
      [broken, 'image/jpeg'],
    ] as const) {
      const { body } = await keep(bytes, type);
      expect((await sized(body.address, 320)).bytes.equals(bytes)).toBe(true);
    }
  });

  test('stands upright, as its camera says', async () => {
    const lying = await sharp(await photo(1200, 800))
      .withMetadata({ orientation: 6 })
      .toBuffer();
    const { body } = await keep(lying, 'image/jpeg');
    const { bytes } = await sized(body.address, 320);
    expect(await sharp(bytes).metadata()).toMatchObject({ width: 320, height: 480 });
  });

  test('comes in a few widths alone', async () => {
    const { body } = await keep(await photo(1200, 800), 'image/jpeg');
    const { status, bytes } = await sized(body.address, 641);
    expect([status, bytes.toString()]).toEqual([422, expect.stringContaining('Pictures come')]);
  });
});
