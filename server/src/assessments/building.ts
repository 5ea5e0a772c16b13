/** Making and changing tests. */
import { present } from '@oaken/core/certain';
import type { api, BodyOf } from '@oaken/contract';
import {
  allEntries,
  applyChange,
  ChangeRefused,
  conflictIn,
  conflictInWords,
  emptyOutline,
  emptySection,
  type Change,
  type Entry,
  type Outline,
} from '@oaken/core/assessments';
import { type Transaction, Op } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import { reviseItem } from '../banks/item-writing';
import { refuseBroken, writeRevision } from '../banks/revisions';
import { factsOf, readItems, readRevisions } from '../banks/rows';
import type { Context } from '../context';
import { type Database } from '../database/connect';
import { notFound, problem } from '../problems/problem';
import { checkChange } from './references';
import { hold, newKey, pin, store } from './outlines';
import { createOnce } from '../database/create-once';

/** Writes a new test of mine; the same client key again is the same press of the button again. */
export async function insertTest(
  { database, now }: Context,
  me: SignedIn,
  newTest: { clientKey: string; outline: Outline; source: { id: number; title: string } | null },
  transaction: Transaction,
): Promise<{ id: number; fresh: boolean }> {
  const { id: ownerId, schoolId } = me.account;
  const time = new Date(now());
  const { clientKey, outline, source } = newTest;
  const { row, fresh } = await createOnce(
    database.models.Test,
    { ownerId, clientKey },
    {
      schoolId,
      ownerId,
      title: outline.title,
      outline,
      clientKey,
      createdAt: time,
      changedAt: time,
      sourceTestId: source?.id ?? null,
      sourceTitle: source?.title ?? '',
    },
    transaction,
  );
  return { id: row.id, fresh };
}

export async function makeTest(
  context: Context,
  me: SignedIn,
  wanted: BodyOf<typeof api.makeTest>,
) {
  const { database } = context;
  const items = await pickedItems(database, me, wanted.itemIds);
  const entries = items.map(({ id, revisionId, points }): Entry => ({
    id: newKey(),
    itemId: id,
    revisionId,
    points,
  }));
  // Items of one passage come in beside each other, where its first one was picked.
  const passageOf = new Map(items.map(({ id, content }) => [id, content.passage?.id ?? null]));
  const firstOf = ({ itemId }: Entry, index: number) => {
    const passage = passageOf.get(itemId);
    return passage == null
      ? index
      : entries.findIndex((entry) => passageOf.get(entry.itemId) === passage);
  };
  const ordered = entries
    .map((entry, index) => ({ entry, at: index, first: firstOf(entry, index) }))
    .sort((a, b) => a.first - b.first || a.at - b.at)
    .map(({ entry }) => entry);
  const outline: Outline = {
    ...emptyOutline(wanted.title, wanted.kind, emptySection(newKey(), ordered)),
    subject: items[0]?.subject ?? '',
    grades: [...new Set(items.flatMap(({ grades }) => grades))].sort((a, b) => a - b),
  };
  return database.transaction(async (transaction) => {
    const { id } = await insertTest(
      context,
      me,
      { clientKey: wanted.clientKey, outline, source: null },
      transaction,
    );
    await pin(database, id, outline, null, transaction);
    return { id };
  });
}

async function pickedItems(database: Database, me: SignedIn, itemIds: number[]) {
  const wanted = [...new Set(itemIds)];
  const items = (await readItems(database, me, wanted)).filter(({ may }) => may !== 'read');
  if (items.length < wanted.length)
    throw problem('picked-items-gone', { items: wanted.length - items.length });
  return items;
}

export async function changeTest(
  context: Context,
  me: SignedIn,
  testId: number,
  { changes, clientKey, against }: BodyOf<typeof api.changeTest>,
): Promise<void> {
  const { database, now } = context;
  await database.transaction(async (transaction) => {
    const held = await hold(database, me, testId, transaction);
    if (
      clientKey !== undefined &&
      !(await isFirst(database, { testId, clientKey, time: new Date(now()) }, transaction))
    )
      return;
    let outline = held.outline;
    if (against) refuseReplacing(outline, changes, against);
    try {
      for (const change of changes) {
        await checkChange(database, me, { testId, outline, change }, transaction);
        outline = applyChange(outline, change).outline;
      }
    } catch (error) {
      if (error instanceof ChangeRefused)
        throw problem('change-does-not-fit', { why: error.message });
      throw error;
    }
    await store(context, me, testId, outline, held.outline, transaction);
  });
}

/**
 * Changes that waited do not write over what others wrote meanwhile; what does not fit at all is
 * refused when it is applied.
 */
function refuseReplacing(
  outline: Outline,
  changes: readonly Change[],
  against: readonly Change[],
): void {
  const paired = changes.flatMap((change, index) =>
    against[index] ? [{ change, inverse: against[index] }] : [],
  );
  const conflict = conflictIn(outline, paired);
  if (!conflict || conflict.refusal !== null) return;
  const words = conflictInWords(outline, conflict.change);
  throw problem('changed-by-colleague', { theirs: words });
}

/** Whether these changes have not been applied before; the test is locked, so nobody else asks meanwhile. */
export async function isFirst(
  database: Database,
  sent: { testId: number; clientKey: string; time: Date },
  transaction: Transaction,
): Promise<boolean> {
  const { testId, clientKey, time } = sent;
  const { SentChange } = database.models;
  if ((await SentChange.count({ where: { testId, clientKey }, transaction })) > 0) return false;
  await SentChange.create({ testId, clientKey, sentAt: time }, { transaction });
  return true;
}

/** A page that was without network for longer than this asks for the test anew. */
const rememberedFor = 60 * 86_400_000;

export async function forgetSentChanges({
  database,
  now,
}: Pick<Context, 'database' | 'now'>): Promise<void> {
  await database.models.SentChange.destroy({
    where: { sentAt: { [Op.lt]: new Date(now() - rememberedFor) } },
    limit: 10_000,
  });
}

/** What an entry pins in a form, or in the first. */
function pinnedIn(outline: Outline, entryId: string, form: string | null) {
  const entry = allEntries(outline).find(({ id }) => id === entryId);
  if (!entry) throw notFound('itemInTest');
  if (form === null) return entry;
  const dealtForm = outline.forms.find(({ id }) => id === form);
  if (!dealtForm) throw notFound('form');
  return dealtForm.swaps.find(({ of }) => of === entryId) ?? { ...entry, id: newKey() };
}

export async function reviseEntry(
  context: Context,
  me: SignedIn,
  testId: number,
  entryId: string,
  { basedOn, content, form }: BodyOf<typeof api.reviseEntry>,
): Promise<void> {
  const { database, now } = context;
  await database.transaction(async (transaction) => {
    const held = await hold(database, me, testId, transaction);
    const { id, itemId, revisionId } = pinnedIn(held.outline, entryId, form);
    if (revisionId !== basedOn) throw problem('item-changed-meanwhile');
    await refuseBroken(database, content, [], transaction);
    const [stored] = await readRevisions(database, me, [basedOn], transaction);
    const base = present(stored, 'revision that was changed');
    const made = await writeRevision(
      database,
      {
        itemId: base.id,
        testId,
        basedOn,
        content,
        facts: factsOf(base),
        by: me.account.id,
        at: now(),
      },
      transaction,
    );
    const change: Change =
      form === null
        ? { do: 'revise', entry: entryId, revisionId: made }
        : { do: 'swap', form, of: entryId, swap: { of: entryId, id, itemId, revisionId: made } };
    await store(
      context,
      me,
      testId,
      applyChange(held.outline, change).outline,
      held.outline,
      transaction,
    );
  });
}

/** The wording that an entry has in this test becomes the bank's, under the rights and checks of the bank. */
export async function giveBack(
  context: Context,
  me: SignedIn,
  testId: number,
  entryId: string,
  over: number,
) {
  const { database } = context;
  const built = await database.transaction((transaction) =>
    hold(database, me, testId, transaction),
  );
  const entry = pinnedIn(built.outline, entryId, null);
  const [row] = await readRevisions(database, me, [entry.revisionId]);
  if (row?.testId !== testId) throw problem('bank-has-wording');
  const { revisionId } = await reviseItem(context, me, row.id, {
    basedOn: over,
    content: row.content,
    facts: factsOf(row),
  });
  await changeTest(context, me, testId, {
    changes: [{ do: 'revise', entry: entryId, revisionId }],
  });
}
