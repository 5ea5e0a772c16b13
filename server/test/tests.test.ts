/**
 * Tests through their routes, on a real MariaDB: sharing, copies, the shelf, draws, forms, and what
 * a blueprint finds.
 */
import type { Filled, FillLine } from '@oaken/contract/assessments';
import { choicesOf } from './support/parts';
import { entriesOf, formOf, type Edition } from '@oaken/core/forms';
import { emptySection } from '@oaken/core/assessments';
import { fromJson, row, rows } from './support/sql';
import {
  clientKey,
  giveTest,
  openSchool,
  wishes,
  type School,
  type Visitor,
} from './support/school';

let school: School;
let holloway: Visitor;
let lindqvist: Visitor;
let nwosu: Visitor;
beforeAll(async () => {
  school = await openSchool();
  [holloway, lindqvist, nwosu] = (await Promise.all(
    ['holloway', 'lindqvist', 'nwosu'].map((text) => school.staff(text)),
  )) as [Visitor, Visitor, Visitor];
});
afterAll(() => school.close());

const refusal = async (reply: Promise<{ status: number; body: { title?: string } }>) => {
  const { status, body } = await reply;
  return [status, body.title];
};
const itemsFor = async (who: Visitor, query: string, n: number) =>
  (await who.ok('GET', `/api/items?${query}`)).items.slice(0, n).map(({ id }) => id) as number[];
const make = async (who: Visitor, title: string, itemIds: number[] = []) =>
  (await who.ok('POST', '/api/tests', { clientKey: clientKey(), title, kind: 'quiz', itemIds }))
    .id as number;
const read = (who: Visitor, id: number) => who.ok('GET', `/api/tests/${id}`);
const change = (who: Visitor, id: number, ...changes: unknown[]) =>
  who.ok('POST', `/api/tests/${id}/changes`, { changes });
const share = (who: Visitor, id: number, reach: string, shares: unknown[] = []) =>
  who.ok('PUT', `/api/tests/${id}/sharing`, { reach, shares });
const titles = async (who: Visitor, query = '') =>
  (await who.ok('GET', `/api/tests?${query}`)).tests.map(({ title }) => title) as string[];
const accountOf = async (who: Visitor) =>
  (await who.ok('GET', '/api/session')).account!.id as number;
const ready = { do: 'describe', facts: { ready: true } };

describe('sharing', () => {
  let id: number;
  beforeAll(
    async () =>
      (id = await make(
        holloway,
        'Shared work',
        await itemsFor(holloway, 'words=RAT&kind=single-choice', 4),
      )),
  );

  test('a draft is nobody’s to see until it is ready; then others read and copy it, and change nothing', async () => {
    await share(holloway, id, 'school');
    expect((await lindqvist.get(`/api/tests/${id}`)).status).toBe(404);
    await change(holloway, id, ready);
    const seen = await read(lindqvist, id);
    expect(seen).toMatchObject({ may: 'read', mine: false, owner: 'Maren Holloway' });
    const described = { changes: [{ do: 'describe', facts: { title: 'Taken over' } }] };
    expect(await refusal(lindqvist.post(`/api/tests/${id}/changes`, described))).toEqual([
      403,
      'This test belongs to somebody else.',
    ]);
    expect(
      await refusal(
        lindqvist.send('PUT', `/api/tests/${id}/sharing`, { reach: 'mine', shares: [] }),
      ),
    ).toEqual([403, 'This test belongs to somebody else.']);
    expect((await lindqvist.send('DELETE', `/api/tests/${id}`)).status).toBe(404);
    expect(
      (await lindqvist.ok('GET', `/api/tests/${id}/edition`)).edition.sections[0]!.entries,
    ).toHaveLength(4);
  });

  test('taking the last item out takes it off the shelf by itself, and undoing puts it back', async () => {
    const { outline } = await read(holloway, id);
    const [section] = outline.sections;
    for (const entry of section!.entries)
      await change(holloway, id, { do: 'remove', entry: entry.id });
    expect((await lindqvist.get(`/api/tests/${id}`)).status).toBe(404);
    for (const entry of section!.entries)
      await change(holloway, id, { do: 'put', entry, section: section!.id, before: null });
    expect((await read(lindqvist, id)).outline.sections[0]!.entries).toEqual(section!.entries);
  });

  test('a copy is whole and its owner’s; the original never knows', async () => {
    const before = await read(holloway, id);
    const body = { clientKey: clientKey(), title: 'My own' };
    const made = await Promise.all(
      [0, 1].map(() => lindqvist.ok('POST', `/api/tests/${id}/copy`, body)),
    );
    expect(made[0]).toEqual(made[1]);
    const copy = await read(lindqvist, made[0]!.id);
    expect(copy).toMatchObject({
      may: 'edit',
      mine: true,
      copiedFrom: { testId: id, title: 'Shared work', owner: 'Maren Holloway' },
    });
    await change(lindqvist, made[0]!.id, {
      do: 'remove',
      entry: copy.outline.sections[0]!.entries[0]!.id,
    });
    expect(await read(holloway, id)).toEqual(before);
  });

  test('a copy takes wordings of one test, and items of banks that its owner may not use, along as its own', async () => {
    const { banks } = await holloway.ok('GET', '/api/banks');
    const mine = banks.find((bank) => bank.mine && bank.reach === 'mine')!.id;
    const [hidden, plain] = await itemsFor(holloway, 'words=RAT&kind=single-choice', 2);
    await holloway.ok('POST', '/api/items/move', { items: [hidden], bank: mine, folder: null });
    const test = await make(holloway, 'With hidden items', [hidden!, plain!]);
    const { outline, revisions } = await read(holloway, test);
    const revision = revisions.find(({ itemId }) => itemId === plain);
    const entry = outline.sections[0]!.entries.find(({ itemId }) => itemId === plain);
    await holloway.ok('POST', `/api/tests/${test}/entries/${entry!.id}/revision`, {
      basedOn: revision!.id,
      content: { ...revision!.content, stem: '<p>For us alone</p>' },
      form: null,
    });
    await change(holloway, test, ready);
    await share(holloway, test, 'school');
    const { id: copy } = await lindqvist.ok('POST', `/api/tests/${test}/copy`, {
      clientKey: clientKey(),
      title: 'Copy',
    });
    const got = await read(lindqvist, copy);
    expect(got.revisions.map(({ forThisTest }) => forThisTest)).toEqual([true, true]);
    expect(got.revisions.find(({ itemId }) => itemId === hidden)!.bank).toMatchObject({
      may: null,
      name: 'a bank of a colleague',
    });
    // Whatever was in it may be taken out and put back, also when its bank is closed to me.
    const [first] = got.outline.sections[0]!.entries;
    await change(lindqvist, copy, { do: 'remove', entry: first!.id });
    await change(lindqvist, copy, {
      do: 'put',
      entry: first,
      section: got.outline.sections[0]!.id,
      before: null,
    });
    const strange = {
      ...first,
      id: 'strange1',
      revisionId: revisions.find(({ itemId }) => itemId === hidden)!.id,
    };
    expect(
      (
        await lindqvist.post(`/api/tests/${copy}/changes`, {
          changes: [
            { do: 'put', entry: strange, section: got.outline.sections[0]!.id, before: null },
          ],
        })
      ).status,
    ).toBe(404);
  });

  test('two who build it at the same time lose nothing', async () => {
    const test = await make(holloway, 'Together', await itemsFor(holloway, 'words=RAT', 2));
    await share(holloway, test, 'mine', [{ accountId: await accountOf(lindqvist), may: 'edit' }]);
    expect(await titles(lindqvist, 'shelf=mine')).toContain('Together');
    const { outline, version } = await read(lindqvist, test);
    const [section] = outline.sections;
    const fresh = await itemsFor(holloway, 'words=NUM', 6);
    const putting = async (who: Visitor, ids: number[], name: string) => {
      const { items } = await who.ok('POST', '/api/items/rows', { items: ids });
      for (const [index, item] of items.entries())
        await change(who, test, {
          do: 'put',
          entry: {
            id: `${name}-${index}`,
            itemId: item.id,
            revisionId: item.revisionId,
            points: 1,
          },
          section: section!.id,
          before: null,
        });
    };
    await Promise.all([
      putting(holloway, fresh.slice(0, 3), 'hers'),
      putting(lindqvist, fresh.slice(3), 'theirs'),
    ]);
    const after = await read(holloway, test);
    expect(after.version).toBe(version + 6);
    expect(after.builders).toEqual(['Tobias Lindqvist']);
    expect(after.outline.sections[0]!.entries.map(({ id }) => id).sort()).toEqual(
      [
        ...section!.entries.map(({ id }) => id),
        ...[0, 1, 2].flatMap((n) => [`hers-${n}`, `theirs-${n}`]),
      ].sort(),
    );
    expect((await lindqvist.ok('GET', `/api/tests/${test}/version`)).version).toBe(after.version);
  });
});

describe('single items out of a colleague’s test', () => {
  let river: number;
  let entries: { id: string; itemId: number; revisionId: number }[];
  let hidden: number;
  let plain: number;
  const copyOut = (who: Visitor, to: unknown, chosen = entries, key = clientKey()) =>
    who.post(`/api/tests/${river}/entries/copy`, {
      clientKey: key,
      entries: chosen.map(({ id }) => id),
      to,
    });
  const bankOf = async (who: Visitor) =>
    (await who.ok('GET', '/api/banks')).banks.find((bank) => bank.mine)!.id;

  /** One of a bank that nobody else may read, with its passage, and one of the school's. */
  beforeAll(async () => {
    const bank = await bankOf(holloway);
    const passage = await holloway.ok('POST', '/api/passages', {
      bank,
      clientKey: clientKey(),
      content: { title: 'The weir', body: '<p>Nobody had opened the sluice.</p>' },
    });
    const [first, second] = await itemsFor(holloway, 'words=GEO&kind=single-choice', 2);
    plain = second!;
    const { item } = await holloway.ok('GET', `/api/items/${first}`);
    const made = await holloway.ok('POST', '/api/items', {
      clientKey: clientKey(),
      bank,
      folder: null,
      content: { ...item.content, passage: { id: passage.id, revision: passage.revisionId } },
      facts: {
        subject: item.subject,
        grades: item.grades,
        standards: item.standards.map(({ id }) => id),
        depth: item.depth,
        seconds: item.seconds,
        tags: item.tags,
        author: 'M. Holloway',
        licence: item.licence,
      },
    });
    hidden = made.id;
    river = await make(holloway, 'By the river', [hidden, plain]);
    await change(holloway, river, ready);
    await share(holloway, river, 'school');
    entries = (await read(holloway, river)).outline.sections[0]!.entries;
  });

  test('come into my bank with their passage, their author and where they are from', async () => {
    const bank = await bankOf(lindqvist);
    expect((await lindqvist.get(`/api/items/${hidden}`)).status).toBe(404);
    const key = clientKey();
    const to = { kind: 'bank', bank, folder: null };
    const [reply, again] = [
      await copyOut(lindqvist, to, entries, key),
      await copyOut(lindqvist, to, entries, key),
    ];
    expect(again.body).toEqual(reply.body);
    const [copy] = (reply.body as { items: number[] }).items;
    const { item, sourceTest } = await lindqvist.ok('GET', `/api/items/${copy}`);
    expect(sourceTest).toEqual({ title: 'By the river', owner: 'Maren Holloway' });
    expect(item).toMatchObject({ bankId: bank, may: 'edit', author: 'M. Holloway' });
    const passage = await lindqvist.ok('GET', `/api/passages/${item.content.passage!.id}`);
    expect(passage).toMatchObject({ content: { title: 'The weir' }, passage: { bankId: bank } });
  });

  test('come into my test: as a wording of its own where I cannot read the bank, else as the bank’s item', async () => {
    const mine = await make(lindqvist, 'Mine');
    const { body } = await copyOut(lindqvist, { kind: 'test', test: mine });
    expect(body).toMatchObject({ items: [hidden, plain], already: 0 });
    const { revisions, outline } = await read(lindqvist, mine);
    expect(outline.sections[0]!.entries.map(({ itemId }) => itemId)).toEqual([hidden, plain]);
    expect(
      revisions.map(({ itemId, forThisTest, sourceTest }) => [itemId, forThisTest, sourceTest]),
    ).toEqual([
      [hidden, true, { title: 'By the river', owner: 'Maren Holloway' }],
      [plain, false, null],
    ]);
    const repeated = await copyOut(lindqvist, { kind: 'test', test: mine });
    expect(repeated.body).toMatchObject({ items: [], already: 2 });
  });

  test('still say whose they are, but not the title, when the test is no longer shared', async () => {
    const mine = await make(lindqvist, 'Later');
    await copyOut(lindqvist, { kind: 'test', test: mine }, entries.slice(0, 1));
    const [{ revisionId, id }] = (await read(lindqvist, mine)).outline.sections[0]!
      .entries as typeof entries as [(typeof entries)[number]];
    await share(holloway, river, 'mine');
    await lindqvist.ok('POST', `/api/tests/${mine}/entries/${id}/revision`, {
      basedOn: revisionId,
      content: {
        ...(await read(lindqvist, mine)).revisions[0]!.content,
        stem: '<p>Asked otherwise</p>',
      },
      form: null,
    });
    const { revisions } = await read(lindqvist, mine);
    await share(holloway, river, 'school');
    expect(revisions[0]!.sourceTest).toEqual({ title: null, owner: 'Maren Holloway' });
  });

  test('go nowhere that is not mine to change', async () => {
    const bank = await bankOf(holloway);
    expect((await copyOut(lindqvist, { kind: 'bank', bank, folder: null })).status).toBe(404);
    expect((await copyOut(lindqvist, { kind: 'test', test: river })).status).toBe(403);
    await share(holloway, river, 'mine');
    const own = { kind: 'bank', bank: await bankOf(lindqvist), folder: null };
    expect((await copyOut(lindqvist, own)).status).toBe(404);
  });
});

describe('standards of a test and of what was assigned', () => {
  let ratios: number;
  let other: { id: number; code: string };
  beforeAll(async () => {
    ratios = await make(
      holloway,
      'Ratios, read as data',
      await itemsFor(holloway, 'words=ma6rat1&kind=single-choice', 3),
    );
    const { frameworks } = await holloway.ok('GET', '/api/frameworks');
    other = frameworks[0]!.standards.find(({ code }) => code.startsWith('MA.6.NUM.'))!;
  });
  const shelved = async () =>
    (await holloway.ok('GET', '/api/tests?words=ratios,%20read')).tests.find(
      ({ id }) => id === ratios,
    )!.standards;
  const give = async () => {
    const { version } = await read(holloway, ratios);
    const { classes } = await holloway.ok('GET', '/api/classes');
    const { id: assignmentId } = await holloway.ok('POST', '/api/assignments', {
      clientKey: clientKey(),
      testId: ratios,
      testVersion: version,
      ...wishes([classes[0]!.id], school.clock.now + 7 * 86_400_000),
    });
    return holloway.ok('GET', `/api/assignments/${assignmentId}`);
  };

  test('are those of its items until its teacher gives it others, by which it is found', async () => {
    expect(await shelved()).toEqual(['MA.6.RAT.1']);
    await change(holloway, ratios, { do: 'describe', facts: { standards: [other.id] } });
    expect(await shelved()).toEqual([other.code]);
    expect(await titles(holloway, `standard=${other.id}`)).toContain('Ratios, read as data');
  });

  test('go along when it is assigned, and are changed there alone', async () => {
    const { assignment, standards, itemStandards } = await give();
    expect([standards, itemStandards.map(({ code }) => code)]).toEqual([
      [other.id],
      ['MA.6.RAT.1'],
    ]);
    const path = `/api/assignments/${assignment.id}/standards` as const;
    await holloway.ok('PUT', path, { standards: null });
    const { standards: now } = await holloway.ok('GET', `/api/assignments/${assignment.id}`);
    expect([now, await shelved()]).toEqual([null, [other.code]]);
    expect((await nwosu.send('PUT', path, { standards: [other.id] })).status).toBe(404);
  });

  test('that are in no framework are refused', async () => {
    const facts = { standards: [999_999] };
    const changes = [{ do: 'describe', facts }];
    expect(await refusal(holloway.post(`/api/tests/${ratios}/changes`, { changes }))).toEqual([
      404,
      expect.stringContaining('standard'),
    ]);
  });
});

describe('the shelf', () => {
  test('finds as banks find: words, standard, grade, size, and what each choice would give', async () => {
    expect(await titles(nwosu, 'shelf=school&words=rocks')).toEqual(['Rocks, water and wind']);
    // Words of its items find a test, and a colleague’s name.
    expect(await titles(nwosu, 'shelf=school&words=lindqvist%20rock')).toEqual([
      'Rocks, water and wind',
    ]);
    const all = await holloway.ok('GET', '/api/tests?shelf=mine&size=to-10');
    expect(all.tests.every(({ items }) => items <= 10)).toBe(true);
    const bySize = Object.fromEntries(all.counts.size);
    expect(bySize['to-10']).toBe(all.total);
    expect((await holloway.ok('GET', '/api/tests?shelf=mine&size=to-20')).total).toBe(
      bySize['to-20'],
    );
    const standard = (await row<{ id: number }>(
      school.database,
      "SELECT id FROM standards WHERE code = 'MA.6.RAT.1'",
    ))!.id;
    const page = await holloway.ok('GET', `/api/tests?standard=${standard}&sort=title`);
    expect(page.tests.every(({ standards }) => standards.includes('MA.6.RAT.1'))).toBe(true);
    expect(page.tests.map(({ title }) => title)).toContain('Ratios and unit rates');
    expect(await titles(nwosu, `standard=${standard}&shelf=mine`)).toEqual([]);
  });

  test('folders are each teacher’s own; what was in one lies a step up when it goes', async () => {
    const { id: outer } = await holloway.ok('POST', '/api/test-folders', {
      parent: null,
      name: 'Grade 6',
    });
    const { id: inner } = await holloway.ok('POST', '/api/test-folders', {
      parent: outer,
      name: 'Rates',
    });
    const [test] = (await holloway.ok('GET', '/api/tests?words=ratios')).tests;
    await holloway.ok('POST', '/api/tests/place', { tests: [test!.id], folder: inner });
    expect(await titles(holloway, `folder=${outer}`)).toEqual([test!.title]);
    expect(
      await refusal(holloway.send('PATCH', `/api/test-folders/${outer}`, { parent: inner })),
    ).toEqual([422, expect.any(String)]);
    await holloway.ok('DELETE', `/api/test-folders/${inner}`);
    expect((await holloway.ok('GET', '/api/tests?words=ratios')).tests[0]!.folder).toBe(outer);
    expect((await lindqvist.send('DELETE', `/api/test-folders/${outer}`)).status).toBe(404);
    expect(
      (await lindqvist.post('/api/tests/place', { tests: [test!.id], folder: null })).status,
    ).toBe(404);
  });
});

describe('draws and forms, from the test to the results', () => {
  const give = async (testId: number, forms: (string | null)[] = [null]) => {
    const { version } = await read(holloway, testId);
    const { classes } = await holloway.ok('GET', '/api/classes');
    const classIds = [classes.find(({ name }) => name === '6B')!.id];
    return holloway.post('/api/assignments', {
      clientKey: clientKey(),
      testId,
      testVersion: version,
      ...wishes(classIds, school.clock.now + 7 * 86_400_000),
      forms,
    });
  };
  const editionOf = async (assignmentId: number) =>
    fromJson<Edition>(
      (await row<{ content: unknown }>(
        school.database,
        'SELECT e.content FROM editions e JOIN assignments a ON a.edition_id = e.id WHERE a.id = :assignmentId',
        { assignmentId },
      ))!.content,
    );
  const dealt = (assignmentId: number) =>
    rows<{ seat: number; form: string | null }>(
      school.database,
      'SELECT seat, form FROM assignment_students WHERE assignment_id = :assignmentId ORDER BY seat',
      { assignmentId },
    );

  test('a draw larger than its pool is refused in words; one that fits uses all items evenly', async () => {
    const test = await make(
      holloway,
      'Drawn',
      await itemsFor(holloway, 'words=RAT&kind=single-choice', 5),
    );
    const [section] = (await read(holloway, test)).outline.sections;
    const draw = (count: number) =>
      change(holloway, test, {
        do: 'describe-section',
        section: section!.id,
        facts: { draw: { count, points: 2, search: null } },
      });
    await draw(6);
    const refused = await give(test);
    expect([refused.status, refused.body.errors![0]!.message]).toEqual([
      422,
      'Section 1 draws 6 items out of 5.',
    ]);
    await draw(2);
    const { body } = await give(test);
    const edition = await editionOf(body.id);
    const used = new Map<string, number>();
    const places = await dealt(body.id);
    for (const { seat } of places)
      for (const { id, points } of entriesOf(
        formOf(edition, { seed: 'x', seat }, { shuffleItems: false, shuffleChoices: true }),
      )) {
        used.set(id, (used.get(id) ?? 0) + 1);
        expect(points).toBe(2);
      }
    expect(new Set(places.map(({ seat }) => seat)).size).toBe(places.length);
    expect(Math.max(...used.values()) - Math.min(...used.values())).toBeLessThanOrEqual(1);

    // The first two in the deal have no item in common; results know who was asked what.
    const first = await rows<{ roster: number }>(
      school.database,
      'SELECT n.roster_number AS roster FROM assignment_students g JOIN enrollments n ON n.student_id = g.student_id AND n.class_id = g.class_id WHERE g.assignment_id = :id AND g.seat < 2',
      { id: body.id },
    );
    for (const { roster } of first) {
      const student = await school.student('6B', roster - 1);
      const attempt = await student.ok('POST', `/api/seat/assignments/${body.id}/attempt`);
      const entries = attempt.form.sections.flatMap((candidate) => candidate.entries);
      expect(entries).toHaveLength(2);
      expect(JSON.stringify(attempt)).not.toContain('"draw"');
      await student.ok('POST', `/api/seat/attempts/${attempt.id}/hand-in`, { answers: [] });
      const [listed] = (await student.ok('GET', '/api/seat')).assignments.filter(
        (assignment) => assignment.assignmentId === body.id,
      );
      expect([listed!.items, listed!.points]).toEqual([2, 4]);
    }
    const results = await holloway.ok('GET', `/api/assignments/${body.id}/results`);
    const finished = results.students.filter(({ state }) => state === 'handed-in');
    expect(
      finished.map(({ cells, maxPoints }) => [
        cells.filter((cell: unknown) => cell !== null).length,
        maxPoints,
      ]),
    ).toEqual([
      [2, 4],
      [2, 4],
    ]);
    expect(results.reliability.alpha).toEqual({
      value: null,
      reason: 'students had different items',
    });
    expect((await holloway.get(`/api/assignments/${body.id}/exports/students`)).status).toBe(200);
  });

  test('a draw from a search says how many there are, and takes none that the test has', async () => {
    const standard = (await row<{ id: number }>(
      school.database,
      "SELECT id FROM standards WHERE code = 'MA.6.RAT.2'",
    ))!.id;
    const search = { standard, grade: null, depth: null, bank: null };
    const all = await holloway.ok('GET', `/api/items?standard=${standard}&markedBy=machine`);
    const [item] = all.items;
    const test = await make(holloway, 'Searched', [item!.id]);
    const section = {
      id: 'drawn-section',
      title: 'Drawn',
      directions: '',
      minutes: null,
      keepOrder: false,
      draw: { count: 3, points: 1, search },
      entries: [],
    };
    const { pools } = await change(holloway, test, { do: 'put-section', section, before: null });
    expect(pools).toEqual({ 'drawn-section': all.total - 1 });
    expect(await holloway.ok('POST', '/api/tests/pool', { search, but: [item!.id] })).toEqual({
      total: all.total - 1,
    });
    const { body } = await give(test);
    const edition = await editionOf(body.id);
    expect(edition.sections[1]!.entries).toHaveLength(all.total - 1);
    expect(edition.sections[1]!.entries.map(({ itemId }) => itemId)).not.toContain(item!.id);
    expect(
      formOf(edition, { seed: 's', seat: 3 }, { shuffleItems: false, shuffleChoices: true })
        .sections[1]!.entries,
    ).toHaveLength(3);
  });

  test('forms go round in turn, with items of their own and the points of the places that they take', async () => {
    const ids = await itemsFor(holloway, 'words=RAT&kind=single-choice', 6);
    const test = await make(holloway, 'Two forms', ids.slice(0, 2));
    const { outline } = await read(holloway, test);
    const [first, second] = outline.sections[0]!.entries;
    const { items } = await holloway.ok('POST', '/api/items/rows', { items: [ids[5]] });
    const swap = {
      of: first!.id,
      id: 'swapped1',
      itemId: items[0]!.id,
      revisionId: items[0]!.revisionId,
    };
    const form = {
      id: 'form-b',
      name: 'B',
      note: 'for the second row',
      shuffle: false,
      mostChoices: 2,
      swaps: [swap],
      without: [second!.id],
      easier: false,
      passages: [],
    };
    await change(
      holloway,
      test,
      { do: 'put-form', form, before: null },
      { do: 'give-points', entry: first!.id, points: 5 },
    );
    expect((await give(test, ['no-such-form'])).status).toBe(404);
    // What is looked through and printed is what is given, each time.
    const [seen, again] = await Promise.all(
      [0, 1].map(() => holloway.ok('GET', `/api/tests/${test}/edition`)),
    );
    expect(again!.edition).toEqual(seen!.edition);
    const { body } = await give(test, [null, 'form-b']);
    expect(await editionOf(body.id)).toEqual(seen!.edition);
    expect((await dealt(body.id)).map(({ form: text }) => text).slice(0, 4)).toEqual([
      null,
      'form-b',
      null,
      'form-b',
    ]);
    const inB = (
      await rows<{ n: number }>(
        school.database,
        "SELECT e.roster_number AS n FROM assignment_students g JOIN enrollments e ON e.student_id = g.student_id AND e.class_id = g.class_id WHERE g.assignment_id = :id AND g.form = 'form-b' ORDER BY n",
        { id: body.id },
      )
    )[0]!.n;
    const student = await school.student('6B', inB - 1);
    const attempt = await student.ok('POST', `/api/seat/assignments/${body.id}/attempt`);
    const entries = attempt.form.sections.flatMap((section) => section.entries);
    expect(entries.map(({ id, points }) => [id, points])).toEqual([['swapped1', 5]]);
    expect(choicesOf(entries[0]!.item.parts[0])).toHaveLength(2);
    expect(JSON.stringify(attempt)).not.toContain('second row');
    await student.ok('POST', `/api/seat/attempts/${attempt.id}/hand-in`, { answers: [] });
    const [listed] = (await student.ok('GET', '/api/seat')).assignments.filter(
      (assignment) => assignment.assignmentId === body.id,
    );
    expect(listed!.score ?? null).toBeNull();
    const results = await holloway.ok('GET', `/api/assignments/${body.id}/results`);
    expect(results.students.find(({ state }) => state === 'handed-in')!.maxPoints).toBe(5);
  });
});

describe('changing what stands in a test', () => {
  test('a similar item has the standard and, where there is one, the depth; none comes twice', async () => {
    const { testId, test } = await giveTest(school, holloway);
    const entries = test.outline.sections[0]!.entries.map(({ id }) => id);
    const { found } = await holloway.ok('POST', `/api/tests/${testId}/similar`, {
      entries: [entries[0]],
      each: 5,
    });
    const { items } = found[0]!;
    const revision = test.revisions.find(
      ({ itemId }) => itemId === test.outline.sections[0]!.entries[0]!.itemId,
    );
    const codes = revision!.standards.map(({ code }) => code);
    for (const { item } of items) {
      expect(item.standards.some(({ code }) => codes.includes(code))).toBe(true);
      expect(test.outline.sections[0]!.entries.map(({ itemId }) => itemId)).not.toContain(item.id);
    }
    expect(items[0]!.sameDepth).toBe(true);
    const all = await holloway.ok('POST', `/api/tests/${testId}/similar`, { entries, each: 1 });
    const taken = all.found.flatMap((group) => group.items.map(({ item }) => item.id));
    expect(taken.length).toBeGreaterThan(2);
    expect(new Set(taken).size).toBe(taken.length);
    expect(
      (await lindqvist.post(`/api/tests/${testId}/similar`, { entries, each: 1 })).status,
    ).toBe(404);
  });

  test('a better wording goes back to the bank, never over one that nobody looked at', async () => {
    const { testId, test } = await giveTest(school, holloway);
    const [entry] = test.outline.sections[0]!.entries;
    const revision = test.revisions.find(({ id }) => id === entry!.revisionId);
    const path = `/api/tests/${testId}/entries/${entry!.id}` as const;
    expect(await refusal(holloway.post(`${path}/give-back`, { over: revision!.id }))).toEqual([
      409,
      'The bank has this wording already.',
    ]);
    const stem = '<p>Clearer than before: which is it?</p>';
    const revised = await holloway.ok('POST', `${path}/revision`, {
      basedOn: revision!.id,
      content: { ...revision!.content, stem },
      form: null,
    });
    const mine = revised.revisions.find(
      ({ itemId, forThisTest }) => itemId === entry!.itemId && forThisTest,
    );
    expect(await refusal(holloway.post(`${path}/give-back`, { over: mine!.id }))).toEqual([
      409,
      'Somebody else saved this item in the meantime.',
    ]);
    const given = await holloway.ok('POST', `${path}/give-back`, { over: mine!.bank.revisionId });
    const now = given.revisions.find(({ itemId }) => itemId === entry!.itemId);
    expect(now).toMatchObject({ forThisTest: false, content: { stem } });
    expect((await holloway.ok('GET', `/api/items/${entry!.itemId}`)).item).toMatchObject({
      revisionId: now!.id,
      content: { stem },
    });
  });

  test('an item that is changed for one form stands in that form alone', async () => {
    const test = await make(
      holloway,
      'Adapted',
      await itemsFor(holloway, 'words=RAT&kind=single-choice', 2),
    );
    const { outline, revisions } = await read(holloway, test);
    const [entry] = outline.sections[0]!.entries;
    const form = {
      id: 'easier',
      name: 'B',
      note: '',
      shuffle: false,
      mostChoices: null,
      swaps: [],
      without: [],
      easier: false,
      passages: [],
    };
    await change(holloway, test, { do: 'put-form', form, before: null });
    const revision = revisions.find(({ id }) => id === entry!.revisionId);
    const body = (basedOn: number, stem: string) => ({
      basedOn,
      content: { ...revision!.content, stem },
      form: 'easier',
    });
    const path = `/api/tests/${test}/entries/${entry!.id}/revision` as const;
    const first = await holloway.ok('POST', path, body(revision!.id, '<p>Easier</p>'));
    const [swap] = first.outline.forms[0]!.swaps;
    expect(swap).toMatchObject({ of: entry!.id, itemId: entry!.itemId });
    expect(first.outline.sections[0]!.entries[0]).toEqual(entry);
    // Changed again it keeps its place, and who works from an older wording is told.
    const second = await holloway.ok('POST', path, body(swap!.revisionId, '<p>Easier still</p>'));
    expect(second.outline.forms[0]!.swaps[0]!.id).toBe(swap!.id);
    expect((await holloway.post(path, body(swap!.revisionId, '<p>Too late</p>'))).status).toBe(409);
  });

  test('items that were declared apart are told, whichever was named first', async () => {
    const ids = await itemsFor(holloway, 'words=RAT&kind=single-choice', 2);
    const test = await make(holloway, 'Apart', ids);
    const apart = (items: number[], now: boolean) =>
      holloway.ok('POST', '/api/items/enemies', { items, apart: now });
    await apart([ids[1]!, ids[0]!], true);
    await apart([ids[0]!, ids[1]!], true);
    expect((await read(holloway, test)).enemies).toEqual([[Math.min(...ids), Math.max(...ids)]]);
    await apart(ids, false);
    expect((await read(holloway, test)).enemies).toEqual([]);
    expect(
      (await holloway.post('/api/items/enemies', { items: [ids[0], ids[0]], apart: true })).status,
    ).toBe(404);
  });

  test('what does not fit is said at the place: points below zero, a limit of no time, too many items', async () => {
    const test = await make(holloway, 'Odd', []);
    const [section] = (await read(holloway, test)).outline.sections;
    const messages = async (wanted: unknown) =>
      (await holloway.post(`/api/tests/${test}/changes`, { changes: [wanted] })).body.errors!.map(
        ({ message }) => message,
      );
    expect(
      await messages({
        do: 'put',
        entry: { id: 'entry1', itemId: 1, revisionId: 1, points: -1 },
        section: section!.id,
        before: null,
      }),
    ).toEqual(['Points cannot be below zero.']);
    expect(await messages({ do: 'describe', facts: { minutes: 0 } })).toEqual([
      'A limit must be longer than no time at all.',
    ]);
    expect(await messages({ do: 'describe', facts: { heldTotal: 0 } })).toEqual([
      'The total must be above zero.',
    ]);
    expect(
      await messages({
        do: 'describe-section',
        section: section!.id,
        facts: { draw: { count: 0, points: 1, search: null } },
      }),
    ).toEqual(['A draw gives at least one item.']);
    const many = Array.from({ length: 300 }, (_, index) => index + 1);
    const refused = await holloway.post('/api/tests', {
      clientKey: clientKey(),
      title: 'Long',
      kind: 'test',
      itemIds: many,
    });
    expect([refused.status, refused.body.errors![0]!.message]).toEqual([
      422,
      'A test holds at most 200 items. Select fewer.',
    ]);
  });
});

describe('blueprints', () => {
  const fillLines = async (testId: number, body: unknown): Promise<FillLine[]> =>
    String((await holloway.post(`/api/tests/${testId}/fill`, body)).body)
      .split('\n')
      .filter(Boolean)
      .map((line) => JSON.parse(line));
  const blueprint = {
    measure: 'items',
    byDepth: false,
    rows: [] as unknown[],
    minutes: null,
    facility: null,
    unknownToo: false,
    level: 'any',
    variantsOnly: false,
    byHand: null,
    banks: [],
    grades: [],
    without: [],
  };
  const standardOf = async (code: string) =>
    (await row<{ id: number }>(school.database, 'SELECT id FROM standards WHERE code = :code', {
      code,
    }))!.id;

  test('are filled from the banks that I may use, strands too, keeping in and out what was said', async () => {
    const test = await make(holloway, 'By blueprint', []);
    const [rates, strand] = [await standardOf('MA.6.RAT.2'), await standardOf('MA.NUM')];
    const rowsWanted = [
      { standard: rates, wants: [3] },
      { standard: strand, wants: [2] },
    ];
    const [keep, out] = await itemsFor(holloway, `standard=${rates}`, 2);
    const lines = await fillLines(test, {
      blueprint: { ...blueprint, rows: rowsWanted, without: [out] },
      keep: [keep],
      forms: 1,
      seconds: 5,
    });
    expect(lines[0]).toMatchObject({ line: 'step', what: 'reading' });
    const filled = lines.at(-1) as Filled;
    expect(filled).toMatchObject({ line: 'done', shortfalls: [], nearest: true });
    const items = filled.forms[0];
    expect(items).toHaveLength(5);
    expect(items!.map(({ id }) => id)).toContain(keep);
    expect(items!.map(({ id }) => id)).not.toContain(out);
    expect(items!.filter(({ standards }) => standards.some(({ id }) => id === rates)).length).toBe(
      3,
    );
    expect(
      items!.filter(({ standards }) => standards.some(({ code }) => code.includes('.NUM.'))).length,
    ).toBe(2);
  });

  test('that cannot be filled say which cells, by how many; that contradict themselves are refused in words', async () => {
    const test = await make(holloway, 'Too much', []);
    const rates = await standardOf('MA.6.RAT.2');
    const { total } = await holloway.ok('GET', `/api/items?standard=${rates}`);
    const lines = await fillLines(test, {
      blueprint: { ...blueprint, rows: [{ standard: rates, wants: [total + 4] }] },
      keep: [],
      forms: 1,
      seconds: 5,
    });
    const { shortfalls, forms } = lines.at(-1) as Filled;
    const [missing] = shortfalls;
    expect(missing).toMatchObject({ what: 'short', row: 0, column: 0 });
    expect(forms[0]!.length).toBe(total + 4 - missing!.by);
    const refused = async (currentChange: object) =>
      (
        await holloway.post(`/api/tests/${test}/fill`, {
          blueprint: { ...blueprint, ...currentChange },
          keep: [],
          forms: 1,
          seconds: 5,
        })
      ).body.errors!.map(({ message }) => message);
    expect(await refused({ rows: [] })).toEqual([expect.stringContaining('no rows')]);
    expect(await refused({ rows: [{ standard: rates, wants: [0] }] })).toEqual([
      expect.stringContaining('wants nothing'),
    ]);
    expect(
      await refused({
        rows: [
          { standard: rates, wants: [1] },
          { standard: rates, wants: [1] },
        ],
      }),
    ).toEqual([expect.stringContaining('two rows')]);
    expect(await refused({ rows: [{ standard: rates, wants: [201] }] })).toEqual([
      expect.stringContaining('at most 200'),
    ]);
    expect(
      (
        await lindqvist.post(`/api/tests/${test}/fill`, {
          blueprint: { ...blueprint, rows: [{ standard: rates, wants: [1] }] },
          keep: [],
          forms: 1,
          seconds: 5,
        })
      ).status,
    ).toBe(404);
  });

  test('that take too long, or break, say so and change nothing', async () => {
    const test = await make(holloway, 'Too slow', []);
    const rates = await standardOf('MA.6.RAT.2');
    const body = {
      blueprint: { ...blueprint, rows: [{ standard: rates, wants: [1] }] },
      keep: [],
      forms: 1,
      seconds: 5,
    };
    const { context } = school.app;
    const before = context.assembler;
    const filledWords = async (fill: typeof before.fill) => {
      context.assembler = { fill };
      return (await fillLines(test, body)).at(-1);
    };
    expect(await filledWords(async () => null)).toEqual({
      line: 'failed',
      words: 'Nothing that fits was found within 5 seconds. Give it more time, or ask for less.',
    });
    expect(await filledWords(() => Promise.reject(new Error('out of memory')))).toEqual({
      line: 'failed',
      words: 'The machine could not finish. Nothing was changed; try again.',
    });
    expect(JSON.parse(school.log.at(-1)!)).toMatchObject({
      err: { message: 'out of memory' },
      msg: 'a blueprint could not be filled',
    });
    context.assembler = before;
    expect((await read(holloway, test)).outline.sections[0]!.entries).toEqual([]);
  });
});

describe('changes that a page sends again', () => {
  const build = async () => {
    const { id } = await holloway.ok('POST', '/api/tests', {
      clientKey: clientKey(),
      title: 'Rates',
      kind: 'quiz',
      itemIds: [],
    });
    const read = () => holloway.ok('GET', `/api/tests/${id}`);
    const send = (body: object) => holloway.post(`/api/tests/${id}/changes`, body);
    return { read, send, before: await read() };
  };
  const section = (id: string) => ({
    do: 'put-section',
    section: { ...emptySection(id, []) },
    before: null,
  });
  const retitle = (title: string) => ({ do: 'describe', facts: { title } });

  test('count once under their key', async () => {
    const { read, send, before } = await build();
    const body = { changes: [section('fresh1')], clientKey: clientKey() };
    expect((await send(body)).status).toBe(200);
    const again = await send(body);
    expect([again.status, again.body.version]).toEqual([200, before.version + 1]);
    expect((await read()).outline.sections).toHaveLength(before.outline.sections.length + 1);
  });
  test('are refused under their name where a colleague has written something else meanwhile', async () => {
    const { read, send } = await build();
    await send({ changes: [retitle('Ratios')] });
    const mine = { changes: [retitle('Unit rates')], against: [retitle('Rates')] };
    expect(await send(mine)).toMatchObject({
      status: 409,
      body: {
        type: '/problems/changed-by-colleague',
        detail: 'The title is “Ratios” now; yours was “Unit rates”.',
      },
    });
    expect((await read()).outline.title).toBe('Ratios');
    expect((await send({ ...mine, against: [retitle('Ratios')] })).status).toBe(200);
  });
});
