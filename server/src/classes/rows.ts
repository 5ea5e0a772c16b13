import type { ClassRow } from '@oaken/contract/classes';
import { asking, ownClass } from '../access';
import type { SignedIn } from '../accounts/sessions';
import { rows, toMillisOrNull, type Database } from '../database/connect';
import type { Transaction } from 'sequelize';

type Stored = Omit<ClassRow, 'putAway' | 'until' | 'joiningUntil'> & {
  putAwayAt: Date | null;
  until: Date | null;
  joiningUntil: Date | null;
};

/** My classes, those in use first; `classId` narrows to one. */
export async function readClasses(
  database: Database,
  me: SignedIn,
  classId: number | null = null,
  transaction?: Transaction,
): Promise<ClassRow[]> {
  const found = await rows<Stored>(
    database,
    `SELECT c.id, c.name, c.period, c.grade, c.subject, c.term, c.notes, c.code, c.sourced_id AS sourcedId, COUNT(e.student_id) AS students,
            c.put_away_at AS putAwayAt, c.joining_until AS joiningUntil, mine.part, mine.until
       FROM classes c JOIN class_teachers mine ON mine.class_id = c.id AND mine.teacher_id = :me
       LEFT JOIN enrolments e ON e.class_id = c.id AND e.left_at IS NULL
      WHERE ${ownClass} AND (:classId IS NULL OR c.id = :classId)
      GROUP BY c.id ORDER BY c.put_away_at IS NOT NULL, c.name`,
    { ...asking(me), classId },
    transaction,
  );
  return found.map(({ putAwayAt, ...own }) => ({
    ...own,
    putAway: putAwayAt !== null,
    until: toMillisOrNull(own.until),
    // A time that has passed is no longer one.
    joiningUntil:
      own.joiningUntil !== null && own.joiningUntil.getTime() > me.at
        ? own.joiningUntil.getTime()
        : null,
  }));
}
