/** How much may be kept, and how much is. */
import { asking } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { row } from '../database/connect';
import type { Transaction } from 'sequelize';
import { Problem } from '../http/problem';
import { leastFree, MB, quotas } from './limits';

export interface Use {
  files: number;
  bytes: number;
}

async function readUseBy(
  context: Context,
  condition: string,
  values: Record<string, unknown>,
  transaction?: Transaction,
): Promise<Use> {
  const used = await row<{ files: number; bytes: number }>(
    context.database,
    `SELECT COUNT(*) AS files, CAST(COALESCE(SUM(bytes), 0) AS DOUBLE) AS bytes FROM files WHERE ${condition}`,
    values,
    transaction,
  );
  return { files: Number(used!.files), bytes: Number(used!.bytes) };
}

/** What the school keeps altogether. */
export const readUse = (context: Context, schoolId: number, transaction?: Transaction) =>
  readUseBy(context, 'school_id = :schoolId', { schoolId }, transaction);

const full = (title: string, detail: string) => new Problem(507, title, detail);
const inMB = (bytes: number) => `${Math.floor(bytes / MB).toLocaleString('en')} MB`;

/**
 * Refuses a file while it is still with its sender.
 *
 * @throws Problem 507 with what is full and what to do about it
 */
export async function insistOnRoom(
  context: Context,
  me: SignedIn,
  attemptId: number | null,
  size: number,
  transaction?: Transaction,
): Promise<void> {
  if ((await context.freeDisk()) - size < leastFree)
    throw full(
      'There is no room for files on the school’s server.',
      'Answers are saved as before. Tell whoever looks after the server.',
    );
  const values = { ...asking(me), attemptId };
  if (attemptId !== null) {
    const ofAttempt = await readUseBy(context, 'attempt_id = :attemptId', values, transaction);
    if (ofAttempt.files >= quotas.attemptFiles)
      throw full(
        'These are too many files.',
        `One test can hold ${quotas.attemptFiles} files of yours.`,
      );
    if (ofAttempt.bytes + size > quotas.attempt)
      throw full(
        'These files are too large together.',
        `One test can hold ${inMB(quotas.attempt)} of yours.`,
      );
  }
  const ofPerson = await readUseBy(context, 'made_by = :me', values, transaction);
  const most = attemptId === null ? quotas.teacher : quotas.student;
  if (ofPerson.bytes + size > most)
    throw full(
      'Your files take too much room.',
      `All of them together may have ${inMB(most)}. Ask your school.`,
    );
  const ofSchool = await readUse(context, me.account.schoolId, transaction);
  if (ofSchool.bytes + size > context.fileRoom)
    throw full(
      'The school’s room for files is full.',
      `It is ${inMB(context.fileRoom)}. An administrator can give more.`,
    );
}
