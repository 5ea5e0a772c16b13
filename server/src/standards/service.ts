import type { Standard } from '@oaken/contract/standards';
import { type Database } from '../database/connect';

/** All standards of all frameworks, parents before children. */
export async function readStandards({
  models,
}: Database): Promise<(Standard & { frameworkId: number })[]> {
  const standards = await models.Standard.findAll({
    include: [{ association: 'grades', separate: true, order: ['grade'] }],
    order: ['frameworkId', 'position'],
  });
  return standards.map(({ id, frameworkId, parentId, code, statement, subject, grades = [] }) => ({
    id,
    frameworkId,
    parentId,
    code,
    statement,
    subject,
    grades: grades.map(({ grade }) => grade),
  }));
}
