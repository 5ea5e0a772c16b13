/** What is prepared for a class: items that are to be asked in it, in their order. */
import type { AnswerOf, api, BodyOf } from '@oaken/contract';
import { plainText, shorten } from '@oaken/core/text';
import type { Transaction } from 'sequelize';
import { insistOnClass } from '../access';
import type { SignedIn } from '../access/signed-in';
import { readItems } from '../banks/rows';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import { problem } from '../problems/problem';
import { itemsToAsk } from './questions';

/** A list that nobody reads to its end. */
const mostPrepared = 200;

/** Ids of what I may still ask, in their order. */
export async function preparedItems(
  { database }: Context,
  me: SignedIn,
  classId: number,
): Promise<number[]> {
  const rows = await readRows(database, classId);
  const items = await readItems(
    database,
    me,
    rows.map(({ itemId }) => itemId),
  );
  return items.filter(({ may }) => may !== 'read').map(({ id }) => id);
}

const readRows = ({ models }: Database, classId: number) =>
  models.PreparedQuestion.findAll({
    where: { classId },
    include: ['adder'],
    order: ['place', 'itemId'],
  });

export async function readPrepared(
  { database }: Context,
  me: SignedIn,
  classId: number,
): Promise<AnswerOf<typeof api.readPrepared>> {
  await insistOnClass(database, me, classId);
  const rows = await readRows(database, classId);
  const items = await readItems(
    database,
    me,
    rows.map(({ itemId }) => itemId),
  );
  const byId = new Map(items.map((item) => [item.id, item]));
  return {
    questions: rows.flatMap(({ itemId, adder }) => {
      const item = byId.get(itemId);
      if (!item) return [];
      const stem = shorten(plainText(item.content.stem), 140);
      const standards = item.standards.map(({ code }) => code);
      return [{ itemId, stem, standards, addedBy: adder?.fullName ?? '' }];
    }),
  };
}

/** @returns how many were put there; what stood there already is not counted */
export async function prepareQuestions(
  { database }: Context,
  me: SignedIn,
  { classIds, itemIds }: BodyOf<typeof api.prepareQuestions>,
): Promise<{ added: number }> {
  const { PreparedQuestion, SchoolClass } = database.models;
  const items = await itemsToAsk(database, me, itemIds);
  return database.transaction(async (transaction) => {
    let added = 0;
    for (const classId of [...new Set(classIds)].sort((a, b) => a - b)) {
      await insistOnClass(database, me, classId, transaction);
      await SchoolClass.findByPk(classId, { lock: true, transaction });
      const known = await PreparedQuestion.findAll({ where: { classId }, transaction });
      const fresh = items.filter(({ id }) => !known.some(({ itemId }) => itemId === id));
      if (known.length + fresh.length > mostPrepared) throw problem('too-many-questions');
      const last = Math.max(0, ...known.map(({ place }) => place));
      await PreparedQuestion.bulkCreate(
        fresh.map(({ id }, index) => ({
          classId,
          itemId: id,
          place: last + index + 1,
          addedBy: me.account.id,
        })),
        { transaction },
      );
      added += fresh.length;
    }
    return { added };
  });
}

export async function orderPrepared(
  context: Context,
  me: SignedIn,
  classId: number,
  itemIds: readonly number[],
): Promise<AnswerOf<typeof api.readPrepared>> {
  const { database } = context;
  await insistOnClass(database, me, classId);
  await database.transaction(async (transaction) => {
    const { PreparedQuestion, SchoolClass } = database.models;
    await SchoolClass.findByPk(classId, { lock: true, transaction });
    const known = await PreparedQuestion.findAll({ where: { classId }, transaction });
    for (const row of known) {
      const place = itemIds.indexOf(row.itemId);
      if (place < 0) await row.destroy({ transaction });
      else await row.update({ place: place + 1 }, { transaction });
    }
  });
  return readPrepared(context, me, classId);
}

/** What was asked is no longer prepared. */
export async function takeOffAsked(
  { models }: Database,
  { classId, itemIds }: { classId: number; itemIds: readonly number[] },
  transaction: Transaction,
): Promise<void> {
  await models.PreparedQuestion.destroy({
    where: { classId, itemId: [...itemIds] },
    transaction,
  });
}
