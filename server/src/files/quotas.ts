/** How much may be kept, and how much is. */
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import type { Transaction, WhereOptions } from 'sequelize';
import { problem } from '../problems/problem';
import { leastFree, MB, quotas } from './limits';
import type { StoredFile } from '../models';
import { sentence } from './sentences';

export interface Use {
  files: number;
  bytes: number;
}

async function readUseBy(
  { database }: Context,
  where: WhereOptions<StoredFile>,
  transaction?: Transaction,
): Promise<Use> {
  const { StoredFile } = database.models;
  const files = await StoredFile.count({ where, transaction });
  const bytes = await StoredFile.sum('bytes', { where, transaction });
  return { files, bytes: Number(bytes ?? 0) };
}

/** What the school keeps altogether. */
export const readUse = (context: Context, schoolId: number, transaction?: Transaction) =>
  readUseBy(context, { schoolId }, transaction);

const full = (title: string, detail: string) => problem('no-room', { what: title, help: detail });
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
    throw full(sentence('thereIsNoRoomFor'), sentence('answersAreSavedAsBefore'));
  if (attemptId !== null) {
    const ofAttempt = await readUseBy(context, { attemptId }, transaction);
    if (ofAttempt.files >= quotas.attemptFiles)
      throw full(
        sentence('theseAreTooManyFiles'),
        sentence('oneTestCanHoldFiles', { attemptFiles: quotas.attemptFiles }),
      );
    if (ofAttempt.bytes + size > quotas.attempt)
      throw full(
        sentence('theseFilesAreTooLarge'),
        sentence('oneTestCanHoldYours', { attempt: inMB(quotas.attempt) }),
      );
  }
  const ofPerson = await readUseBy(context, { madeBy: me.account.id }, transaction);
  const quota = attemptId === null ? quotas.teacher : quotas.student;
  if (ofPerson.bytes + size > quota)
    throw full(
      sentence('yourFilesTakeTooMuch'),
      sentence('allThemTogetherMayHave', { quota: inMB(quota) }),
    );
  const ofSchool = await readUse(context, me.account.schoolId, transaction);
  if (ofSchool.bytes + size > context.fileRoom)
    throw full(
      sentence('schoolsRoomForFilesIs'),
      sentence('isAdministratorCanGiveMore', { fileRoom: inMB(context.fileRoom) }),
    );
}
