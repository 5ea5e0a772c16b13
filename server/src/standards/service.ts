import type { Standard } from '@oaken/contract/standards';
import { rows, type Database } from '../database/connect';

/** All standards of all frameworks, parents before children. */
export async function readStandards(
  database: Database,
): Promise<(Standard & { frameworkId: number })[]> {
  const list = await rows<
    Omit<Standard, 'grades'> & { frameworkId: number; grades: string | null }
  >(
    database,
    `SELECT s.id, s.framework_id AS frameworkId, s.parent_id AS parentId, s.code, s.statement, s.subject,
            GROUP_CONCAT(g.grade ORDER BY g.grade) AS grades
       FROM standards s LEFT JOIN standard_grades g ON g.standard_id = s.id
      GROUP BY s.id ORDER BY s.framework_id, s.position`,
  );
  return list.map((one) => ({ ...one, grades: one.grades?.split(',').map(Number) ?? [] }));
}
