import {
  mostAtOnce,
  pageSize,
  type filters,
  type ItemRow,
  type search,
} from '@oaken/contract/banks';
import type { Question } from '@oaken/core/finding';
import { atWall } from '@oaken/core/timing';
import type { z } from 'zod';
import { asking, bankRight, ownClass, readableBank } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { row, rows } from '../database/connect';
import { readItems } from './rows';

type Search = Omit<z.output<typeof search>, 'from'> & { from?: number };
type Filters = z.output<typeof filters>;

export async function readableBanks({ database }: Context, me: SignedIn): Promise<number[]> {
  const found = await rows<{ id: number }>(
    database,
    `SELECT b.id FROM banks b WHERE ${readableBank}`,
    asking(me),
  );
  return found.map(({ id }) => id);
}

/** Midnight of a day at the school. */
async function startOf({ database }: Context, me: SignedIn, day: string): Promise<number> {
  const school = await row<{ zone: string }>(
    database,
    'SELECT zone FROM schools WHERE id = :school',
    asking(me),
  );
  const read = atWall(`${day}T00:00`, school!.zone);
  return read.ok ? read.at : Date.parse(day);
}

/** What my classes, or the one named, were given since then. */
async function givenSince(
  context: Context,
  me: SignedIn,
  since: number,
  classId: number | undefined,
): Promise<number[]> {
  const found = await rows<{ id: number }>(
    context.database,
    `SELECT DISTINCT er.item_id AS id FROM assignments a JOIN assignment_classes ac ON ac.assignment_id = a.id
       JOIN classes c ON c.id = ac.class_id JOIN edition_revisions er ON er.edition_id = a.edition_id
      WHERE a.taken_back_at IS NULL AND a.opens_at >= :since AND ${ownClass} ${classId === undefined ? '' : 'AND c.id = :classId'}`,
    { ...asking(me), since: new Date(since), classId: classId ?? 0 },
  );
  return found.map(({ id }) => id);
}

async function questionOf(
  context: Context,
  me: SignedIn,
  wanted: Search,
  size: number,
): Promise<Question> {
  const { sort, from = 0, passage, editedSince, unusedSince, unusedBy, ...rest } = wanted;
  const since = unusedSince === undefined ? null : await startOf(context, me, unusedSince);
  return {
    ...rest,
    order: sort,
    from,
    size,
    banks: await readableBanks(context, me),
    passage: passage === undefined ? undefined : passage === 'yes',
    editedSince: editedSince === undefined ? undefined : await startOf(context, me, editedSince),
    without: since === null ? undefined : await givenSince(context, me, since, unusedBy),
  };
}

export async function searchItems(context: Context, me: SignedIn, wanted: Search) {
  const question = await questionOf(context, me, wanted, pageSize);
  // Counts stand beside the first page; they would be the same for every other.
  const found = await context.finder.find({ ...question, counted: question.from === 0 });
  const { total, counts, matched, mended, ids } = found;
  return { total, counts, matched, mended, items: await readItems(context.database, me, ids) };
}

export async function findItems(context: Context, me: SignedIn, wanted: Search) {
  const { total, ids } = await context.finder.find(
    await questionOf(context, me, wanted, mostAtOnce),
  );
  if (ids.length === 0) return { total, items: [] };
  const items = await rows<Pick<ItemRow, 'id' | 'points' | 'seconds' | 'may'>>(
    context.database,
    `SELECT i.id, r.points, r.seconds, ${bankRight} AS may FROM items i STRAIGHT_JOIN revisions r ON r.id = i.revision_id
       STRAIGHT_JOIN banks b ON b.id = i.bank_id WHERE i.id IN (:ids) AND ${readableBank} ORDER BY FIELD(i.id, :ids)`,
    { ...asking(me), ids },
  );
  return { total, items };
}

/** Only which items a search finds, best known first. */
export async function findAllIds(
  context: Context,
  me: SignedIn,
  wanted: Filters,
  most: number,
): Promise<number[]> {
  const question = await questionOf(context, me, { ...wanted, sort: 'relevance' }, most);
  return (await context.finder.find({ ...question, counted: false })).ids;
}
