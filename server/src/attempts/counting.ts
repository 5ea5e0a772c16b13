/** Keeps up which of a student's attempts counts, and with how many points. */
import type { Counting } from '@oaken/core/assignments';
import { countAttempts } from '@oaken/core/attempts';
import type { Transaction } from 'sequelize';
import { type Database } from '../database/connect';
import type { Attempt } from '../models';

/** @param studentId one student; null: all of them */
export async function recount(
  { models }: Database,
  assignmentId: number,
  counts: Counting,
  studentId: number | null,
  transaction: Transaction,
): Promise<void> {
  const attempts = await models.Attempt.findAll({
    attributes: ['id', 'studentId', 'number', 'points', 'maxPoints', 'counts', 'countedPoints'],
    where: studentId === null ? { assignmentId } : { assignmentId, studentId },
    order: ['studentId', 'number'],
    lock: true,
    transaction,
  });
  const byStudent = new Map<number, Attempt[]>();
  for (const attempt of attempts)
    byStudent.set(attempt.studentId, [...(byStudent.get(attempt.studentId) ?? []), attempt]);
  for (const made of byStudent.values()) {
    const { number, points } = countAttempts(
      made.map((attempt) => ({
        number: attempt.number,
        points: attempt.points,
        maxPoints: attempt.maxPoints,
      })),
      counts,
    );
    for (const attempt of made) {
      const isCounting = attempt.number === number;
      await attempt.update(
        { counts: isCounting, countedPoints: isCounting ? points : attempt.points },
        { transaction },
      );
    }
  }
}
