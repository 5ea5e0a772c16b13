/** When answers were written, by the device's account of the server's clock. */
import type { Database } from '../database/connect';
import type { SavedAnswer } from '@oaken/contract/attempts';
import type { Transaction } from 'sequelize';

export const isInTime = ({ writtenAt }: SavedAnswer, end: number, beganAt: number) =>
  writtenAt !== undefined && writtenAt <= end && writtenAt >= beganAt;

export async function markLate(
  database: Database,
  attemptId: number,
  answers: readonly SavedAnswer[],
  transaction: Transaction,
): Promise<void> {
  for (const { entry, number, device, writtenAt } of answers)
    await database.query(
      'UPDATE answers SET arrived_late = TRUE, written_at = :writtenAt WHERE attempt_id = :attemptId AND entry_id = :entry AND number = :number AND device = :device',
      {
        replacements: { attemptId, entry, number, device, writtenAt: new Date(writtenAt!) },
        transaction,
      },
    );
}
