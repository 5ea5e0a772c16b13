/** How much of the answer sheets a person has still to look at. */
import { col, fn, Op } from 'sequelize';
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

/** What may still come of an assignment on paper. */
export async function paperLeft(
  database: Database,
  assignmentId: number,
): Promise<{ out: number; toLookAt: number }> {
  const { Attempt, PrintedSheet } = database.models;
  const sheets = await PrintedSheet.findAll({
    attributes: ['studentId'],
    where: { assignmentId, attemptId: null, studentId: { [Op.ne]: null } },
    raw: true,
  });
  const unclear = await unclearByAssignment(database, [assignmentId]);
  const toLookAt = unclear.get(assignmentId)?.count ?? 0;
  if (sheets.length === 0) return { out: 0, toLookAt };
  const studentId = [...new Set(sheets.flatMap((sheet) => sheet.studentId ?? []))];
  const answered = await Attempt.count({
    where: { assignmentId, studentId },
    distinct: true,
    col: 'studentId',
  });
  return { out: studentId.length - answered, toLookAt };
}
