/**
 * The lists beside revisions, each read in one statement for all of them. Rows are taken as they
 * come: a search shows fifty items within tens of milliseconds, and to make a model of each row of
 * these lists took longer than to read it.
 */
import type { Transaction } from 'sequelize';
import type { Database } from '../database/connect';

export interface Labels {
  grades: number[];
  tags: string[];
}

export interface Lists extends Labels {
  /** Ids; the order is that of the tables. */
  standards: number[];
}

export interface StandardRow {
  id: number;
  code: string;
  statement: string;
}

/** Rows by the revision that they belong to, in the order in which they came. */
function grouped<Row extends { revisionId: number }, Value>(
  rows: readonly Row[],
  valueOf: (row: Row) => Value,
): (revisionId: number) => Value[] {
  const groups = new Map<number, Value[]>();
  for (const row of rows) {
    const group = groups.get(row.revisionId);
    if (group) group.push(valueOf(row));
    else groups.set(row.revisionId, [valueOf(row)]);
  }
  return (revisionId) => groups.get(revisionId) ?? [];
}

/** Grades and tags by revision, in their order. A revision without any has empty lists. */
export async function labelsBeside(
  { models: { RevisionGrade, RevisionTag } }: Database,
  revisionIds: number[],
  transaction?: Transaction,
): Promise<(revisionId: number) => Labels> {
  const where = { revisionId: revisionIds };
  const [grades, tags] = await Promise.all([
    RevisionGrade.findAll({ where, order: ['grade'], raw: true, transaction }),
    RevisionTag.findAll({ where, order: ['tag'], raw: true, transaction }),
  ]);
  const gradesOf = grouped(grades, ({ grade }) => grade);
  const tagsOf = grouped(tags, ({ tag }) => tag);
  return (revisionId) => ({ grades: gradesOf(revisionId), tags: tagsOf(revisionId) });
}

/** Standards by revision, in the order of their framework. */
export async function standardsBeside(
  { models: { RevisionStandard } }: Database,
  revisionIds: number[],
  transaction?: Transaction,
): Promise<(revisionId: number) => StandardRow[]> {
  const rows = await RevisionStandard.findAll({
    where: { revisionId: revisionIds },
    include: { association: 'standard', attributes: ['id', 'code', 'statement'], required: true },
    order: [['standard', 'position', 'ASC']],
    raw: true,
    nest: true,
    transaction,
  });
  return grouped(rows as unknown as { revisionId: number; standard: StandardRow }[], (row) => ({
    id: row.standard.id,
    code: row.standard.code,
    statement: row.standard.statement,
  }));
}

/** All lists by revision, of standards only the ids. */
export async function listsBeside(
  database: Database,
  revisionIds: number[],
): Promise<(revisionId: number) => Lists> {
  const [labelsOf, standards] = await Promise.all([
    labelsBeside(database, revisionIds),
    database.models.RevisionStandard.findAll({ where: { revisionId: revisionIds }, raw: true }),
  ]);
  const standardsOf = grouped(standards, ({ standardId }) => standardId);
  return (revisionId) => ({ ...labelsOf(revisionId), standards: standardsOf(revisionId) });
}
