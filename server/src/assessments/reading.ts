/** A test as its page shows it. */
import type { Pinned, TestAnswer } from '@oaken/contract/assessments';
import { allPins, hindrances, readOutline, type Outline } from '@oaken/core/assessments';
import { rule } from '../access';
import { testRight } from '../access/test-rights';
import type { SignedIn } from '../access/signed-in';
import { readRevisions } from '../banks/rows';
import type { Context } from '../context';
import { toMillis, type Database } from '../database/connect';
import { notFound } from '../problems/problem';
import { freeze } from './edition';
import { forecastOf } from './forecast';
import { factsOf, poolSizes } from './pools';
import { unfairAmong } from '../banks/fairness';
import type { Test } from '../models';
import { classNames } from '../classes/names';
import { present } from '@oaken/core/certain';
import { readableBanks, shareOf } from '../banks/rights';
import { sourceTests } from '../banks/source-tests';
import { withAccounts } from '../accounts/colleagues';
import { sentence } from './sentences';

async function find(database: Database, me: SignedIn, testId: number): Promise<Test> {
  const test = await database.models.Test.scope(rule('readableBy', me)).findOne({
    where: { id: testId, removedAt: null },
    include: [
      shareOf(me),
      'owner',
      { association: 'sourceTest', attributes: ['id'], include: ['owner'] },
    ],
  });
  if (!test) throw notFound('test');
  return test;
}

/** Names of the colleagues who build it too. */
async function buildersOf({ models }: Database, testId: number): Promise<string[]> {
  const shares = await models.TestShare.findAll({
    where: { testId, right: 'edit' },
    ...withAccounts,
  });
  return shares.flatMap(({ account }) => account?.fullName ?? []);
}

/** What I assigned of it, the latest first. */
async function assignmentsOf({ models }: Database, me: SignedIn, testId: number) {
  const assignments = await models.Assignment.findAll({
    where: { unassignedAt: null, assignedBy: me.account.id },
    include: [
      { association: 'edition', attributes: [], where: { testId }, required: true },
      { association: 'assignmentClasses', separate: true, include: ['class'] },
    ],
    order: [['opensAt', 'DESC']],
  });
  return assignments
    .filter(({ assignmentClasses = [] }) => assignmentClasses.length > 0)
    .map(({ id, assignmentClasses, opensAt }) => ({
      assignmentId: id,
      classes: classNames(assignmentClasses),
      opensAt: toMillis(opensAt),
    }));
}

export async function readTest(
  context: Context,
  me: SignedIn,
  testId: number,
): Promise<TestAnswer> {
  const { database } = context;
  const test = await find(database, me, testId);
  const outline = readOutline(test.outline);
  return {
    id: test.id,
    version: test.version,
    outline,
    revisions: await pinnedOf(context, me, outline),
    may: testRight(test, me),
    mine: test.ownerId === me.account.id,
    owner: test.owner?.fullName ?? '',
    reach: test.reach,
    builders: await buildersOf(database, testId),
    copiedFrom: await sourceOf(database, me, test),
    pools: await poolSizes(context, me, outline),
    enemies: await enemiesAmong(
      database,
      allPins(outline).map(({ itemId }) => itemId),
    ),
    forecast: await forecastOf(context, outline),
    given: await assignmentsOf(database, me, testId),
  };
}

/** Where it was copied from; the address only while I may still read it. */
async function sourceOf(
  { models }: Database,
  me: SignedIn,
  { sourceTestId, sourceTitle, sourceTest }: Test,
) {
  if (sourceTestId === null) return null;
  const readable = await models.Test.scope(rule('readableBy', me)).count({
    where: { id: sourceTestId, removedAt: null },
  });
  return {
    testId: readable > 0 ? sourceTestId : null,
    title: sourceTitle,
    owner: sourceTest?.owner?.fullName ?? '',
  };
}

export async function readVersion(
  { database }: Context,
  me: SignedIn,
  testId: number,
): Promise<{ version: number }> {
  const test = await database.models.Test.scope(rule('readableBy', me)).findOne({
    attributes: ['version'],
    where: { id: testId, removedAt: null },
  });
  if (!test) throw notFound('test');
  return { version: test.version };
}

async function pinnedOf(context: Context, me: SignedIn, outline: Outline): Promise<Pinned[]> {
  const { database } = context;
  const revisions = await readRevisions(database, me, [
    ...new Set(allPins(outline).map(({ revisionId }) => revisionId)),
  ]);
  if (revisions.length === 0) return [];
  const items = await database.models.Item.findAll({
    attributes: ['id', 'revisionId', 'retiredAt'],
    where: { id: revisions.map(({ id }) => id) },
  });
  const itemOf = new Map(items.map((item) => [item.id, item]));
  const readable = await readableBanks(database, me);
  const sources = await sourceTests(
    database,
    me,
    revisions.map(({ revisionId }) => revisionId),
  );
  const unfair = await unfairAmong(
    context,
    revisions.map(({ revisionId }) => revisionId),
  );
  return revisions.map((row) => {
    const bank = readable.get(row.bankId);
    const item = present(itemOf.get(row.id), 'item of the revision');
    return {
      id: row.revisionId,
      itemId: row.id,
      content: row.content,
      kind: row.kind,
      points: row.points,
      unfair: unfair.get(row.revisionId) ?? [],
      forThisTest: row.testId !== null,
      sourceTest: sources.get(row.revisionId) ?? null,
      standards: row.standards,
      depth: row.depth,
      seconds: row.seconds,
      facility: row.facility,
      itemRestCorrelation: row.itemRestCorrelation,
      bank: {
        id: row.bankId,
        name: bank?.name ?? sentence('bankColleague'),
        may: bank?.right ?? null,
        revisionId: bank ? item.revisionId : null,
        retired: item.retiredAt !== null,
      },
    };
  });
}

export async function enemiesAmong(
  { models }: Database,
  items: readonly number[],
): Promise<[number, number][]> {
  if (items.length < 2) return [];
  const pairs = await models.EnemyItems.findAll({
    where: { itemId: [...items], enemyId: [...items] },
  });
  return pairs.map(({ itemId, enemyId }) => [itemId, enemyId]);
}

export async function readEdition(context: Context, me: SignedIn, testId: number) {
  const test = await find(context.database, me, testId);
  const outline = readOutline(test.outline);
  return {
    edition: await freeze(context, me, testId, outline),
    hindrances: hindrances(outline, await factsOf(context, me, outline)).map(({ words }) => words),
    minutes: outline.minutes,
    may: testRight(test, me),
    owner: test.owner?.fullName ?? '',
    mine: test.ownerId === me.account.id,
  };
}
