import { pageSize, type search } from '@oaken/contract/banks';
import type { Sequelize } from 'sequelize';
import type { z } from 'zod';
import { asking, readableBank } from '../access';
import type { SignedIn } from '../accounts/sessions';
import { row, rows, type Values } from '../database/connect';
import { withBelow } from '../standards/service';
import { readRevisions } from './rows';

type Search = z.output<typeof search>;
type Filter = 'words' | 'standard' | 'grades' | 'subject' | 'kind' | 'depth' | 'bank' | 'folder';
type Conditions = Partial<Record<Filter, string>>;

const likeAny = (text: string) => `%${text.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%`;

/** One condition for each filter that is set, so that a count can leave its own filter out. */
async function conditionsOf(database: Sequelize, wanted: Search): Promise<{ conditions: Conditions; values: Values }> {
  const conditions: Conditions = {};
  const values: Values = {};
  const words = wanted.words?.split(/\s+/).filter(Boolean).slice(0, 8) ?? [];
  if (words.length > 0) {
    conditions.words = words
      .map((word, at) => {
        values[`word${at}`] = likeAny(word);
        values[`code${at}`] = likeAny(word.replace(/[^\p{L}\p{N}]/gu, ''));
        const inCode = `EXISTS (SELECT 1 FROM revision_standards ws JOIN standards w ON w.id = ws.standard_id
                         WHERE ws.revision_id = r.id AND REPLACE(w.code, '.', '') LIKE :code${at})`;
        return /[\p{L}\p{N}]/u.test(word) ? `(r.words LIKE :word${at} OR ${inCode})` : `r.words LIKE :word${at}`;
      })
      .join(' AND ');
  }
  if (wanted.standard !== undefined) {
    values.standards = [...(await withBelow(database, wanted.standard)), 0];
    conditions.standard =
      'EXISTS (SELECT 1 FROM revision_standards rs WHERE rs.revision_id = r.id AND rs.standard_id IN (:standards))';
  }
  if (wanted.grades?.length) {
    values.grades = wanted.grades;
    conditions.grades =
      'EXISTS (SELECT 1 FROM revision_grades rg WHERE rg.revision_id = r.id AND rg.grade IN (:grades))';
  }
  const equal = {
    subject: 'r.subject',
    kind: 'r.kind',
    depth: 'r.depth',
    bank: 'i.bank_id',
    folder: 'i.folder_id',
  } as const;
  for (const [name, column] of Object.entries(equal) as [keyof typeof equal, string][]) {
    if (wanted[name] === undefined) continue;
    values[name] = wanted[name];
    conditions[name] = `${column} = :${name}`;
  }
  return { conditions, values };
}

const orders: Record<Search['sort'], string> = {
  relevance: 'i.seen_n DESC, i.id',
  newest: 'r.created_at DESC, i.id DESC',
  easiest: 'i.seen_n = 0, i.seen_share DESC, i.id',
  hardest: 'i.seen_n = 0, i.seen_share, i.id',
  'most-used': '(SELECT COUNT(*) FROM test_revisions tr WHERE tr.revision_id = r.id) DESC, i.id',
};

export async function searchItems(database: Sequelize, me: SignedIn, wanted: Search) {
  const { conditions, values: filterValues } = await conditionsOf(database, wanted);
  const values = { ...filterValues, ...asking(me) };
  const where = (leaveOut?: Filter) =>
    ['i.retired_at IS NULL', readableBank]
      .concat(Object.entries(conditions).flatMap(([name, sql]) => (name === leaveOut ? [] : [sql])))
      .join(' AND ');
  const from = 'items i JOIN revisions r ON r.id = i.revision_id JOIN banks b ON b.id = i.bank_id';
  const countBy = (filter: Filter, column: string, join = '') =>
    rows<{ choice: number | string; n: number }>(
      database,
      `SELECT ${column} AS choice, COUNT(DISTINCT i.id) AS n FROM ${from} ${join}
        WHERE ${where(filter)} AND ${column} IS NOT NULL GROUP BY ${column}`,
      values,
    );

  const [total, page, pairs, tree, grades, kinds, depths] = await Promise.all([
    row<{ n: number }>(database, `SELECT COUNT(*) AS n FROM ${from} WHERE ${where()}`, values),
    rows<{ revisionId: number }>(
      database,
      `SELECT r.id AS revisionId FROM ${from} WHERE ${where()} ORDER BY ${orders[wanted.sort]} LIMIT :from, :size`,
      { ...values, from: wanted.from, size: pageSize },
    ),
    rows<{ item: number; standard: number }>(
      database,
      `SELECT i.id AS item, cs.standard_id AS standard FROM ${from}
         JOIN revision_standards cs ON cs.revision_id = r.id WHERE ${where('standard')}`,
      values,
    ),
    rows<{ id: number; parentId: number | null }>(database, 'SELECT id, parent_id AS parentId FROM standards'),
    countBy('grades', 'cg.grade', 'JOIN revision_grades cg ON cg.revision_id = r.id'),
    countBy('kind', 'r.kind'),
    countBy('depth', 'r.depth'),
  ]);
  const tally = (list: { choice: number | string; n: number }[]) =>
    list.map(({ choice, n }): [number | string, number] => [choice, n]);
  return {
    total: total?.n ?? 0,
    items: await readRevisions(
      database,
      me.account.id,
      page.map(({ revisionId }) => revisionId),
    ),
    counts: {
      standards: countUpwards(pairs, tree),
      grades: tally(grades),
      kinds: tally(kinds),
      depths: tally(depths),
    },
  };
}

/** Each item counts once for its standard and once for each one above it. */
function countUpwards(
  pairs: { item: number; standard: number }[],
  tree: { id: number; parentId: number | null }[],
): [number, number][] {
  const parent = new Map(tree.map(({ id, parentId }) => [id, parentId]));
  const items = new Map<number, Set<number>>();
  for (const { item, standard } of pairs) {
    for (let at: number | null = standard; at !== null; at = parent.get(at) ?? null) {
      const held = items.get(at) ?? new Set();
      items.set(at, held.add(item));
    }
  }
  return [...items].map(([standard, held]) => [standard, held.size]);
}
