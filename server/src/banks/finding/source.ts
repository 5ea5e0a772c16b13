/** Reads what the index has to know of items. */
import type { FindableItem, PlacedStandard } from '@oaken/core/finding';
import { Op, type InferAttributes } from 'sequelize';
import { toMillis, type Database } from '../../database/connect';
import { byId } from '../../database/by-id';
import { present } from '@oaken/core/certain';
import type { Folder, Item, Revision, Standard } from '../../models';
import { listsBeside, type Lists } from '../lists';
import { touchedItems } from '../queries';

const atOnce = 1000;

export interface Touched {
  id: number;
  at: number;
}

/** Items that have changed since `since` (all of them when null), with the database's own clock. */
export async function touchedSince(database: Database, since: number | null) {
  const [clock, ...touched] = await touchedItems(database, since);
  return {
    now: toMillis(present(clock, 'clock of the database').touchedAt),
    touched: touched
      .flatMap(({ id, touchedAt }): Touched[] =>
        id === null ? [] : [{ id, at: toMillis(touchedAt) }],
      )
      .sort((a, b) => a.id - b.id),
  };
}

/** Later than any change. */
const never = Date.UTC(9999, 0);

/** The database's own clock. */
export const clockOf = async (database: Database): Promise<number> =>
  (await touchedSince(database, never)).now;

/** All items, the newest first; one that is retired is null. */
export async function* readAllFindable(
  database: Database,
): AsyncGenerator<[number, FindableItem | null]> {
  let last = Number.MAX_SAFE_INTEGER;
  for (;;) {
    const page = await database.models.Item.findAll({
      attributes: ['id'],
      where: { id: { [Op.lt]: last } },
      order: [['id', 'DESC']],
      limit: atOnce,
      raw: true,
    });
    if (page.length === 0) return;
    const ids = page.map(({ id }) => id);
    yield* readSome(database, ids);
    last = Math.min(...ids);
  }
}

/** The items with these ids; one that is retired or gone is null. */
export async function* readFindable(
  database: Database,
  ids: number[],
): AsyncGenerator<[number, FindableItem | null]> {
  for (let from = 0; from < ids.length; from += atOnce)
    yield* readSome(database, ids.slice(from, from + atOnce));
}

async function* readSome(
  database: Database,
  ids: number[],
): AsyncGenerator<[number, FindableItem | null]> {
  const { Item, Passage, Revision } = database.models;
  const items = byId(await Item.findAll({ where: { id: ids }, raw: true }));
  const revisionIds = [...items.values()].flatMap(({ revisionId }) => revisionId ?? []);
  const revisions = byId(
    await Revision.findAll({
      attributes: { exclude: ['content'] },
      where: { id: revisionIds },
      raw: true,
    }),
  );
  const passageIds = [...revisions.values()].flatMap(({ passageId }) => passageId ?? []);
  const [listsOf, passages] = await Promise.all([
    listsBeside(database, { revisions: revisionIds }),
    Passage.findAll({
      where: { id: [...new Set(passageIds)] },
      include: { association: 'revision', attributes: ['words'] },
    }).then(byId),
  ]);
  for (const id of ids) {
    const item = items.get(id);
    const revision = item?.revisionId && revisions.get(item.revisionId);
    if (!item || !revision || item.retiredAt !== null) yield [id, null];
    else {
      const passage = revision.passageId === null ? null : passages.get(revision.passageId);
      yield [id, findable(item, revision, listsOf(revision.id), passage?.revision?.words ?? '')];
    }
  }
}

function findable(
  item: InferAttributes<Item>,
  revision: InferAttributes<Revision>,
  { grades, standards, tags }: Lists,
  passage: string,
): FindableItem {
  return {
    id: item.id,
    bank: item.bankId,
    folder: item.folderId,
    kind: revision.kind,
    markedBy: revision.markedBy,
    media: revision.media,
    hasPassage: revision.passageId !== null,
    subject: revision.subject,
    depth: revision.depth,
    seenN: item.answerCount,
    facility: item.answerCount > 0 ? item.averageScore : null,
    itemRestCorrelation: item.itemRestCorrelation,
    uses: item.useCount,
    grades,
    standards: standards.map(({ id }) => id),
    tags,
    createdAt: toMillis(item.createdAt),
    editedAt: toMillis(revision.createdAt),
    text: { stem: revision.words, choices: revision.choiceWords, passage },
  };
}

/** A sign that changes whenever standards or folders do. */
export async function treesSign({ models: { Folder, Standard } }: Database): Promise<string> {
  const [standards, lastStandard, folders, lastFolder] = await Promise.all([
    Standard.count(),
    Standard.max<number, Standard>('id'),
    Folder.count(),
    Folder.max<Date, Folder>('touchedAt'),
  ]);
  return [standards, lastStandard, folders, lastFolder?.getTime()].join('/');
}

export async function readStandards({ models }: Database): Promise<PlacedStandard[]> {
  const standards = await models.Standard.findAll({
    attributes: ['id', 'parentId', 'code', 'frameworkId'],
  });
  return standards.map(({ id, parentId, code, frameworkId }) => ({
    id,
    parentId,
    code,
    framework: frameworkId,
  }));
}

export async function readFolders({ models }: Database) {
  const folders = await models.Folder.findAll({ attributes: ['id', 'parentId'] });
  return folders.map(({ id, parentId }) => ({ id, parentId }));
}
