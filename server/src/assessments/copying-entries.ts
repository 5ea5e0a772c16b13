/** Single items out of a test that I may read: into a test of mine or a bank of mine, whatever bank they lie in. */
import { present, valueOf } from '@oaken/core/certain';
import type { AnswerOf, api, BodyOf } from '@oaken/contract';
import {
  allEntries,
  allPins,
  applyChange,
  ChangeRefused,
  describedByFirst,
  putsAtEnd,
  readOutline,
  type Entry,
  type Outline,
  type PassageOf,
} from '@oaken/core/assessments';
import { createHash } from 'node:crypto';
import type { Transaction } from 'sequelize';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import { insertItem } from '../banks/item-writing';
import { writeRevision } from '../banks/revisions';
import { readableBanks } from '../banks/rights';
import { factsOf, readRevisions } from '../banks/rows';
import { insistOnFolder } from '../banks/shelves';
import type { Context } from '../context';
import { copyPassage } from '../passages/service';
import { notFound, problem } from '../problems/problem';
import { isFirst } from './building';
import { usableRevisions } from './copying';
import { hold, newKey, store } from './outlines';

type Wanted = BodyOf<typeof api.copyEntries>;
type Copied = AnswerOf<typeof api.copyEntries>;
type Row = Awaited<ReturnType<typeof readRevisions>>[number];

/** An entry of the test that is copied from, with what it asks. */
interface Source {
  entry: Entry;
  row: Row;
}

export async function copyEntries(
  context: Context,
  me: SignedIn,
  testId: number,
  { clientKey, entries, to }: Wanted,
): Promise<Copied> {
  return context.database.transaction(async (transaction) => {
    const sources = await sourcesIn(context, me, { testId, entries }, transaction);
    const from = { testId, clientKey };
    return to.kind === 'bank'
      ? intoBank(context, me, { ...from, sources, to }, transaction)
      : intoTest(context, me, { ...from, sources, target: to.test }, transaction);
  });
}

/** The entries in the order of the test. */
async function sourcesIn(
  { database }: Context,
  me: SignedIn,
  { testId, entries }: { testId: number; entries: readonly string[] },
  transaction: Transaction,
): Promise<Source[]> {
  const test = await database.models.Test.scope(rule('readableBy', me)).findOne({
    where: { id: testId, removedAt: null },
    transaction,
  });
  if (!test) throw notFound('test');
  const wanted = new Set(entries);
  const chosen = allEntries(readOutline(test.outline)).filter(({ id }) => wanted.has(id));
  if (chosen.length < wanted.size) throw notFound('itemInTest');
  const revisionIds = [...new Set(chosen.map(({ revisionId }) => revisionId))];
  const rows = await readRevisions(database, me, revisionIds, transaction);
  const rowOf = new Map(rows.map((row) => [row.revisionId, row]));
  return chosen.map((entry) => ({ entry, row: valueOf(rowOf, entry.revisionId) }));
}

/** A key for each thing that one press of a button makes. */
const keyFor = (clientKey: string, of: string) =>
  createHash('sha256').update(`${clientKey} ${of}`).digest('hex').slice(0, 36);

async function intoBank(
  context: Context,
  me: SignedIn,
  given: {
    testId: number;
    clientKey: string;
    sources: readonly Source[];
    to: { bank: number; folder: number | null };
  },
  transaction: Transaction,
): Promise<Copied> {
  const { database, now } = context;
  const { bank, folder } = given.to;
  await insistOnFolder(database, me, given.to, transaction);
  const readable = new Set((await readableBanks(database, me, transaction)).keys());
  const items: number[] = [];
  for (const { entry, row } of given.sources) {
    const clientKey = keyFor(given.clientKey, entry.id);
    const made = await database.models.Item.findOne({
      where: { createdBy: me.account.id, clientKey },
      transaction,
    });
    const content = made
      ? row.content
      : await withPassage(
          context,
          me,
          { content: row.content, readable, bank, key: given.clientKey },
          transaction,
        );
    const copy = {
      bank,
      folder,
      content,
      facts: factsOf(row),
      clientKey,
      at: now(),
      source: { item: row.id, revision: await bankRevision(context, row, transaction) },
      sourceTestId: given.testId,
    };
    items.push((made ?? (await insertItem(database, me, copy, transaction))).id);
  }
  return { items, entries: [], already: 0 };
}

/** The bank's revision that a wording goes back to: later changes there are told against it. */
async function bankRevision(
  { database }: Context,
  row: Row,
  transaction: Transaction,
): Promise<number> {
  if (row.testId === null) return row.revisionId;
  const item = await database.models.Item.findByPk(row.id, { transaction });
  return present(item?.revisionId, 'revision of the item');
}

/** The content with a passage that whoever uses the bank may read: a copy of it where the bank of the passage is not mine to read. */
async function withPassage(
  context: Context,
  me: SignedIn,
  given: { content: Row['content']; readable: ReadonlySet<number>; bank: number; key: string },
  transaction: Transaction,
): Promise<Row['content']> {
  const { content, readable, bank } = given;
  if (!content.passage) return content;
  const passage = await context.database.models.Passage.findByPk(content.passage.id, {
    transaction,
  });
  if (!passage || readable.has(passage.bankId)) return content;
  const clientKey = keyFor(given.key, `passage ${content.passage.revision}`);
  const copy = await copyPassage(
    context,
    me,
    { bank, clientKey, revision: content.passage.revision },
    transaction,
  );
  return { ...content, passage: copy };
}

async function intoTest(
  context: Context,
  me: SignedIn,
  given: { testId: number; clientKey: string; sources: readonly Source[]; target: number },
  transaction: Transaction,
): Promise<Copied> {
  const { database, now } = context;
  const held = await hold(database, me, given.target, transaction);
  const pinned = new Set(allPins(held.outline).map(({ itemId }) => itemId));
  const missing = given.sources.filter(({ row }) => !pinned.has(row.id));
  const already = given.sources.length - missing.length;
  const sent = { testId: given.target, clientKey: given.clientKey, time: new Date(now()) };
  if (!(await isFirst(database, sent, transaction))) return { items: [], entries: [], already: 0 };
  const usable = await usableRevisions(
    database,
    me,
    missing.map(({ row }) => row.revisionId),
    transaction,
  );
  const copies: Entry[] = [];
  for (const { entry, row } of missing) {
    const revision = {
      itemId: row.id,
      testId: given.target,
      basedOn: row.revisionId,
      content: row.content,
      facts: factsOf(row),
      by: me.account.id,
      at: now(),
      sourceTestId: given.testId,
    };
    const revisionId = usable.has(row.revisionId)
      ? row.revisionId
      : await writeRevision(database, revision, transaction);
    copies.push({ ...entry, id: newKey(), revisionId });
  }
  const passageOf = await passagesOf(context, [...allPins(held.outline), ...copies], transaction);
  const outline = withEntries(held.outline, copies, missing[0]?.row ?? null, passageOf);
  await store(context, me, given.target, outline, held.outline, transaction);
  return {
    items: copies.map(({ itemId }) => itemId),
    entries: copies.map(({ id }) => id),
    already,
  };
}

/** Which passage each pinned revision asks about. */
async function passagesOf(
  { database }: Context,
  pins: readonly { revisionId: number }[],
  transaction: Transaction,
): Promise<PassageOf> {
  const revisions = await database.models.Revision.findAll({
    attributes: ['id', 'passageId'],
    where: { id: pins.map(({ revisionId }) => revisionId) },
    transaction,
  });
  const passages = new Map(revisions.map(({ id, passageId }) => [id, passageId]));
  return ({ revisionId }) => passages.get(revisionId) ?? null;
}

/** @param first the first of the items, by which a test that says nothing yet is described */
function withEntries(
  outline: Outline,
  entries: readonly Entry[],
  first: Row | null,
  passageOf: PassageOf,
): Outline {
  const described = first ? describedByFirst(outline, first) : [];
  try {
    return [...putsAtEnd(outline, entries, passageOf), ...described].reduce(
      (next, change) => applyChange(next, change).outline,
      outline,
    );
  } catch (error) {
    if (error instanceof ChangeRefused)
      throw problem('change-does-not-fit', { why: error.message });
    throw error;
  }
}
