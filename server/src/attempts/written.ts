/** When answers were written, by the device's account of the server's clock. */
import type { Database } from '../database/connect';
import type { SavedAnswer } from '@oaken/contract/attempts';
import type { Transaction } from 'sequelize';
import { present } from '@oaken/core/certain';

export const isInTime = ({ writtenAt }: SavedAnswer, end: number, beganAt: number) =>
  writtenAt !== undefined && writtenAt <= end && writtenAt >= beganAt;

export async function markLate(
  database: Database,
  attemptId: number,
  answers: readonly SavedAnswer[],
  transaction: Transaction,
): Promise<void> {
  for (const { entry, number, device, writtenAt } of answers)
    await database.models.Answer.update(
      { arrivedLate: true, writtenAt: new Date(present(writtenAt, 'time of a late answer')) },
      { where: { attemptId, entryId: entry, number, device }, transaction },
    );
}
