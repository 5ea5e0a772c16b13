/** How much of the answer sheets a person has still to look at. */
import { col, fn } from 'sequelize';
import { toMillis, type Database } from '../database/connect';

export interface Unclear {
  /** Rows of pages that are taken, and pages that have no place. */
  count: number;
  /** When the latest of them was read. */
  at: number;
}

/** @returns by assignment; those of which everything is sure are left out */
export async function unclearByAssignment(
  { models }: Database,
  assignmentId: number[],
): Promise<Map<number, Unclear>> {
  const groups = (await models.ScannedPage.findAll({
    attributes: [
      'assignmentId',
      'state',
      [fn('SUM', col('open_rows')), 'rows'],
      [fn('COUNT', col('id')), 'pages'],
      [fn('MAX', col('read_at')), 'latest'],
    ],
    where: { assignmentId, state: ['taken', 'waiting'] },
    group: ['assignmentId', 'state'],
    raw: true,
  })) as unknown as {
    assignmentId: number;
    state: 'taken' | 'waiting';
    rows: string;
    pages: number;
    latest: Date;
  }[];
  const unclear = new Map<number, Unclear>();
  for (const { assignmentId: id, state, rows, pages, latest } of groups) {
    const count = state === 'waiting' ? Number(pages) : Number(rows);
    const held = unclear.get(id) ?? { count: 0, at: 0 };
    if (count > 0)
      unclear.set(id, { count: held.count + count, at: Math.max(held.at, toMillis(latest)) });
  }
  return unclear;
}
