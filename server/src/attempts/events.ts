/** What was done to an attempt from outside, and by whom, in words. */
import { rows, type Database } from '../database/connect';

const eventWords: Record<string, string> = {
  pause: 'paused it',
  resume: 'let it go on',
  'hand-in': 'handed it in',
  reopen: 'opened it again',
};

/** The oldest first; `by` is empty where nobody is known to have done it. */
export async function readEvents(database: Database, attemptId: number) {
  const events = await rows<{ at: Date; by: string | null; what: string }>(
    database,
    `SELECT v.done_at AS at, TRIM(CONCAT(s.given_name, ' ', s.family_name)) AS \`by\`, v.what FROM attempt_events v LEFT JOIN accounts s ON s.id = v.done_by
      WHERE v.attempt_id = :attemptId ORDER BY v.id`,
    { attemptId },
  );
  return events.map(({ at, by, what }) => ({ at, by: by ?? '', words: eventWords[what] ?? what }));
}
