import type { api, BodyOf } from '@oaken/contract';
import type { PassageRow } from '@oaken/contract/passages';
import { passageWords, type PassageContent } from '@oaken/core/passages';
import { type Transaction, Op } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import { insistOnFolder } from '../banks/shelves';
import type { Context } from '../context';
import { toMillis, type Database } from '../database/connect';
import { notFound, problem } from '../problems/problem';
import { insistOnPassageWording } from '../wording';
import { type BankAccess, readableBanks } from '../banks/rights';
import type { Passage, PassageRevision } from '../models';
import { createOnce } from '../database/create-once';
import { escapeLike } from '../database/escape-like';
import { factsOf, readRevisions } from '../banks/rows';
import { present } from '@oaken/core/certain';
import { writeRevision } from '../banks/revisions';

export async function listPassages(
  { database }: Context,
  me: SignedIn,
  words = '',
): Promise<{ passages: PassageRow[] }> {
  const typed = words.split(/\s+/).filter(Boolean).slice(0, 8);
  const banks = await readableBanks(database, me);
  const passages = await database.models.Passage.findAll({
    where: { bankId: [...banks.keys()] },
    include: [
      {
        association: 'revision',
        where: {
          [Op.and]: typed.map((word) => ({ words: { [Op.substring]: escapeLike(word) } })),
        },
      },
    ],
  });
  const rows = await asRows(database, banks, passages);
  return { passages: rows.sort((a, b) => a.title.localeCompare(b.title)).slice(0, 100) };
}

/** Passages that were read with their revision, as the contract tells them. */
async function asRows(
  { models }: Database,
  banks: ReadonlyMap<number, BankAccess>,
  passages: readonly Passage[],
): Promise<PassageRow[]> {
  const items = await models.Item.findAll({
    attributes: ['id'],
    where: { retiredAt: null },
    include: [
      {
        association: 'revision',
        attributes: ['passageId'],
        where: { passageId: passages.map(({ id }) => id) },
      },
    ],
  });
  return passages.map(({ id, bankId, revision }) => {
    const bank = present(banks.get(bankId), 'bank of the passage');
    const { id: revisionId, content } = present(revision, 'revision of the passage');
    return {
      id,
      revisionId,
      bank: bank.name,
      bankId,
      may: bank.right,
      title: content.title,
      items: items.filter((item) => item.revision?.passageId === id).length,
    };
  });
}

export async function readPassage(
  { database }: Context,
  me: SignedIn,
  passageId: number,
  revision: number | undefined,
) {
  const { Passage, PassageRevision } = database.models;
  const banks = await readableBanks(database, me);
  const row = await Passage.findOne({
    where: { id: passageId, bankId: [...banks.keys()] },
    include: ['revision'],
  });
  if (!row) throw notFound('passage');
  const wanted = revision
    ? await PassageRevision.findOne({ where: { id: revision, passageId } })
    : row.revision;
  if (!wanted) throw notFound('revisionOfPassage');
  const revisions = await PassageRevision.findAll({
    attributes: ['id', 'number', 'createdAt'],
    where: { passageId },
    include: ['creator'],
    order: [['id', 'DESC']],
    limit: 100,
  });
  const [passage] = await asRows(database, banks, [row]);
  return {
    passage: present(passage, 'passage'),
    content: wanted.content,
    revisions: revisions.map(({ id, number, creator, createdAt }) => ({
      id,
      number,
      by: creator?.fullName ?? '',
      at: toMillis(createdAt),
    })),
  };
}

async function write(
  { database, now }: Context,
  me: SignedIn,
  passage: Passage,
  content: PassageContent,
  transaction: Transaction,
): Promise<number> {
  const { PassageRevision } = database.models;
  const passageId = passage.id;
  const last = await PassageRevision.max<number | null, PassageRevision>('number', {
    where: { passageId },
    transaction,
  });
  const { id } = await PassageRevision.create(
    {
      passageId,
      number: (last ?? 0) + 1,
      content,
      words: passageWords(content),
      createdBy: me.account.id,
      createdAt: new Date(now()),
    },
    { transaction },
  );
  await passage.update({ revisionId: id }, { transaction });
  return id;
}

export async function makePassage(
  context: Context,
  me: SignedIn,
  { bank, clientKey, content }: BodyOf<typeof api.makePassage>,
) {
  const { database, now } = context;
  return database.transaction(async (transaction) => {
    await insistOnFolder(database, me, { bank, folder: null }, transaction);
    await insistOnPassageWording(content);
    const createdBy = me.account.id;
    const { row: passage, fresh } = await createOnce(
      database.models.Passage,
      { createdBy, clientKey },
      { bankId: bank, createdBy, createdAt: new Date(now()), clientKey },
      transaction,
    );
    const revisionId = fresh
      ? await write(context, me, passage, content, transaction)
      : present(passage.revisionId, 'revision of the passage');
    return { id: passage.id, revisionId };
  });
}

/** A passage as it stood, in another bank; the same key again is the same copy. Whether it may be read was asked before. */
export async function copyPassage(
  context: Context,
  me: SignedIn,
  { bank, clientKey, revision }: { bank: number; clientKey: string; revision: number },
  transaction: Transaction,
): Promise<{ id: number; revision: number }> {
  const { models } = context.database;
  const source = await models.PassageRevision.findByPk(revision, { transaction });
  const { content } = present(source, 'revision of the passage');
  const createdBy = me.account.id;
  const { row: passage, fresh } = await createOnce(
    models.Passage,
    { createdBy, clientKey },
    { bankId: bank, createdBy, createdAt: new Date(context.now()), clientKey },
    transaction,
  );
  const made = fresh
    ? await write(context, me, passage, content, transaction)
    : present(passage.revisionId, 'revision of the passage');
  return { id: passage.id, revision: made };
}

export async function revisePassage(
  context: Context,
  me: SignedIn,
  passageId: number,
  { basedOn, content }: BodyOf<typeof api.revisePassage>,
): Promise<{ revisionId: number; items: number }> {
  const { database } = context;
  return database.transaction(async (transaction) => {
    const banks = await readableBanks(database, me, transaction);
    const passage = await database.models.Passage.findOne({
      where: { id: passageId, bankId: [...banks.keys()] },
      lock: true,
      transaction,
    });
    if (!passage) throw notFound('passage');
    if (banks.get(passage.bankId)?.right !== 'edit') throw problem('passage-not-yours');
    if (passage.revisionId !== basedOn) throw problem('passage-saved-meanwhile');
    await insistOnPassageWording(content);
    const revisionId = await write(context, me, passage, content, transaction);
    return { revisionId, items: await bringItems(context, me, passageId, revisionId, transaction) };
  });
}

/**
 * Gives every bank's item that asks about the passage a new revision that pins the new text; tests
 * keep the old one.
 */
async function bringItems(
  { database, now }: Context,
  me: SignedIn,
  passageId: number,
  passageRevision: number,
  transaction: Transaction,
): Promise<number> {
  const { Item } = database.models;
  const items = await Item.findAll({
    where: { retiredAt: null },
    include: [{ association: 'revision', attributes: ['id'], where: { passageId } }],
    order: ['id'],
    lock: true,
    transaction,
  });
  const rows = await readRevisions(
    database,
    me,
    items.flatMap(({ revisionId }) => revisionId ?? []),
    transaction,
  );
  for (const row of rows) {
    const revision = {
      itemId: row.id,
      testId: null,
      basedOn: row.revisionId,
      content: { ...row.content, passage: { id: passageId, revision: passageRevision } },
      facts: factsOf(row),
      by: me.account.id,
      at: now(),
    };
    const revisionId = await writeRevision(database, revision, transaction);
    await Item.update({ revisionId }, { where: { id: row.id }, transaction });
  }
  return items.length;
}

/** Passages by the ids of their revisions, for a test that is given. */
export async function passagesOf(
  { models }: Database,
  revisions: number[],
  transaction?: Transaction,
) {
  const passageRevisions = await models.PassageRevision.findAll({
    attributes: ['id', 'content'],
    where: { id: revisions },
    transaction,
  });
  return Object.fromEntries(passageRevisions.map(({ id, content }) => [String(id), content]));
}
