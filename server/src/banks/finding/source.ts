/** Reads what the index has to know of items. */
import type { FindableItem, StandardPlace } from '@oaken/core/finding';
import { toMillis, type Database } from '../../database/connect';
import { present } from '../../database/present';
import type { Folder, Item, Standard } from '../../models';
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

/** The items with these ids; one that is retired or gone is null. */
export async function* readFindable(
  database: Database,
  ids: number[],
): AsyncGenerator<[number, FindableItem | null]> {
  const { Item } = database.models;
  for (let from = 0; from < ids.length; from += atOnce) {
    const some = ids.slice(from, from + atOnce);
    const items = await Item.findAll({
      where: { id: some },
      include: [
        {
          association: 'revision',
          required: true,
          attributes: { exclude: ['content'] },
          include: [
            { association: 'revisionStandards', separate: true },
            { association: 'grades', separate: true },
            { association: 'tags', separate: true },
            {
              association: 'passage',
              include: [{ association: 'revision', attributes: ['words'] }],
            },
          ],
        },
      ],
    });
    const left = new Set(some);
    for (const item of items) {
      left.delete(item.id);
      yield [item.id, item.retiredAt === null ? findable(item) : null];
    }
    for (const id of left) yield [id, null];
  }
}

function findable(item: Item): FindableItem {
  const revision = present(item.revision, 'revision of the item');
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
    separation: item.itemRestCorrelation,
    uses: item.useCount,
    grades: (revision.grades ?? []).map(({ grade }) => grade),
    standards: (revision.revisionStandards ?? []).map(({ standardId }) => standardId),
    tags: (revision.tags ?? []).map(({ tag }) => tag),
    createdAt: toMillis(item.createdAt),
    editedAt: toMillis(revision.createdAt),
    text: {
      stem: revision.words,
      choices: revision.choiceWords,
      passage: revision.passage?.revision?.words ?? '',
    },
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

export async function readStandards({ models }: Database): Promise<StandardPlace[]> {
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
