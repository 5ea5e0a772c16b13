/**
 * The lists beside revisions, each read in one statement for all of them. Rows are taken as they
 * come: a search shows fifty items within tens of milliseconds, and to make a model of each row of
 * these lists took longer than to read it.
 */
import type { Transaction } from 'sequelize';
import type { Database } from '../database/connect';

export interface Lists {
  grades: number[];
  /** Ids; the order is that of the tables. */
  standards: number[];
  tags: string[];
}

/** By revision; grades and tags in their order. A revision without any has empty lists. */
export async function listsBeside(
  { models: { RevisionGrade, RevisionStandard, RevisionTag } }: Database,
  revisionIds: number[],
  transaction?: Transaction,
): Promise<(revisionId: number) => Lists> {
  const where = { revisionId: revisionIds };
  const [grades, standards, tags] = await Promise.all([
    RevisionGrade.findAll({ where, order: ['grade'], raw: true, transaction }),
    RevisionStandard.findAll({ where, raw: true, transaction }),
    RevisionTag.findAll({ where, order: ['tag'], raw: true, transaction }),
  ]);
  const lists = new Map<number, Lists>(
    revisionIds.map((id) => [id, { grades: [], standards: [], tags: [] }]),
  );
  for (const { revisionId, grade } of grades) lists.get(revisionId)?.grades.push(grade);
  for (const { revisionId, standardId } of standards)
    lists.get(revisionId)?.standards.push(standardId);
  for (const { revisionId, tag } of tags) lists.get(revisionId)?.tags.push(tag);
  return (revisionId) => lists.get(revisionId) ?? { grades: [], standards: [], tags: [] };
}
