/** What a student's page says of itself while it is open, and what it hears in return. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import { minute } from '@oaken/core/timing';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { row, rows, toMillis, toMillisOrNull } from '../database/connect';
import { notFound } from '../http/problem';
import { wasAway } from './away';
import { noteSilence } from './silences';

interface Own {
  assignmentId: number;
  beganAt: Date;
  deadlineAt: Date | null;
  clockAt: Date | null;
  pausedAt: Date | null;
  handedInAt: Date | null;
  seenAt: Date | null;
  /** The last sign of the page. */
  presentAt: Date | null;
}

export async function stayHere(
  { database, now }: Context,
  me: SignedIn,
  attemptId: number,
  { entry, hidden, left, heard, page, spent }: BodyOf<typeof api.stayHere>,
): Promise<AnswerOf<typeof api.stayHere>> {
  const own = await row<Own>(
    database,
    `SELECT t.assignment_id AS assignmentId, t.began_at AS beganAt, t.deadline_at AS deadlineAt, t.clock_at AS clockAt, t.paused_at AS pausedAt,
            t.handed_in_at AS handedInAt, t.seen_at AS seenAt, p.seen_at AS presentAt
       FROM attempts t LEFT JOIN presence p ON p.attempt_id = t.id WHERE t.id = :attemptId AND t.student_id = :me`,
    { attemptId, me: me.account.id },
  );
  if (!own) throw notFound('The attempt');
  const time = now();
  if (own.presentAt !== null) await noteSilence(database, attemptId, toMillis(own.presentAt), time);
  // Also after the end: a page that is still there was not without network. Leaving it then is nobody's matter.
  const leaves = own.handedInAt === null ? left : 0;
  const replacements = { attemptId, entry, hidden, leaves, time: new Date(time) };
  await database.query(
    `INSERT INTO presence (attempt_id, seen_at, entry_id, hidden, leaves) VALUES (:attemptId, :time, :entry, :hidden, :leaves)
     ON DUPLICATE KEY UPDATE seen_at = VALUES(seen_at), entry_id = VALUES(entry_id), hidden = VALUES(hidden), leaves = LEAST(leaves + VALUES(leaves), 60000)`,
    { replacements },
  );
  if (own.handedInAt === null) {
    // Only a sitting that must not be left has been given a first sign; one that was let in again gets it on opening.
    if (own.seenAt !== null && !wasAway(own.seenAt, time))
      await database.query(
        'UPDATE attempts SET seen_at = :time WHERE id = :attemptId AND seen_at IS NOT NULL',
        { replacements },
      );
  }
  // The last question's time arrives just after handing in.
  if (
    page &&
    spent?.length &&
    (own.handedInAt === null || time - toMillis(own.handedInAt) < minute)
  )
    await database.query(
      'INSERT INTO spent (attempt_id, entry_id, page, ms) VALUES :lines ON DUPLICATE KEY UPDATE ms = GREATEST(ms, VALUES(ms))',
      { replacements: { lines: spent.map((one) => [attemptId, one.entry, page, one.ms]) } },
    );
  const notices = await rows<{ id: number; text: string }>(
    database,
    'SELECT id, text FROM notices WHERE assignment_id = :assignmentId AND id > :heard AND (student_id IS NULL OR student_id = :me) AND said_at >= :beganAt ORDER BY id LIMIT 20',
    { assignmentId: own.assignmentId, heard, me: me.account.id, beganAt: own.beganAt },
  );
  return {
    now: time,
    deadlineAt: toMillisOrNull(own.deadlineAt),
    partEndsAt: toMillisOrNull(own.clockAt),
    paused: own.pausedAt !== null,
    away: own.handedInAt === null && wasAway(own.seenAt, time),
    handedIn: own.handedInAt !== null,
    notices,
  };
}
