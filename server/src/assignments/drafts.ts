/** Assignments that are begun to be filled in, kept on the server for another day. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import { Op, type WhereOptions } from 'sequelize';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { toMillis, type Database } from '../database/connect';
import { notFound } from '../problems/problem';
import type { AssignmentDraft } from '../models';

async function readDrafts(
  { models }: Database,
  me: SignedIn,
  where: WhereOptions<AssignmentDraft> = {},
) {
  const drafts = await models.AssignmentDraft.findAll({
    where: { ...where, ownerId: me.account.id },
    include: [{ association: 'test', where: { removedAt: null } }],
    order: [['changedAt', 'DESC']],
  });
  return drafts.map(({ id, testId, test, changedAt, form }) => ({
    id,
    testId,
    title: test?.title ?? '',
    kind: test?.outline.kind ?? 'test',
    changedAt: toMillis(changedAt),
    form,
  }));
}

export async function listDrafts(
  database: Database,
  me: SignedIn,
): Promise<AnswerOf<typeof api.listDrafts>> {
  const drafts = await readDrafts(database, me);
  return { drafts: drafts.map(({ form: _, ...draft }) => draft) };
}

export async function readDraft(
  database: Database,
  me: SignedIn,
  draftId: number,
): Promise<AnswerOf<typeof api.readDraft>> {
  const [draft] = await readDrafts(database, me, { id: draftId });
  if (!draft) throw notFound('draft');
  return draft;
}

export async function keepDraft(
  { database, now }: Context,
  me: SignedIn,
  draftId: number,
  { clientKey, testId, form }: BodyOf<typeof api.keepDraft>,
): Promise<{ id: number }> {
  const { AssignmentDraft, Test } = database.models;
  const ownerId = me.account.id;
  const changedAt = new Date(now());
  return database.transaction(async (transaction) => {
    const test = await Test.scope(rule('editableBy', me)).findOne({
      where: { id: testId, removedAt: null },
      transaction,
    });
    if (!test) throw notFound('test');
    const known = await AssignmentDraft.findOne({
      where: { ownerId, [Op.or]: [{ id: draftId }, { clientKey }] },
      lock: true,
      transaction,
    });
    if (!known && draftId !== 0) throw notFound('draft');
    const draft = known
      ? await known.update({ form, changedAt }, { transaction })
      : await AssignmentDraft.create(
          { ownerId, testId, clientKey, form, changedAt },
          { transaction },
        );
    return { id: draft.id };
  });
}

export async function removeDraft(
  { database }: Context,
  me: SignedIn,
  draftId: number,
): Promise<void> {
  const removed = await database.models.AssignmentDraft.destroy({
    where: { id: draftId, ownerId: me.account.id },
  });
  if (removed === 0) throw notFound('draft');
}
