/** A test as its page shows it. */
import type { Pinned, TestAnswer } from '@oaken/contract/assessments';
import { allPins, hindrances, readOutline, type Outline } from '@oaken/core/assessments';
import type { Sequelize } from 'sequelize';
import { asking, bankRight, readableBank, readableTest, testRight } from '../access';
import type { SignedIn } from '../accounts/sessions';
import { readRevisions } from '../banks/rows';
import type { Context } from '../context';
import { fromJson, row, rows, toMillis } from '../database/connect';
import { notFound } from '../http/problem';
import { freeze } from './edition';
import { forecastOf } from './forecast';
import { poolSizes } from './pools';

const name = (account: string) => `CONCAT(${account}.given_name, ' ', ${account}.family_name)`;

interface Found {
  id: number;
  version: number;
  outline: unknown;
  may: 'read' | 'edit';
  mine: number;
  owner: string;
  reach: TestAnswer['reach'];
  builders: string | null;
  sourceId: number | null;
  sourceTitle: string;
  sourceOwner: string | null;
}

async function find(database: Sequelize, me: SignedIn, testId: number): Promise<Found> {
  const found = await row<Found>(
    database,
    `SELECT t.id, t.version, t.outline, ${testRight} AS may, t.owner_id = :me AS mine, ${name('o')} AS owner, t.reach,
            (SELECT GROUP_CONCAT(${name('b')} ORDER BY b.family_name SEPARATOR '\n') FROM test_shares s
               JOIN accounts b ON b.id = s.account_id WHERE s.test_id = t.id AND s.may = 'edit') AS builders,
            t.source_test_id AS sourceId, t.source_title AS sourceTitle, ${name('so')} AS sourceOwner
       FROM tests t JOIN accounts o ON o.id = t.owner_id
       LEFT JOIN tests src ON src.id = t.source_test_id LEFT JOIN accounts so ON so.id = src.owner_id
      WHERE t.id = :testId AND t.removed_at IS NULL AND ${readableTest}`,
    { ...asking(me), testId },
  );
  if (!found) throw notFound('The test');
  return found;
}

export async function readTest(
  context: Context,
  me: SignedIn,
  testId: number,
): Promise<TestAnswer> {
  const { database } = context;
  const found = await find(database, me, testId);
  const outline = readOutline(fromJson(found.outline));
  const given = await rows<{ assignmentId: number; classes: string; opensAt: Date }>(
    database,
    `SELECT a.id AS assignmentId, GROUP_CONCAT(c.name ORDER BY c.name SEPARATOR '\n') AS classes, a.opens_at AS opensAt
       FROM assignments a JOIN editions e ON e.id = a.edition_id
       JOIN assignment_classes ac ON ac.assignment_id = a.id JOIN classes c ON c.id = ac.class_id
      WHERE e.test_id = :testId AND a.taken_back_at IS NULL AND a.given_by = :me GROUP BY a.id ORDER BY a.opens_at DESC`,
    { ...asking(me), testId },
  );
  return {
    id: found.id,
    version: found.version,
    outline,
    revisions: await pinnedOf(database, me, outline),
    may: found.may,
    mine: Boolean(found.mine),
    owner: found.owner,
    reach: found.reach,
    builders: found.builders?.split('\n') ?? [],
    copiedFrom: await sourceOf(database, me, found),
    pools: await poolSizes(context, me, outline),
    enemies: await enemiesAmong(
      database,
      allPins(outline).map(({ itemId }) => itemId),
    ),
    forecast: await forecastOf(context, outline),
    given: given.map((own) => ({
      ...own,
      classes: own.classes.split('\n'),
      opensAt: toMillis(own.opensAt),
    })),
  };
}

/** Where it was copied from; the address only while I may still read it. */
async function sourceOf(
  database: Sequelize,
  me: SignedIn,
  { sourceId, sourceTitle, sourceOwner }: Found,
) {
  if (sourceId === null) return null;
  const readable = await row(
    database,
    `SELECT t.id FROM tests t WHERE t.id = :sourceId AND t.removed_at IS NULL AND ${readableTest}`,
    { ...asking(me), sourceId },
  );
  return { testId: readable ? sourceId : null, title: sourceTitle, owner: sourceOwner ?? '' };
}

export async function readVersion(
  { database }: Context,
  me: SignedIn,
  testId: number,
): Promise<{ version: number }> {
  const found = await row<{ version: number }>(
    database,
    `SELECT t.version FROM tests t WHERE t.id = :testId AND t.removed_at IS NULL AND ${readableTest}`,
    { ...asking(me), testId },
  );
  if (!found) throw notFound('The test');
  return found;
}

async function pinnedOf(database: Sequelize, me: SignedIn, outline: Outline): Promise<Pinned[]> {
  const revisions = await readRevisions(database, me, [
    ...new Set(allPins(outline).map(({ revisionId }) => revisionId)),
  ]);
  if (revisions.length === 0) return [];
  const items = [...new Set(revisions.map(({ id }) => id))];
  const banks = await rows<{
    item: number;
    revisionId: number | null;
    retired: number;
    may: 'read' | 'use' | 'edit' | null;
  }>(
    database,
    `SELECT i.id AS item, i.revision_id AS revisionId, i.retired_at IS NOT NULL AS retired,
            CASE WHEN ${readableBank} THEN ${bankRight} END AS may
       FROM items i STRAIGHT_JOIN banks b ON b.id = i.bank_id WHERE i.id IN (:items)`,
    { ...asking(me), items },
  );
  const bankOf = new Map(banks.map((own) => [own.item, own]));
  return revisions.map((own) => {
    const bank = bankOf.get(own.id)!;
    return {
      id: own.revisionId,
      itemId: own.id,
      content: own.content,
      kind: own.kind,
      points: own.points,
      forThisTest: own.testId !== null,
      standards: own.standards,
      depth: own.depth,
      seconds: own.seconds,
      facility: own.facility,
      separation: own.separation,
      bank: {
        id: own.bankId,
        name: bank.may === null ? 'a bank of a colleague' : own.bank,
        may: bank.may,
        revisionId: bank.may === null ? null : bank.revisionId,
        retired: Boolean(bank.retired),
      },
    };
  });
}

export async function enemiesAmong(
  database: Sequelize,
  items: readonly number[],
): Promise<[number, number][]> {
  if (items.length < 2) return [];
  const found = await rows<{ one: number; other: number }>(
    database,
    'SELECT one_id AS one, other_id AS other FROM item_enemies WHERE one_id IN (:items) AND other_id IN (:items)',
    { items },
  );
  return found.map(({ one, other }) => [one, other]);
}

export async function readEdition(context: Context, me: SignedIn, testId: number) {
  const found = await find(context.database, me, testId);
  const outline = readOutline(fromJson(found.outline));
  const pools = await poolSizes(context, me, outline);
  return {
    edition: await freeze(context, me, testId, outline),
    hindrances: hindrances(outline, { pools }).map(({ words }) => words),
    minutes: outline.minutes,
    may: found.may,
    owner: found.owner,
    mine: Boolean(found.mine),
  };
}
