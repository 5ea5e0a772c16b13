/** Making and changing curricula: their names, their lines, and who may read them. */
import type { api, BodyOf } from '@oaken/contract';
import { outlineProblem } from '@oaken/core/curriculum';
import type { Transaction } from 'sequelize';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { createOnce } from '../database/create-once';
import type { Database } from '../database/connect';
import type { Curriculum } from '../models';
import { invalid, notFound, problem } from '../problems/problem';

/** A curriculum that I may change, locked. */
export async function holdCurriculum(
  { models }: Database,
  me: SignedIn,
  curriculumId: number,
  transaction: Transaction,
): Promise<Curriculum> {
  const curriculum = await models.Curriculum.scope(rule('readableBy', me)).findOne({
    where: { id: curriculumId, removedAt: null },
    lock: true,
    transaction,
  });
  if (!curriculum) throw notFound('curriculum');
  const mayEdit = await models.Curriculum.scope(rule('editableBy', me)).count({
    where: { id: curriculumId },
    transaction,
  });
  if (mayEdit === 0) throw problem('curriculum-not-yours');
  return curriculum;
}

function insistOnOutline(lines: BodyOf<typeof api.makeCurriculum>['lines']): void {
  const wrong = outlineProblem(lines);
  if (wrong) throw invalid([{ pointer: '/lines', message: wrong }]);
}

export async function makeCurriculum(
  { database, now }: Context,
  me: SignedIn,
  { clientKey, name, subject, lines }: BodyOf<typeof api.makeCurriculum>,
): Promise<{ id: number }> {
  insistOnOutline(lines);
  const time = new Date(now());
  const { Curriculum, CurriculumLine } = database.models;
  const ownerId = me.account.id;
  return database.transaction(async (transaction) => {
    const { row, fresh } = await createOnce(
      Curriculum,
      { ownerId, clientKey },
      {
        schoolId: me.account.schoolId,
        ownerId,
        name,
        subject,
        clientKey,
        createdAt: time,
        changedAt: time,
      },
      transaction,
    );
    if (fresh)
      await CurriculumLine.bulkCreate(
        lines.map((line, position) => ({ ...line, curriculumId: row.id, position })),
        { transaction },
      );
    return { id: row.id };
  });
}

export async function describeCurriculum(
  { database, now }: Context,
  me: SignedIn,
  curriculumId: number,
  facts: BodyOf<typeof api.describeCurriculum>,
): Promise<void> {
  await database.transaction(async (transaction) => {
    const curriculum = await holdCurriculum(database, me, curriculumId, transaction);
    // Who may read it is its owner's to say.
    if (facts.reach !== undefined && curriculum.ownerId !== me.account.id)
      throw problem('curriculum-not-yours');
    await curriculum.update({ ...facts, changedAt: new Date(now()) }, { transaction });
  });
}

export async function writeCurriculum(
  { database, now }: Context,
  me: SignedIn,
  curriculumId: number,
  { version, lines }: BodyOf<typeof api.writeCurriculum>,
): Promise<{ version: number; ids: number[] }> {
  insistOnOutline(lines);
  const { CurriculumLine } = database.models;
  return database.transaction(async (transaction) => {
    const curriculum = await holdCurriculum(database, me, curriculumId, transaction);
    if (curriculum.version !== version) throw problem('curriculum-changed-meanwhile');
    const stored = await CurriculumLine.findAll({ where: { curriculumId }, transaction });
    const byId = new Map(stored.map((line) => [line.id, line]));
    const kept = lines.flatMap(({ id }) => id ?? []);
    if (new Set(kept).size < kept.length || kept.some((id) => !byId.has(id)))
      throw notFound('line');
    const time = new Date(now());
    const ids: number[] = [];
    for (const [position, { id, ...line }] of lines.entries()) {
      const facts = { ...line, position, removedAt: null };
      const known = id === null ? undefined : byId.get(id);
      const row = known
        ? await known.update(facts, { transaction })
        : await CurriculumLine.create({ ...facts, curriculumId }, { transaction });
      ids.push(row.id);
    }
    // Contents stay with a line that is removed, so that it comes back whole.
    const gone = stored.filter(({ id, removedAt }) => removedAt === null && !kept.includes(id));
    await CurriculumLine.update(
      { removedAt: time },
      { where: { id: gone.map(({ id }) => id) }, transaction },
    );
    await curriculum.update({ version: version + 1, changedAt: time }, { transaction });
    return { version: version + 1, ids };
  });
}

/** @param removed false to bring it back */
export async function removeCurriculum(
  { database, now }: Context,
  me: SignedIn,
  curriculumId: number,
  removed: boolean,
): Promise<void> {
  const [changed] = await database.models.Curriculum.update(
    { removedAt: removed ? new Date(now()) : null },
    { where: { id: curriculumId, ownerId: me.account.id } },
  );
  if (changed === 0) throw notFound('curriculum');
}
