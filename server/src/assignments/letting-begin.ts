/** Letting a class begin what is begun in class only. */
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { toMillisOrNull } from '../database/connect';
import { notFound } from '../problems/problem';
import { lock } from './changing';

/** Pressed twice it stays as it was. @throws Problem 404 for an assignment that I do not run, or a class without it */
export function letClassBegin(
  { database, now }: Pick<Context, 'database' | 'now'>,
  me: SignedIn,
  { assignmentId, classId }: { assignmentId: number; classId: number },
  may: boolean,
): Promise<{ letInAt: number | null }> {
  return database.transaction(async (transaction) => {
    await lock(database, me, assignmentId, transaction);
    const line = await database.models.AssignmentClass.findOne({
      where: { assignmentId, classId },
      transaction,
    });
    if (!line) throw notFound('class');
    if (may !== (line.letInAt !== null))
      await line.update({ letInAt: may ? new Date(now()) : null }, { transaction });
    return { letInAt: toMillisOrNull(line.letInAt) };
  });
}
