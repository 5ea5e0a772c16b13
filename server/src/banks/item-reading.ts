/** Reading one item: what stands, where it is used, its revisions, and what it was copied from. */
import { present } from '@oaken/core/certain';
import { Op } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { type Database, toMillis, toMillisOrNull } from '../database/connect';
import type { Item } from '../models';
import { notFound } from '../problems/problem';
import { figuresInClass } from './in-class';
import { sumsOfEarlierWordings } from './queries';
import { readableBanks } from './rights';
import { sourceTests } from './source-tests';
import { readItems, readRevisions } from './rows';
import { usesOf } from './uses';

export async function readItem({ database }: Context, me: SignedIn, itemId: number) {
  const { Item, ItemFigures } = database.models;
  const [[item], stored] = await Promise.all([
    readItems(database, me, [itemId], { retired: true }),
    Item.findByPk(itemId),
  ]);
  if (!item || !stored) throw notFound('item');
  const [{ uses, hiddenUses }, byGrade, earlier, inClass, revisions, kin, sourceTest] =
    await Promise.all([
      usesOf(database, me, [itemId]),
      ItemFigures.findAll({ where: { itemId }, order: ['grade'] }),
      earlierFigures(database, itemId),
      figuresInClass(database, itemId),
      revisionsOf(database, me, itemId),
      kinOf(database, me, stored),
      sourceTestOf(database, me, itemId),
    ]);
  return {
    item,
    retiredAt: toMillisOrNull(stored.retiredAt),
    uses,
    hiddenUses,
    earlier,
    inClass,
    byGrade: byGrade.map(({ grade, answerCount, averageScore, itemRestCorrelation }) => ({
      grade,
      n: answerCount,
      share: averageScore,
      itemRestCorrelation,
    })),
    revisions,
    sourceTest,
    ...kin,
  };
}

/** The test that its first wording was copied out of. */
async function sourceTestOf(database: Database, me: SignedIn, itemId: number) {
  const first = await database.models.Revision.findOne({
    attributes: ['id'],
    where: { itemId, testId: null },
    order: ['id'],
  });
  const sources = await sourceTests(database, me, first ? [first.id] : []);
  return first ? (sources.get(first.id) ?? null) : null;
}

/** The newest first; another teacher's own wording for a test is not told. */
async function revisionsOf(database: Database, me: SignedIn, itemId: number) {
  const revisions = await database.models.Revision.findAll({
    attributes: { exclude: ['content'] },
    where: { itemId, [Op.or]: [{ testId: null }, { '$test.owner_id$': me.account.id }] },
    include: ['creator', 'test'],
    order: [['id', 'DESC']],
    limit: 100,
  });
  return revisions.map(({ id, number, creator, createdAt, test }) => ({
    id,
    number,
    by: creator?.fullName ?? '',
    at: toMillis(createdAt),
    forTest: test?.title ?? null,
  }));
}

/** What the item was copied from and what was copied from it, as far as I may read either. */
async function kinOf(database: Database, me: SignedIn, stored: Item) {
  const { Item } = database.models;
  const banks = await readableBanks(database, me);
  const bankId = [...banks.keys()];
  const source =
    stored.sourceItemId === null
      ? null
      : await Item.findOne({ where: { id: stored.sourceItemId, bankId } });
  const copies = await Item.findAll({
    where: { sourceItemId: stored.id, retiredAt: null, bankId },
    include: ['creator'],
    order: ['id'],
    limit: 50,
  });
  const nameOf = (item: Item) => present(banks.get(item.bankId), 'bank').name;
  return {
    source: source && {
      itemId: source.id,
      bank: nameOf(source),
      now: present(source.revisionId, 'revision of the source'),
      known: present(stored.sourceRevisionId, 'known revision of the source'),
    },
    copies: copies.map((copy) => ({
      itemId: copy.id,
      bank: nameOf(copy),
      by: copy.creator?.fullName ?? '',
    })),
  };
}

/** What students earned on the item when its wording or its key was another; null when it never was. */
async function earlierFigures(
  database: Database,
  itemId: number,
): Promise<{ n: number; share: number } | null> {
  const { answers, earned } = await sumsOfEarlierWordings(database, itemId);
  return answers > 0 ? { n: answers, share: earned / answers } : null;
}

export async function readRevision({ database }: Context, me: SignedIn, revisionId: number) {
  const revision = await database.models.Revision.findByPk(revisionId, {
    attributes: ['id'],
    include: ['item', 'test'],
  });
  const banks = await readableBanks(database, me);
  const isReadable = revision?.item && banks.has(revision.item.bankId);
  const isMine = !revision?.test || revision.test.ownerId === me.account.id;
  const [item] = isReadable && isMine ? await readRevisions(database, me, [revisionId]) : [];
  if (!item) throw notFound('revision');
  return { item };
}
