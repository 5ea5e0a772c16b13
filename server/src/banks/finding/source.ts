/** Reads what the index has to know of items. */
import type { FindableItem, StandardPlace } from '@oaken/core/finding';
import type { Sequelize } from 'sequelize';
import { row, rows, toMillis } from '../../database/connect';

const atOnce = 1000;

export interface Touched {
  id: number;
  at: number;
}

/** Items that have changed since `since` (all of them when null), with the database's own clock. */
export async function touchedSince(database: Sequelize, since: number | null) {
  const [clock, ...touched] = await rows<{ id: number | null; at: Date }>(
    database,
    `SELECT NULL AS id, NOW(3) AS at UNION ALL SELECT id, touched_at FROM items ${since === null ? '' : 'WHERE touched_at >= :since'}`,
    { since: new Date(since ?? 0) },
  );
  return {
    now: toMillis(clock!.at),
    touched: touched
      .map(({ id, at }): Touched => ({ id: id!, at: toMillis(at) }))
      .sort((a, b) => a.id - b.id),
  };
}

interface Row extends Omit<
  FindableItem,
  'grades' | 'standards' | 'tags' | 'text' | 'createdAt' | 'editedAt' | 'facility' | 'hasPassage'
> {
  revisionId: number;
  retired: number;
  seenShare: number;
  passageId: number | null;
  createdAt: Date;
  editedAt: Date;
  stem: string;
  choices: string;
  passage: string | null;
}

/** The items with these ids; one that is retired or gone is null. */
export async function* readFindable(
  database: Sequelize,
  ids: number[],
): AsyncGenerator<[number, FindableItem | null]> {
  for (let from = 0; from < ids.length; from += atOnce) {
    const some = ids.slice(from, from + atOnce);
    const found = await rows<Row>(
      database,
      `SELECT i.id, i.bank_id AS bank, i.folder_id AS folder, i.retired_at IS NOT NULL AS retired, r.id AS revisionId, r.kind,
              r.marked_by AS markedBy, r.media, r.passage_id AS passageId, r.subject, r.depth, i.seen_n AS seenN,
              i.seen_share AS seenShare, i.separation, i.uses, i.created_at AS createdAt, r.created_at AS editedAt,
              r.words AS stem, r.choice_words AS choices, pr.words AS passage
         FROM items i JOIN revisions r ON r.id = i.revision_id
         LEFT JOIN passages p ON p.id = r.passage_id LEFT JOIN passage_revisions pr ON pr.id = p.revision_id
        WHERE i.id IN (:some)`,
      { some },
    );
    const revisions = found.map(({ revisionId }) => revisionId);
    const [standards, grades, tags] =
      revisions.length === 0
        ? [[], [], []]
        : await Promise.all([
            rows<{ r: number; v: number }>(
              database,
              'SELECT revision_id AS r, standard_id AS v FROM revision_standards WHERE revision_id IN (:revisions)',
              { revisions },
            ),
            rows<{ r: number; v: number }>(
              database,
              'SELECT revision_id AS r, grade AS v FROM revision_grades WHERE revision_id IN (:revisions)',
              { revisions },
            ),
            rows<{ r: number; v: string }>(
              database,
              'SELECT revision_id AS r, tag AS v FROM revision_tags WHERE revision_id IN (:revisions)',
              { revisions },
            ),
          ]);
    const [standardsOf, gradesOf, tagsOf] = [
      byRevision(standards),
      byRevision(grades),
      byRevision(tags),
    ];
    const left = new Set(some);
    for (const own of found) {
      left.delete(own.id);
      yield [own.id, own.retired ? null : findable(own, gradesOf, standardsOf, tagsOf)];
    }
    for (const id of left) yield [id, null];
  }
}

function findable(
  own: Row,
  grades: Map<number, number[]>,
  standards: Map<number, number[]>,
  tags: Map<number, string[]>,
): FindableItem {
  return {
    id: own.id,
    bank: own.bank,
    folder: own.folder,
    kind: own.kind,
    markedBy: own.markedBy,
    media: own.media,
    hasPassage: own.passageId !== null,
    subject: own.subject,
    depth: own.depth,
    seenN: own.seenN,
    facility: own.seenN > 0 ? own.seenShare : null,
    separation: own.separation,
    uses: own.uses,
    grades: grades.get(own.revisionId) ?? [],
    standards: standards.get(own.revisionId) ?? [],
    tags: tags.get(own.revisionId) ?? [],
    createdAt: toMillis(own.createdAt),
    editedAt: toMillis(own.editedAt),
    text: { stem: own.stem, choices: own.choices, passage: own.passage ?? '' },
  };
}

function byRevision<T>(list: { r: number; v: T }[]): Map<number, T[]> {
  const found = new Map<number, T[]>();
  for (const { r, v } of list) {
    const held = found.get(r);
    if (held) held.push(v);
    else found.set(r, [v]);
  }
  return found;
}

/** A sign that changes whenever standards or folders do. */
export async function treesSign(database: Sequelize): Promise<string> {
  const found = await row<{ sign: string }>(
    database,
    `SELECT CONCAT_WS('/', (SELECT CONCAT(COUNT(*), ' ', COALESCE(MAX(id), 0)) FROM standards),
            (SELECT CONCAT(COUNT(*), ' ', COALESCE(MAX(touched_at), 0)) FROM folders)) AS sign`,
  );
  return found!.sign;
}

export const readStandards = (database: Sequelize) =>
  rows<StandardPlace>(
    database,
    'SELECT id, parent_id AS parentId, code, framework_id AS framework FROM standards',
  );

export const readFolders = (database: Sequelize) =>
  rows<{ id: number; parentId: number | null }>(
    database,
    'SELECT id, parent_id AS parentId FROM folders',
  );
