/** The lists beside revisions, read in one statement for all of them. */
import type { Transaction } from 'sequelize';
import type { Database } from '../database/connect';
import { listsOfRevisions, type Listed } from './queries';

export interface Lists {
  grades: number[];
  /** In alphabetical order. */
  tags: string[];
  /** In the order of their framework. */
  standards: { id: number; code: string; statement: string }[];
}

const alphabetical = new Intl.Collator('en');

/** @returns the lists of a revision by its id; of one without any they are empty */
export async function listsBeside(
  database: Database,
  listed: Listed,
  transaction?: Transaction,
): Promise<(revisionId: number) => Lists> {
  const lists = new Map<number, Lists>();
  const of = (revisionId: number): Lists => {
    const known = lists.get(revisionId) ?? { grades: [], tags: [], standards: [] };
    lists.set(revisionId, known);
    return known;
  };
  const entries = await listsOfRevisions(database, listed, transaction);
  for (const { revisionId, list, id, name, statement } of entries)
    if (list === 'grade') of(revisionId).grades.push(id);
    else if (list === 'tag') of(revisionId).tags.push(name);
    else of(revisionId).standards.push({ id, code: name, statement });
  for (const { tags } of lists.values()) tags.sort(alphabetical.compare);
  return of;
}
