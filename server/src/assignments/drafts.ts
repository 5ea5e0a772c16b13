/** Assignments that are begun to be filled in, kept on the server for another day. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import { asking, editableTest } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { fromJson, insertedId, row, rows, toMillis, type Database } from '../database/connect';
import { notFound } from '../http/problem';

interface Stored {
  id: number;
  testId: number;
  title: string;
  kind: string;
  changedAt: Date;
  form: unknown;
}

const readDrafts = (database: Database, me: SignedIn, draftId: number | null) =>
  rows<Stored>(
    database,
    `SELECT d.id, d.test_id AS testId, t.title, COALESCE(JSON_VALUE(t.outline, '$.kind'), 'test') AS kind, d.changed_at AS changedAt, d.form
       FROM assignment_drafts d JOIN tests t ON t.id = d.test_id AND t.removed_at IS NULL
      WHERE d.owner_id = :me AND (:draftId IS NULL OR d.id = :draftId) ORDER BY d.changed_at DESC`,
    { ...asking(me), draftId },
  );

export async function listDrafts(
  database: Database,
  me: SignedIn,
): Promise<AnswerOf<typeof api.listDrafts>> {
  const found = await readDrafts(database, me, null);
  return {
    drafts: found.map(({ form: _, ...own }) => ({ ...own, changedAt: toMillis(own.changedAt) })),
  };
}

export async function readDraft(
  database: Database,
  me: SignedIn,
  draftId: number,
): Promise<AnswerOf<typeof api.readDraft>> {
  const [own] = await readDrafts(database, me, draftId);
  if (!own) throw notFound('The draft');
  return {
    ...own,
    changedAt: toMillis(own.changedAt),
    form: fromJson<Record<string, unknown>>(own.form),
  };
}

export async function keepDraft(
  { database, now }: Context,
  me: SignedIn,
  draftId: number,
  { clientKey, testId, form }: BodyOf<typeof api.keepDraft>,
): Promise<{ id: number }> {
  return database.transaction(async (transaction) => {
    const values = {
      ...asking(me),
      draftId,
      clientKey,
      testId,
      form: JSON.stringify(form),
      time: new Date(now()),
    };
    const test = await row(
      database,
      `SELECT t.id FROM tests t WHERE t.id = :testId AND t.removed_at IS NULL AND ${editableTest}`,
      values,
      transaction,
    );
    if (!test) throw notFound('The test');
    const known = await row<{ id: number }>(
      database,
      'SELECT id FROM assignment_drafts WHERE owner_id = :me AND (id = :draftId OR client_key = :clientKey) FOR UPDATE',
      values,
      transaction,
    );
    if (!known && draftId !== 0) throw notFound('The draft');
    if (known) {
      await database.query(
        'UPDATE assignment_drafts SET form = :form, changed_at = :time WHERE id = :id',
        { replacements: { ...values, id: known.id }, transaction },
      );
      return { id: known.id };
    }
    const id = await insertedId(
      database,
      'INSERT INTO assignment_drafts (owner_id, test_id, client_key, form, changed_at) VALUES (:me, :testId, :clientKey, :form, :time)',
      values,
      transaction,
    );
    return { id };
  });
}

export async function removeDraft(
  { database }: Context,
  me: SignedIn,
  draftId: number,
): Promise<void> {
  const values = { ...asking(me), draftId };
  const mine = 'id = :draftId AND owner_id = :me';
  if (!(await row(database, `SELECT id FROM assignment_drafts WHERE ${mine}`, values)))
    throw notFound('The draft');
  await database.query(`DELETE FROM assignment_drafts WHERE ${mine}`, { replacements: values });
}
