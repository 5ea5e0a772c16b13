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
import { Op } from 'sequelize';
import { rule } from '../access';
import { readableBanks, type BankAccess } from './rights';
import type { SignedIn } from '../access/signed-in';
import { placedBelow } from '../curriculum-lines';
import { readItemsIn } from './rows';
import { present } from '@oaken/core/certain';
import type { Context } from '../context';

type Search = Omit<z.output<typeof search>, 'from'> & { from?: number };
type Filters = z.output<typeof filters>;
type SelectedItem = Pick<ItemRow, 'id' | 'points' | 'seconds' | 'may'>;

/** Midnight of a day at the school. */
async function startOf({ database }: Context, me: SignedIn, day: string): Promise<number> {
  const school = present(await database.models.School.findByPk(me.account.schoolId), 'school');
  const midnight = atWall(`${day}T00:00`, school.zone);
  return midnight.ok ? midnight.at : Date.parse(day);
}

/** What my classes, or the one named, were given since then. */
async function givenSince(
  { database }: Context,
  me: SignedIn,
  since: number,
  classId: number | undefined,
): Promise<number[]> {
  const { AssignmentClass, EditionRevision, SchoolClass } = database.models;
  const classes = await SchoolClass.scope(rule('taughtBy', me)).findAll({
    attributes: ['id'],
    where: classId === undefined ? {} : { id: classId },
  });
  const given = await AssignmentClass.findAll({
    where: { classId: classes.map(({ id }) => id) },
    include: {
      association: 'assignment',
      attributes: ['editionId'],
      where: { unassignedAt: null, opensAt: { [Op.gte]: new Date(since) } },
    },
  });
  const editionIds = new Set(given.flatMap(({ assignment }) => assignment?.editionId ?? []));
  const used = await EditionRevision.findAll({
    attributes: ['itemId'],
    where: { editionId: [...editionIds] },
  });
  return [...new Set(used.map(({ itemId }) => itemId))];
}

async function questionOf(
  context: Context,
  me: SignedIn,
  wanted: Search,
  banks: ReadonlyMap<number, BankAccess>,
  size: number,
): Promise<Question> {
  const {
    sort,
    from = 0,
    passage,
    editedSince,
    unusedSince,
    unusedBy,
    curriculumLine,
    ...rest
  } = wanted;
  const since = unusedSince === undefined ? null : await startOf(context, me, unusedSince);
  return {
    ...rest,
    order: sort,
    from,
    size,
    banks: [...banks.keys()],
    among:
      curriculumLine === undefined
        ? undefined
        : (await placedBelow(context.database, me, curriculumLine)).items,
    passage: passage === undefined ? undefined : passage === 'yes',
    editedSince: editedSince === undefined ? undefined : await startOf(context, me, editedSince),
    without: since === null ? undefined : await givenSince(context, me, since, unusedBy),
  };
}

export async function searchItems(context: Context, me: SignedIn, wanted: Search) {
  const banks = await readableBanks(context.database, me);
  const question = await questionOf(context, me, wanted, banks, pageSize);
  // Counts stand beside the first page; they would be the same for every other.
  const page = await context.finder.findSoFar({ ...question, counted: question.from === 0 });
  const { total, counts, matched, mended, ids, coming } = page;
  const items = await readItemsIn(context.database, banks, ids);
  const meant = new Set(page.matchedStandards);
  const shown = new Set(items.flatMap(({ standards }) => standards.map(({ id }) => id)));
  const matchedStandards = [...shown].filter((id) => meant.has(id));
  return { total, coming, counts, matched, matchedStandards, mended, items };
}

export async function findItems(context: Context, me: SignedIn, wanted: Search) {
  const banks = await readableBanks(context.database, me);
  const { total, ids } = await context.finder.find(
    await questionOf(context, me, wanted, banks, mostAtOnce),
  );
  if (ids.length === 0) return { total, items: [] };
  const items = await context.database.models.Item.findAll({
    attributes: ['id', 'bankId'],
    where: { id: ids, bankId: [...banks.keys()] },
    include: [{ association: 'revision', attributes: ['points', 'seconds'], required: true }],
  });
  const byId = new Map(
    items.map(({ id, bankId, revision }): [number, SelectedItem] => {
      const { points, seconds } = present(revision, 'revision of the item');
      return [id, { id, points, seconds, may: present(banks.get(bankId), 'bank').right }];
    }),
  );
  return { total, items: ids.flatMap((id) => byId.get(id) ?? []) };
}

/** Only which items a search finds, best known first. */
export async function findAllIds(
  context: Context,
  me: SignedIn,
  wanted: Filters,
  limit: number,
): Promise<number[]> {
  const banks = await readableBanks(context.database, me);
  const question = await questionOf(context, me, { ...wanted, sort: 'relevance' }, banks, limit);
  return (await context.finder.find({ ...question, counted: false })).ids;
}
