/** The lines of curricula, and what is placed below one: by this items and tests are found. */
import { endOf } from '@oaken/core/curriculum';
import type { Transaction } from 'sequelize';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Database } from '../database/connect';
import type { CurriculumLine } from '../models';
import { notFound } from '../problems/problem';

/** The lines of curricula, in their order, without those that were removed. */
export async function linesOf(
  { models }: Database,
  curriculumIds: readonly number[],
  transaction?: Transaction,
): Promise<Map<number, CurriculumLine[]>> {
  const lines = await models.CurriculumLine.findAll({
    where: { curriculumId: [...curriculumIds], removedAt: null },
    order: ['curriculumId', 'position', 'id'],
    transaction,
  });
  const byCurriculum = new Map<number, CurriculumLine[]>(curriculumIds.map((id) => [id, []]));
  for (const line of lines) byCurriculum.get(line.curriculumId)?.push(line);
  return byCurriculum;
}

/** A line that I may read, with its curriculum. */
export async function findLine(
  { models }: Database,
  me: SignedIn,
  lineId: number,
): Promise<CurriculumLine> {
  const line = await models.CurriculumLine.findOne({ where: { id: lineId, removedAt: null } });
  const isMine =
    line &&
    (await models.Curriculum.scope(rule('readableBy', me)).count({
      where: { id: line.curriculumId, removedAt: null },
    })) > 0;
  if (!line || !isMine) throw notFound('line');
  return line;
}

/** Ids of a line and of all that belong to it. */
async function lineAndBelow(database: Database, me: SignedIn, lineId: number): Promise<number[]> {
  const { curriculumId } = await findLine(database, me, lineId);
  const lines = (await linesOf(database, [curriculumId])).get(curriculumId) ?? [];
  const index = lines.findIndex(({ id }) => id === lineId);
  return lines.slice(index, endOf(lines, index)).map(({ id }) => id);
}

/** Ids of the items and tests that are placed in a line or below it, whether I may read them or not. */
export async function placedBelow(
  database: Database,
  me: SignedIn,
  lineId: number,
): Promise<{ items: number[]; tests: number[] }> {
  const placements = await database.models.CurriculumPlacement.findAll({
    attributes: ['itemId', 'testId'],
    where: { lineId: await lineAndBelow(database, me, lineId) },
    raw: true,
  });
  return {
    items: [...new Set(placements.flatMap(({ itemId }) => itemId ?? []))],
    tests: [...new Set(placements.flatMap(({ testId }) => testId ?? []))],
  };
}
