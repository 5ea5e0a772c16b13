import type { Standard } from '@oaken/contract/standards';
import type { Sequelize } from 'sequelize';
import { rows } from '../database/connect';

/** All standards of all frameworks, parents before children. */
export async function readStandards(database: Sequelize): Promise<(Standard & { frameworkId: number })[]> {
  const list = await rows<Omit<Standard, 'grades'> & { frameworkId: number; grades: string | null }>(
    database,
    `SELECT s.id, s.framework_id AS frameworkId, s.parent_id AS parentId, s.code, s.statement, s.subject,
            GROUP_CONCAT(g.grade ORDER BY g.grade) AS grades
       FROM standards s LEFT JOIN standard_grades g ON g.standard_id = s.id
      GROUP BY s.id ORDER BY s.framework_id, s.position`,
  );
  return list.map((one) => ({ ...one, grades: one.grades?.split(',').map(Number) ?? [] }));
}

/** The ids of a standard and of everything below it. */
export async function withBelow(database: Sequelize, standardId: number): Promise<number[]> {
  const found = await rows<{ id: number }>(
    database,
    `WITH RECURSIVE below AS (
       SELECT id FROM standards WHERE id = :standardId
       UNION ALL SELECT s.id FROM standards s JOIN below ON s.parent_id = below.id
     ) SELECT id FROM below`,
    { standardId },
  );
  return found.map(({ id }) => id);
}
