/** Curricula through their routes: outlines, what is placed in them, finding by them, and what comes next. */
import type { Filled } from '@oaken/contract/assessments';
import type { CurriculumLine } from '@oaken/core/curriculum';
import { clientKey, openSchool, type School, type Visitor } from './support/school';

let school: School;
let holloway: Visitor;
let nwosu: Visitor;
beforeAll(async () => {
  school = await openSchool();
  [holloway, nwosu] = (await Promise.all(
    ['holloway', 'nwosu'].map((name) => school.staff(name)),
  )) as [Visitor, Visitor];
});
afterAll(() => school.close());

const line = (title: string, level: number, startsOn: string | null = null): CurriculumLine => ({
  title,
  kind: level === 0 ? 'unit' : 'lesson',
  level,
  startsOn,
});
const outline = [
  line('Ratios', 0, '2026-02-02'),
  line('Tables', 1, '2026-02-09'),
  line('Unit rates', 1),
  line('Percent', 0, '2026-04-01'),
  line('Of a whole', 1),
];
const make = async (who: Visitor, lines = outline) =>
  (await who.ok('POST', '/api/curricula', { clientKey: clientKey(), name: 'Grade 6', lines })).id;
const read = async (who: Visitor, curriculum: number) =>
  (await who.ok('GET', '/api/curricula')).curricula.find(({ id }) => id === curriculum);
const shown = async (who: Visitor, curriculum: number) => {
  const known = await read(who, curriculum);
  return known!.lines.map(({ title, level, items, tests }) => [title, level, items, tests]);
};
const lineId = async (who: Visitor, curriculum: number, title: string) =>
  (await read(who, curriculum))!.lines.find((known) => known.title === title)!.id;
const itemsFor = async (who: Visitor, query: string, n: number) =>
  (await who.ok('GET', `/api/items?${query}`)).items.slice(0, n).map(({ id }) => id) as number[];
const refusal = async (reply: Promise<{ status: number; body: unknown }>) => {
  const { status, body } = await reply;
  return [status, (body as { title: string }).title];
};

describe('an outline', () => {
  test('is written whole; a line that is left out comes back with its contents', async () => {
    const id = await make(holloway);
    const { version, lines } = (await read(holloway, id))!;
    const items = await itemsFor(holloway, 'words=ma6rat1', 2);
    await holloway.ok('POST', `/api/curriculum-lines/${lines[1]!.id}/place`, { items, tests: [] });
    const facts = lines.map(({ items: _, tests: __, ...rest }) => rest);
    const path = `/api/curricula/${id}/lines` as const;
    const shorter = await holloway.ok('PUT', path, {
      version,
      lines: facts.filter((_, index) => index !== 1),
    });
    expect((await shown(holloway, id))[0]).toEqual(['Ratios', 0, 0, 0]);
    await holloway.ok('PUT', path, { version: shorter.version, lines: facts });
    expect((await shown(holloway, id)).slice(0, 2)).toEqual([
      ['Ratios', 0, 2, 0],
      ['Tables', 1, 2, 0],
    ]);
  });

  test('that somebody else changed meanwhile is not written over', async () => {
    const id = await make(holloway);
    const path = `/api/curricula/${id}/lines` as const;
    await holloway.ok('PUT', path, { version: 1, lines: [{ ...outline[0], id: null }] });
    expect(await refusal(holloway.send('PUT', path, { version: 1, lines: [] }))).toEqual([
      409,
      'Somebody else changed this curriculum in the meantime.',
    ]);
  });

  test.each([
    [{ lines: [line('Deep', 1)] }, 'The first line must be at the top level.'],
    [{ lines: [line('', 0)] }, 'Give it a title.'],
    [{ lines: [line('Ratios', 0, 'fall')] }, 'Invalid ISO date'],
    [{ name: ' ' }, 'Give the curriculum a name.'],
  ])('that is none is refused in words: %j', async (change, words) => {
    const body = { clientKey: clientKey(), name: 'Grade 6', lines: outline, ...change };
    const reply = await holloway.post('/api/curricula', body);
    expect([reply.status, JSON.stringify(reply.body)]).toEqual([
      422,
      expect.stringContaining(words),
    ]);
  });

  test('is its owner’s until it is shared, and then read or changed as was said', async () => {
    const id = await make(holloway);
    const path = `/api/curricula/${id}` as const;
    const lines = `/api/curricula/${id}/lines` as const;
    expect(await read(nwosu, id)).toBeUndefined();
    expect((await nwosu.send('PUT', lines, { version: 1, lines: [] })).status).toBe(404);
    await holloway.ok('PATCH', path, { reach: 'read' });
    expect(await read(nwosu, id)).toMatchObject({ may: 'read', owner: 'Maren Holloway' });
    expect((await nwosu.send('PUT', lines, { version: 1, lines: [] })).status).toBe(403);
    await holloway.ok('PATCH', path, { reach: 'edit' });
    await nwosu.ok('PUT', lines, { version: 1, lines: [] });
    // Who reads it stays its owner’s to say, and so does removing it.
    expect((await nwosu.send('PATCH', path, { reach: 'mine' })).status).toBe(403);
    expect((await nwosu.send('DELETE', path)).status).toBe(404);
    await holloway.ok('DELETE', path);
    expect(await read(nwosu, id)).toBeUndefined();
    await holloway.ok('POST', `/api/curricula/${id}/restore`);
    expect(await read(nwosu, id)).toBeDefined();
  });
});

describe('what is placed', () => {
  test('is counted once above, stays in its order, and is found by its line', async () => {
    const id = await make(holloway);
    const [a, b, c] = await itemsFor(holloway, 'words=ma6rat1', 3);
    const tables = await lineId(holloway, id, 'Tables');
    const rates = await lineId(holloway, id, 'Unit rates');
    const [test] = (await holloway.ok('GET', '/api/tests?shelf=mine')).tests;
    const place = (at: number, items: unknown[], tests: unknown[] = []) =>
      holloway.ok('POST', `/api/curriculum-lines/${at}/place`, { items, tests });
    await place(tables, [a, b]);
    expect(await place(rates, [b, c, c], [test!.id])).toEqual({
      items: [b, c],
      tests: [test!.id],
      already: 0,
    });
    expect(await place(rates, [c])).toMatchObject({ items: [], already: 1 });
    expect((await shown(holloway, id)).slice(0, 3)).toEqual([
      ['Ratios', 0, 3, 1],
      ['Tables', 1, 2, 0],
      ['Unit rates', 1, 2, 1],
    ]);
    const ratios = await lineId(holloway, id, 'Ratios');
    const found = await holloway.ok('GET', `/api/items?curriculumLine=${ratios}`);
    expect(found.items.map((item) => item.id).sort()).toEqual([a, b, c].sort());
    expect(found.total).toBe(3);
    const tests = await holloway.ok('GET', `/api/tests?curriculumLine=${rates}`);
    expect(tests.tests.map((known) => known.id)).toEqual([test!.id]);
    await holloway.ok('PUT', `/api/curriculum-lines/${rates}/contents`, {
      contents: [
        { kind: 'test', id: test!.id },
        { kind: 'item', id: c },
      ],
    });
    const { contents } = await holloway.ok('GET', `/api/curriculum-lines/${rates}`);
    expect(contents.map((content) => content.id)).toEqual([test!.id, c]);
  });

  test('is all that a blueprint takes when it is told so', async () => {
    const id = await make(holloway);
    const tables = await lineId(holloway, id, 'Tables');
    const items = await itemsFor(holloway, 'words=ma6rat1', 4);
    await holloway.ok('POST', `/api/curriculum-lines/${tables}/place`, {
      items: items.slice(2),
      tests: [],
    });
    const { frameworks } = await holloway.ok('GET', '/api/frameworks');
    const standard = frameworks[0]!.standards.find(({ code }) => code === 'MA.6.RAT.1')!.id;
    const test = await holloway.ok('POST', '/api/tests', {
      clientKey: clientKey(),
      title: 'From the lesson',
      kind: 'quiz',
      itemIds: [],
    });
    const { body } = await holloway.post(`/api/tests/${test.id}/fill`, {
      blueprint: {
        measure: 'items',
        byDepth: false,
        rows: [{ standard, wants: [4] }],
        minutes: null,
        facility: null,
        unknownToo: true,
        level: 'any',
        variantsOnly: false,
        byHand: null,
        banks: [],
        curriculumLine: tables,
        grades: [],
        without: [],
      },
      keep: [],
      forms: 1,
      seconds: 5,
    });
    const filled = JSON.parse(String(body).trim().split('\n').at(-1)!) as Filled;
    expect(filled.forms[0]!.map((item) => item.id).sort()).toEqual(items.slice(2).sort());
  });

  test('and not mine to read is neither told nor lost', async () => {
    const id = await make(holloway);
    const rates = await lineId(holloway, id, 'Unit rates');
    const test = await holloway.ok('POST', '/api/tests', {
      clientKey: clientKey(),
      title: 'Only mine',
      kind: 'quiz',
      itemIds: [],
    });
    const path = `/api/curriculum-lines/${rates}` as const;
    await holloway.ok('POST', `${path}/place`, { items: [], tests: [test.id] });
    await holloway.ok('PATCH', `/api/curricula/${id}`, { reach: 'edit' });
    expect(await nwosu.ok('GET', path)).toEqual({ contents: [], hidden: 1 });
    await nwosu.ok('PUT', `${path}/contents`, { contents: [] });
    expect((await holloway.ok('GET', path)).contents).toHaveLength(1);
    // Nobody places what they cannot read.
    const strange = nwosu.post(`${path}/place`, { items: [], tests: [test.id] });
    expect((await strange).status).toBe(404);
  });
});

describe('a class that follows it', () => {
  const next = async (name: string) =>
    (await holloway.ok('GET', '/api/curricula/next')).classes.filter(
      ({ className }) => className === name,
    );
  test('is where the dates say, or where its teacher says; the next lesson tells its tests', async () => {
    const id = await make(holloway);
    const { classes } = await holloway.ok('GET', '/api/classes');
    const { id: classId, name } = classes[0]!;
    const path = `/api/classes/${classId}/curriculum` as const;
    const [test] = (await holloway.ok('GET', '/api/tests?shelf=mine')).tests;
    const rates = await lineId(holloway, id, 'Unit rates');
    await holloway.ok('POST', `/api/curriculum-lines/${rates}/place`, {
      items: [],
      tests: [test!.id],
    });
    await holloway.ok('PUT', path, { curriculumId: id, lineId: null });
    // The school's clock stands at March 3.
    expect(await next(name)).toMatchObject([
      {
        className: name,
        now: { title: 'Tables', within: ['Ratios'] },
        next: { title: 'Unit rates', tests: [{ id: test!.id, title: test!.title }] },
      },
    ]);
    await holloway.ok('PUT', path, { curriculumId: id, lineId: rates });
    expect(await next(name)).toMatchObject([{ next: { title: 'Of a whole', tests: [] } }]);
    expect((await nwosu.send('PUT', path, { curriculumId: id, lineId: null })).status).toBe(404);
    await holloway.ok('PUT', path, { curriculumId: null, lineId: null });
    expect(await next(name)).toEqual([]);
  });
});
