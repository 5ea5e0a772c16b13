/** Items that could take the place of a test's own. */
import { similarTo, standInsFor, type ComparedItem } from '@oaken/core/assembly';
import { allEntries, allPins, readOutline } from '@oaken/core/assessments';
import { Op } from 'sequelize';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import { readItems } from '../banks/rows';
import type { Context } from '../context';
import { notFound } from '../problems/problem';
import type { Item, Revision } from '../models';
import { present } from '@oaken/core/certain';
import { usableBanks } from '../banks/rights';
import { valuesOf } from '../models/subquery';
import type { Database } from '../database/connect';

/** How a revision is read to be compared. */
const comparedColumns = {
  attributes: ['id', 'depth', 'kind', 'markedBy'],
  include: [{ association: 'revisionStandards', separate: true }],
};

const compared = (item: Item, revision: Revision): ComparedItem => ({
  id: item.id,
  depth: revision.depth,
  facility: item.answerCount > 0 ? item.averageScore : null,
  kind: revision.kind,
  byHand: revision.markedBy !== 'machine',
  standards: (revision.revisionStandards ?? []).map(({ standardId }) => standardId),
});

/** The items of an outline's entries, by revision. */
async function readCompared({ models }: Database, revisionIds: number[]) {
  const revisions = await models.Revision.findAll({
    ...comparedColumns,
    attributes: [...comparedColumns.attributes, 'itemId'],
    where: { id: revisionIds },
    include: [...comparedColumns.include, { association: 'item' }],
  });
  return new Map(
    revisions.map((revision) => [
      revision.id,
      compared(present(revision.item, 'item of the revision'), revision),
    ]),
  );
}

/** Items of usable banks on one of the standards. */
async function readCandidates(
  database: Database,
  me: SignedIn,
  { standards, inTest }: { standards: number[]; inTest: number[] },
): Promise<ComparedItem[]> {
  if (standards.length === 0) return [];
  const { Item, RevisionStandard } = database.models;
  const items = await Item.findAll({
    where: {
      retiredAt: null,
      id: { [Op.notIn]: inTest },
      bankId: [...(await usableBanks(database, me))],
      revisionId: {
        [Op.in]: valuesOf(RevisionStandard, 'revisionId', { standardId: standards }),
      },
    },
    include: [{ association: 'revision', required: true, ...comparedColumns }],
    limit: mostCandidates,
  });
  return items.map((item) => compared(item, present(item.revision, 'revision of the item')));
}

const mostCandidates = 5000;

export async function findSimilar(
  context: Context,
  me: SignedIn,
  testId: number,
  entries: string[],
  each: number,
) {
  const { database } = context;
  const test = await database.models.Test.scope(rule('editableBy', me)).findOne({
    where: { id: testId, removedAt: null },
  });
  if (!test) throw notFound('test');
  const outline = readOutline(test.outline);
  const asked = allEntries(outline).filter(({ id }) => entries.includes(id));
  if (asked.length === 0) throw notFound('itemInTest');
  const ofTest = await readCompared(
    database,
    asked.map(({ revisionId }) => revisionId),
  );
  const candidates = await readCandidates(database, me, {
    standards: [...new Set([...ofTest.values()].flatMap(({ standards }) => standards))],
    inTest: allPins(outline).map(({ itemId }) => itemId),
  });
  const itemOf = (entry: (typeof asked)[number]) =>
    present(ofTest.get(entry.revisionId), 'item of the entry');
  // One for each of many makes a form, where none may come twice; many for one is a choice to make by hand.
  const near =
    each === 1
      ? standIns(asked, itemOf, candidates)
      : asked.map((entry) => ({
          entry: entry.id,
          similar: similarTo(itemOf(entry), candidates, each),
        }));
  const items = await readItems(
    database,
    me,
    near.flatMap(({ similar }) => similar.map(({ item }) => item.id)),
  );
  const byId = new Map(items.map((item) => [item.id, item]));
  return {
    found: near.map(({ entry, similar }) => ({
      entry,
      items: similar.flatMap(({ item: { id }, ...rest }) => {
        const item = byId.get(id);
        return item ? [{ item, ...rest }] : [];
      }),
    })),
  };
}

function standIns<E extends { id: string }>(
  asked: E[],
  itemOf: (entry: E) => ComparedItem,
  candidates: ComparedItem[],
) {
  const suggestions = standInsFor(asked.map(itemOf), candidates);
  return asked.map((entry) => {
    const comparedItem = itemOf(entry);
    const item = suggestions.get(comparedItem.id);
    return { entry: entry.id, similar: item ? similarTo(comparedItem, [item], 1) : [] };
  });
}

/** Says that two items must not meet, or takes it back; both must be in banks that I may use. */
export async function declareEnemies(
  { database, now }: Context,
  me: SignedIn,
  items: readonly [number, number],
  apart: boolean,
) {
  const { EnemyItems, Item } = database.models;
  const [itemId, enemyId] = [...items].sort((a, b) => a - b) as [number, number];
  const bankId = [...(await usableBanks(database, me))];
  const known = await Item.count({ where: { id: [itemId, enemyId], bankId } });
  if (itemId === enemyId || known < 2) throw notFound('oneOfItems');
  if (!apart) await EnemyItems.destroy({ where: { itemId, enemyId } });
  else
    await EnemyItems.bulkCreate(
      [{ itemId, enemyId, declaredBy: me.account.id, declaredAt: new Date(now()) }],
      { ignoreDuplicates: true },
    );
}
