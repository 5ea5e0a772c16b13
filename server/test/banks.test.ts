/** Banks, folders and items through their routes, on a real MariaDB. */
import type { Pinned } from '@oaken/contract/assessments';
import { clientKey, giveTest, openSchool, type School, type Visitor } from './support/school';

let school: School;
let holloway: Visitor;
let lindqvist: Visitor;
let myBank: number;
beforeAll(async () => {
  school = await openSchool();
  holloway = await school.staff('holloway');
  lindqvist = await school.staff('lindqvist');
  const { banks } = await holloway.ok('GET', '/api/banks');
  myBank = banks.find((bank) => bank.mine)!.id;
});
afterAll(() => school.close());

const facts = {
  subject: 'Mathematics',
  grades: [6],
  standards: [],
  depth: 2,
  seconds: 60,
  tags: ['trial'],
  author: 'A. Holloway',
  licence: '',
};
const choices = (...texts: string[]) =>
  texts.map((text, index) => ({ id: 'abcdef'[index]!, text }));
const content = (stem: string, more: object = {}) => ({
  stem: `<p>${stem}</p>`,
  parts: [
    {
      id: 'p',
      kind: 'single-choice',
      choices: choices('Quartz', 'Felspar', 'Mica'),
      key: ['a'],
      rule: { rule: 'all-or-nothing', points: 1 },
    },
  ],
  explanation: '',
  hints: [],
  notes: '',
  ...more,
});
let made = 0;
const make = (
  who: Visitor,
  bank: number,
  stem = `Which of these is number ${++made}?`,
  folder: number | null = null,
) =>
  who.ok('POST', '/api/items', {
    clientKey: clientKey(),
    bank,
    folder,
    content: content(stem),
    facts,
  });
const find = (who: Visitor, query: string) => who.ok('GET', `/api/items?${query}`);
const idsOf = async (who: Visitor, query: string) =>
  (await find(who, query)).items.map(({ id }) => id);
const refusal = async (reply: Promise<{ status: number; body: { title?: string } }>) => {
  const { status, body } = await reply;
  return [status, body.title];
};

describe('writing items', () => {
  test('what was just saved is found at once, by its newest words alone', async () => {
    const { id, revisionId } = await make(holloway, myBank, 'Where does the zephyrous wind blow?');
    expect(await idsOf(holloway, 'words=zephyrous')).toEqual([id]);
    await holloway.ok('POST', `/api/items/${id}/revisions`, {
      basedOn: revisionId,
      content: content('Where does the boreal wind blow?'),
      facts,
    });
    expect(await idsOf(holloway, 'words=zephyrous%20wind')).toEqual([]);
    expect(await idsOf(holloway, 'words=boreal')).toEqual([id]);
    expect((await find(holloway, `bank=${myBank}&tag=trial&words=boreal`)).total).toBe(1);
  });

  test('saying it twice makes one item', async () => {
    const revision = {
      clientKey: clientKey(),
      bank: myBank,
      folder: null,
      content: content('Only once'),
      facts,
    };
    const [first, second] = [
      await holloway.ok('POST', '/api/items', revision),
      await holloway.ok('POST', '/api/items', revision),
    ];
    expect(second).toEqual(first);
  });

  test('of two who edit, the second is told and loses nothing', async () => {
    const { id, revisionId } = await make(holloway, myBank);
    const save = (stem: string) =>
      holloway.post(`/api/items/${id}/revisions`, {
        basedOn: revisionId,
        content: content(stem),
        facts,
      });
    const replies = await Promise.all([save('First'), save('Second')]);
    expect(replies.map(({ status }) => status).sort()).toEqual([200, 409]);
    const { revisions } = await holloway.ok('GET', `/api/items/${id}`);
    expect(revisions.map(({ number }) => number)).toEqual([2, 1]);
    const old = await holloway.ok('GET', `/api/revisions/${revisionId}`);
    expect(old.item.content.stem).not.toMatch(/First|Second/);
  });

  test('what is broken is refused with its place and a sentence', async () => {
    const send = (change: object, more: object = {}) =>
      holloway.post('/api/items', {
        clientKey: clientKey(),
        bank: myBank,
        folder: null,
        content: change,
        facts: { ...facts, ...more },
      });
    const places = async (reply: ReturnType<typeof send>) =>
      (await reply).body.errors!.map((problem) => [problem.pointer, problem.message]);
    expect(await places(send(content('<script>x</script>')))).toEqual([
      ['/content/stem', '<script> is not allowed in a wording.'],
    ]);
    expect(await places(send(content('x'), { standards: [999_999] }))).toEqual([
      [
        '/facts/standards',
        'One of the standards was removed from its framework. Choose another one.',
      ],
    ]);
    const lost = content(`<img src="/api/files/${'q'.repeat(22)}" alt="A map">`);
    expect(await places(send(lost))).toEqual([
      ['/content', 'A picture, sound or film in it is no longer kept here. Upload it again.'],
    ]);
    expect(await places(send(content('x', { passage: { id: 999, revision: 999 } })))).toEqual([
      ['/content/passage', 'The passage was deleted. Choose another one.'],
    ]);
    expect((await places(send(content('x'), { seconds: 1 })))[0]![0]).toBe('/facts/seconds');
  });
});

describe('who may do what', () => {
  test('a bank of mine is nobody else’s until it is shared, and then as far as was said', async () => {
    const { id: bank } = await holloway.ok('POST', '/api/banks', { name: 'Ours', reach: 'mine' });
    const { id, revisionId } = await make(holloway, bank, 'Something about xylographs?');
    const { colleagues } = await holloway.ok('GET', `/api/banks/${bank}/shares`);
    const accountId = colleagues.find(({ name }) => name.includes('Lindqvist'))!.accountId;
    const share = (may: string) =>
      holloway.ok('PUT', `/api/banks/${bank}/shares`, { shares: [{ accountId, may }] });
    const theirs = (await lindqvist.ok('GET', '/api/banks')).banks.find(
      (candidate) => candidate.mine,
    )!.id;
    const attempts = async () => [
      (await find(lindqvist, 'words=xylographs')).total,
      (await lindqvist.get(`/api/items/${id}`)).status,
      (
        await lindqvist.post('/api/tests', {
          clientKey: clientKey(),
          title: 'T',
          kind: 'quiz',
          itemIds: [id],
        })
      ).status,
      (await lindqvist.post('/api/items/copy', { items: [id], bank: theirs, folder: null })).status,
      (await lindqvist.post('/api/items/move', { items: [id], bank, folder: null })).status,
    ];
    expect(await attempts()).toEqual([0, 404, 404, 404, 404]);
    await share('read');
    expect(await attempts()).toEqual([1, 200, 404, 403, 403]);
    await share('use');
    expect(await attempts()).toEqual([1, 200, 200, 200, 403]);
    await share('edit');
    // Two are found now: the colleague's own copy as well.
    expect(await attempts()).toEqual([2, 200, 200, 200, 200]);
    await lindqvist.ok('POST', `/api/items/${id}/revisions`, {
      basedOn: revisionId,
      content: content('Changed by a colleague, xylographs'),
      facts,
    });
    expect((await lindqvist.send('PATCH', `/api/banks/${bank}`, { name: 'Mine' })).status).toBe(
      403,
    );
    await holloway.ok('PUT', `/api/banks/${bank}/shares`, { shares: [] });
    expect((await lindqvist.get(`/api/items/${id}`)).status).toBe(404);
  });

  test('a shelf for everybody can be used, not changed; a school’s bank is its teachers’', async () => {
    const { banks } = await holloway.ok('GET', '/api/banks');
    expect(banks.map((bank) => [bank.reach, bank.may])).toEqual([
      ['mine', 'edit'],
      ['mine', 'edit'],
      ['school', 'edit'],
      ['everybody', 'use'],
    ]);
    const shelf = banks.at(-1)!.id;
    const [id] = await idsOf(holloway, `bank=${shelf}`);
    expect(await refusal(holloway.post('/api/items/retire', { items: [id] }))).toEqual([
      403,
      'This item’s bank belongs to others.',
    ]);
    expect(
      (await holloway.post('/api/folders', { bank: shelf, parent: null, name: 'x' })).status,
    ).toBe(403);
  });
});

describe('where it is used', () => {
  test('is told with tests, classes and dates, and retiring touches none of them', async () => {
    const { testId, assignmentId } = await giveTest(school, holloway);
    const test = await holloway.ok('GET', `/api/tests/${testId}`);
    const entry = test.outline.sections[0]!.entries[0];
    const used = await holloway.ok('GET', `/api/items/${entry!.itemId}`);
    expect(used.uses).toContainEqual(
      expect.objectContaining({
        testId,
        mine: true,
        given: [expect.objectContaining({ class: '6B' })],
      }),
    );
    const together = await lindqvist.ok('POST', '/api/items/uses', {
      items: test.outline.sections[0]!.entries.map((candidate) => candidate.itemId),
    });
    expect(together.uses).toContainEqual(
      expect.objectContaining({ testId, mine: false, items: 6 }),
    );

    const before = (await find(holloway, 'words=RAT&grades=6')).total;
    await holloway.ok('POST', '/api/items/retire', { items: [entry!.itemId] });
    expect((await find(holloway, 'words=RAT&grades=6')).total).toBe(before - 1);
    const after = await holloway.ok('GET', `/api/tests/${testId}`);
    const { id: pinned } = test.revisions.find(({ itemId }) => itemId === entry!.itemId)!;
    expect(after.outline).toEqual(test.outline);
    const told = (item: Pinned) => ({
      ...item,
      bank: { ...item.bank, retired: item.id === pinned },
    });
    expect(after.revisions).toEqual(test.revisions.map(told));
    expect((await holloway.get(`/api/assignments/${assignmentId}/results`)).status).toBe(200);
    const { items } = await holloway.ok('GET', '/api/retired');
    expect(items[0]).toMatchObject({
      item: { id: entry!.itemId },
      by: expect.stringContaining('Holloway'),
    });
    await holloway.ok('POST', '/api/items/restore', { items: [entry!.itemId] });
    expect((await find(holloway, 'words=RAT&grades=6')).total).toBe(before);
  });

  test('the number of tests follows what is put in and taken out', async () => {
    const { id } = await make(holloway, myBank, 'Counted wherever it is quoted?');
    const uses = async () => (await find(holloway, 'words=quoted')).items[0]!.uses;
    expect(await uses()).toBe(0);
    const { id: testId } = await holloway.ok('POST', '/api/tests', {
      clientKey: clientKey(),
      title: 'T',
      kind: 'quiz',
      itemIds: [id],
    });
    expect(await uses()).toBe(1);
    expect((await find(holloway, 'words=quoted&uses=some')).total).toBe(1);
    const { outline } = await holloway.ok('GET', `/api/tests/${testId}`);
    const entry = outline.sections[0]!.entries[0]!.id;
    await holloway.ok('POST', `/api/tests/${testId}/changes`, {
      changes: [{ do: 'remove', entry }],
    });
    expect(await uses()).toBe(0);
  });

  test('what a class of mine had since a day can be left out', async () => {
    const all = await idsOf(holloway, 'words=RAT&grades=6');
    const day = new Date(school.clock.now - 86_400_000).toISOString().slice(0, 10);
    const left = await idsOf(holloway, `words=RAT&grades=6&unusedSince=${day}`);
    expect(left.length).toBeLessThan(all.length);
    expect(await idsOf(holloway, 'words=RAT&grades=6&unusedSince=2027-01-01')).toEqual(all);
    expect(
      (await lindqvist.ok('GET', `/api/items?words=RAT&grades=6&unusedSince=${day}`)).total,
    ).toBe(all.length);
  });
});

describe('moving and copying', () => {
  test('puts items where the teacher chose, makes no folder, and can be taken back', async () => {
    const folder = (
      await holloway.ok('POST', '/api/folders', { bank: myBank, parent: null, name: 'Rocks' })
    ).id;
    const { id } = await make(holloway, myBank);
    const folders = async () =>
      (await holloway.ok('GET', '/api/banks')).banks.flatMap((bank) => bank.folders).length;
    const before = await folders();
    const { from } = await holloway.ok('POST', '/api/items/move', {
      items: [id],
      bank: myBank,
      folder,
    });
    expect(from).toEqual([{ item: id, bank: myBank, folder: null }]);
    expect(await idsOf(holloway, `folder=${folder}`)).toEqual([id]);
    await holloway.ok('POST', '/api/items/copy', { items: [id], bank: myBank, folder });
    expect((await find(holloway, `folder=${folder}`)).total).toBe(2);
    expect(await folders()).toBe(before);
    expect(
      (await holloway.post('/api/items/move', { items: [id], bank: myBank, folder: 999_999 }))
        .status,
    ).toBe(404);
  });

  test('a copy knows its source, sees its newer revision, and can take it or leave it', async () => {
    const school1 = (await lindqvist.ok('GET', '/api/banks')).banks.find(
      (bank) => bank.reach === 'school',
    )!.id;
    const { id: source, revisionId } = await make(
      lindqvist,
      school1,
      'How does a glacier carve its valley?',
    );
    const { items } = await holloway.ok('POST', '/api/items/copy', {
      items: [source],
      bank: myBank,
      folder: null,
    });
    const copy = () => holloway.ok('GET', `/api/items/${items[0]}`);
    expect((await copy()).source).toMatchObject({
      itemId: source,
      known: revisionId,
      now: revisionId,
    });
    expect((await lindqvist.ok('GET', `/api/items/${source}`)).copies).toEqual([]);
    const newer = content('How does a glacier shape its valley?');
    const saved = await lindqvist.ok('POST', `/api/items/${source}/revisions`, {
      basedOn: revisionId,
      content: newer,
      facts,
    });
    expect((await copy()).source).toMatchObject({ known: revisionId, now: saved.revisionId });
    const { item } = await holloway.ok('GET', `/api/revisions/${saved.revisionId}`);
    await holloway.ok('POST', `/api/items/${items[0]}/revisions`, {
      basedOn: (await copy()).item.revisionId,
      content: item.content,
      facts,
      sourceRevision: saved.revisionId,
    });
    expect(await copy()).toMatchObject({
      item: { content: newer },
      source: { known: saved.revisionId },
    });
    const latest = await lindqvist.ok('POST', `/api/items/${source}/revisions`, {
      basedOn: saved.revisionId,
      content: content('Again'),
      facts,
    });
    await holloway.ok('POST', `/api/items/${items[0]}/source`, { revision: latest.revisionId });
    expect(await copy()).toMatchObject({
      item: { content: newer },
      source: { known: latest.revisionId },
    });
  });

  test('several are labelled at once, each with a new revision; a label that stands already makes none', async () => {
    const ids = [(await make(holloway, myBank)).id, (await make(holloway, myBank)).id];
    const label = (more: object) =>
      holloway.ok('POST', '/api/items/label', { items: ids, ...more });
    const { frameworks } = await holloway.ok('GET', '/api/frameworks');
    const standard = frameworks[0]!.standards.find(({ code }) => code === 'MA.6.RAT.2')!.id;
    expect(await label({ addStandards: [standard], addTags: ['Warm Up'] })).toEqual({ changed: 2 });
    expect(await label({ addStandards: [standard] })).toEqual({ changed: 0 });
    expect((await find(holloway, `standard=${standard}&tag=warm%20up`)).total).toBe(2);
    expect(await label({ removeTags: ['warm up'] })).toEqual({ changed: 2 });
    expect((await holloway.ok('GET', `/api/items/${ids[0]}`)).item).toMatchObject({
      revision: 3,
      tags: ['trial'],
    });
  });
});

describe('folders', () => {
  const folder = async (name: string, parent: number | null = null): Promise<number> =>
    (await holloway.ok('POST', '/api/folders', { bank: myBank, parent, name })).id;
  const move = (folders: number[], parent: number | null, before: number | null = null) =>
    holloway.post('/api/folders/move', { folders, bank: myBank, parent, before });
  const tree = async () => {
    const { banks } = await holloway.ok('GET', '/api/banks');
    const list = banks.find((bank) => bank.id === myBank)!.folders as {
      id: number;
      parentId: number | null;
      name: string;
    }[];
    return (parent: number | null) =>
      list.filter((candidate) => candidate.parentId === parent).map(({ name }) => name);
  };

  test('several move at once, in order, and never into themselves', async () => {
    const top = await folder('Top');
    const [a, b, c] = [await folder('A', top), await folder('B', top), await folder('C', top)];
    expect((await move([c], top, a)).status).toBe(200);
    expect((await tree())(top)).toEqual(['C', 'A', 'B']);
    expect((await move([b, c], a)).status).toBe(200);
    expect((await tree())(a)).toEqual(['B', 'C']);
    for (const into of [a, b]) {
      const { status, body } = await move([a], into);
      expect([status, body.errors![0]!.message]).toEqual([
        422,
        'A folder cannot be moved into itself or into a folder inside it.',
      ]);
    }
    expect((await tree())(top)).toEqual(['A']);
  });

  test('what lies in a folder moves up when it is taken away, and is found under the one above', async () => {
    const top = await folder('Outer');
    const inner = await folder('Inner', top);
    const { id } = await make(holloway, myBank, undefined, inner);
    expect(await idsOf(holloway, `folder=${top}`)).toEqual([id]);
    expect(await holloway.ok('DELETE', `/api/folders/${inner}`)).toEqual({ items: 1, folders: 0 });
    expect((await holloway.ok('GET', `/api/items/${id}`)).item.folderId).toBe(top);
    expect(new Map((await find(holloway, `bank=${myBank}`)).counts!.folders).get(top)).toBe(1);
  });

  test('a folder moved to another bank takes its items along', async () => {
    const { id: other } = await holloway.ok('POST', '/api/banks', {
      name: 'Second',
      reach: 'school',
    });
    const top = await folder('Travels');
    const { id } = await make(holloway, myBank, undefined, top);
    expect(
      (await holloway.post('/api/folders/move', { folders: [top], bank: other, parent: null }))
        .status,
    ).toBe(200);
    expect((await holloway.ok('GET', `/api/items/${id}`)).item).toMatchObject({
      bankId: other,
      folderId: top,
    });
    expect((await find(lindqvist, `bank=${other}`)).total).toBe(1);
  });
});

test('near copies are named, across all banks that can be read and no others', async () => {
  const stem = 'A glassblower melts sand, soda and lime. Which of them lowers the melting point?';
  const { id } = await make(holloway, myBank, stem);
  const near = (who: Visitor, but: number | null = null) =>
    who.ok('POST', '/api/items/near', {
      content: content(stem.replace('Which of them', 'Which')),
      but,
    });
  expect((await near(holloway)).near[0]).toMatchObject({ item: { id } });
  expect((await near(holloway, id)).near).toEqual([]);
  expect((await near(lindqvist)).near).toEqual([]);

  // The same before copying: an item is no near copy of itself, nor of another that is copied along.
  const nearOf = async (items: number[]) =>
    (await holloway.ok('POST', '/api/items/near-of', { items })).near.map(({ of, item }) => [
      of,
      item.id,
    ]);
  expect(await nearOf([id])).toEqual([]);
  const [twin] = (
    await holloway.ok('POST', '/api/items/copy', { items: [id], bank: myBank, folder: null })
  ).items;
  expect(await nearOf([id])).toEqual([[id, twin]]);
  expect(await nearOf([id, twin!])).toEqual([]);
});

test('searches are kept under a name, each for its owner', async () => {
  const keep = (name: string, address: string) =>
    holloway.ok('POST', '/api/searches', { name, address });
  const { id } = await keep('Rates', 'words=rate&grades=6');
  await keep('Rates', 'words=rates&grades=6');
  expect(await holloway.ok('GET', '/api/searches')).toEqual({
    searches: [{ id, name: 'Rates', address: 'words=rates&grades=6' }],
  });
  expect((await lindqvist.ok('GET', '/api/searches')).searches).toEqual([]);
  expect((await lindqvist.send('DELETE', `/api/searches/${id}`)).status).toBe(404);
  await holloway.ok('DELETE', `/api/searches/${id}`);
  expect((await holloway.ok('GET', '/api/searches')).searches).toEqual([]);
});

test('all that a search finds can be picked', async () => {
  const { total, items: all } = await holloway.ok('GET', '/api/items/all?grades=6&sort=hardest');
  const ids = all.map(({ id }) => id);
  expect(ids.length).toBe(total);
  expect(ids.slice(0, 50)).toEqual(await idsOf(holloway, 'grades=6&sort=hardest'));
  const { items } = await holloway.ok('POST', '/api/items/rows', {
    items: ids.slice(0, 3).reverse(),
  });
  expect(items.map(({ id }) => id)).toEqual(ids.slice(0, 3).reverse());
});

test('all items of a passage are told in their order, which who may change the passage sets', async () => {
  const passage = await holloway.ok('POST', '/api/passages', {
    bank: myBank,
    clientKey: clientKey(),
    content: { title: 'The weir', body: '<p>Nobody had opened the sluice.</p>' },
  });
  const about = { passage: { id: passage.id, revision: passage.revisionId } };
  const ids: number[] = [];
  for (const stem of ['Who came first?', 'Who came second?', 'Who came last?'])
    ids.push(
      (
        await holloway.ok('POST', '/api/items', {
          clientKey: clientKey(),
          bank: myBank,
          folder: null,
          content: content(stem, about),
          facts,
        })
      ).id,
    );
  const path = `/api/passages/${passage.id}/items` as const;
  const order = async () => (await holloway.ok('GET', path)).items.map(({ id }) => id);
  expect(await order()).toEqual(ids);
  const [first, second, last] = ids;
  await holloway.ok('PUT', path, { items: [last, first] });
  // One that was not named stands behind the others.
  expect(await order()).toEqual([last, first, second]);
  expect((await lindqvist.get(path)).status).toBe(404);
  expect((await lindqvist.send('PUT', path, { items: ids })).status).toBe(404);
});
