/** What of attempts stays SQL, beside the saving path. */
import type { Database } from '../database/connect';

/**
 * A sign of an attempt's page. SQL, because it adds to how often the page was left in the same step: two pages of one attempt
 * give signs at once.
 */
export async function noteSign(
  database: Database,
  sign: { attemptId: number; entry: string | null; hidden: boolean; leaves: number; time: Date },
): Promise<void> {
  await database.query(
    `INSERT INTO presence (attempt_id, seen_at, entry_id, hidden, leaves) VALUES (:attemptId, :time, :entry, :hidden, :leaves)
     ON DUPLICATE KEY UPDATE seen_at = VALUES(seen_at), entry_id = VALUES(entry_id), hidden = VALUES(hidden),
       leaves = LEAST(leaves + VALUES(leaves), 60000)`,
    { replacements: sign },
  );
}

/** Times on entries, of which the longest that a page ever told stays. SQL, because a late packet must not make it shorter. */
export async function noteTimes(
  database: Database,
  times: readonly { attemptId: number; entryId: string; page: string; milliseconds: number }[],
): Promise<void> {
  await database.query(
    `INSERT INTO spent (attempt_id, entry_id, page, ms) VALUES :lines
     ON DUPLICATE KEY UPDATE ms = GREATEST(ms, VALUES(ms))`,
    {
      replacements: {
        lines: times.map((time) => [time.attemptId, time.entryId, time.page, time.milliseconds]),
      },
    },
  );
}
