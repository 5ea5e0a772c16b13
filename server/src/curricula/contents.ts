/** Items and tests in the lines of a curriculum. */
import type { api, BodyOf } from '@oaken/contract';
import { mostContents } from '@oaken/contract/curricula';
import { problem, notFound } from '../problems/problem';
import type { Transaction } from 'sequelize';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import { readableBanks } from '../banks/rights';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import type { CurriculumPlacement } from '../models';
import { holdCurriculum } from './writing';

async function insistOnReadable(
  database: Database,
  me: SignedIn,
  { items, tests }: { items: readonly number[]; tests: readonly number[] },
  transaction: Transaction,
): Promise<void> {
  const { Item, Test } = database.models;
  const banks = await readableBanks(database, me, transaction);
  const known = await Item.count({
    where: { id: [...items], bankId: [...banks.keys()] },
    transaction,
  });
  if (known < items.length) throw notFound('oneOfItems');
  const readable = await Test.scope(rule('readableBy', me)).count({
    where: { id: [...tests], removedAt: null },
    transaction,
  });
  if (readable < tests.length) throw notFound('test');
}

/** The contents of a line that I may change, in their order, its curriculum locked. */
async function holdContents(
  database: Database,
  me: SignedIn,
  lineId: number,
  transaction: Transaction,
): Promise<CurriculumPlacement[]> {
  const { CurriculumLine, CurriculumPlacement } = database.models;
  const line = await CurriculumLine.findOne({
    where: { id: lineId, removedAt: null },
    transaction,
  });
  if (!line) throw notFound('line');
  await holdCurriculum(database, me, line.curriculumId, transaction);
  return CurriculumPlacement.findAll({
    where: { lineId },
    order: ['position', 'id'],
    transaction,
  });
}

export async function placeInCurriculum(
  { database }: Context,
  me: SignedIn,
  lineId: number,
  body: BodyOf<typeof api.placeInCurriculum>,
): Promise<{ items: number[]; tests: number[]; already: number }> {
  const { CurriculumPlacement } = database.models;
  const wanted = { items: [...new Set(body.items)], tests: [...new Set(body.tests)] };
  return database.transaction(async (transaction) => {
    const placements = await holdContents(database, me, lineId, transaction);
    await insistOnReadable(database, me, wanted, transaction);
    const items = wanted.items.filter((id) => !placements.some(({ itemId }) => itemId === id));
    const tests = wanted.tests.filter((id) => !placements.some(({ testId }) => testId === id));
    if (placements.length + items.length + tests.length > mostContents)
      throw problem('curriculum-line-full', { limit: mostContents });
    const last = placements.at(-1)?.position ?? -1;
    const added = [
      ...items.map((itemId) => ({ itemId, testId: null })),
      ...tests.map((testId) => ({ itemId: null, testId })),
    ];
    await CurriculumPlacement.bulkCreate(
      added.map((placement, index) => ({ ...placement, lineId, position: last + 1 + index })),
      { transaction },
    );
    const already = wanted.items.length + wanted.tests.length - added.length;
    return { items, tests, already };
  });
}

type Named = BodyOf<typeof api.arrangeCurriculumLine>['contents'];

const isNamed =
  ({ itemId, testId }: CurriculumPlacement) =>
  ({ kind, id }: Named[number]) =>
    id === (kind === 'item' ? itemId : testId);

export async function arrangeCurriculumLine(
  { database }: Context,
  me: SignedIn,
  lineId: number,
  contents: Named,
): Promise<void> {
  const { Item, Test } = database.models;
  await database.transaction(async (transaction) => {
    const placements = await holdContents(database, me, lineId, transaction);
    const banks = await readableBanks(database, me, transaction);
    const items = await Item.findAll({
      attributes: ['id'],
      where: {
        id: placements.flatMap(({ itemId }) => itemId ?? []),
        bankId: [...banks.keys()],
      },
      transaction,
    });
    const tests = await Test.scope(rule('readableBy', me)).findAll({
      attributes: ['id'],
      where: { id: placements.flatMap(({ testId }) => testId ?? []), removedAt: null },
      transaction,
    });
    const mine = new Set([
      ...items.map(({ id }) => `item ${id}`),
      ...tests.map(({ id }) => `test ${id}`),
    ]);
    const keyOf = ({ itemId, testId }: CurriculumPlacement) =>
      itemId === null ? `test ${testId}` : `item ${itemId}`;
    for (const placement of placements) {
      const position = contents.findIndex(isNamed(placement));
      if (position >= 0) await placement.update({ position }, { transaction });
      else if (mine.has(keyOf(placement))) await placement.destroy({ transaction });
      // What colleagues placed and I cannot read stays, at the end.
      else await placement.update({ position: mostContents }, { transaction });
    }
  });
}
