/**
 * When nothing was heard of a student's page. An answer that arrives after the end can have been written before it only if
 * the page could not send it then: a page whose signs of life went on was never without network.
 */
import type { Transaction } from 'sequelize';
import { row, rows, toMillis, type Database } from '../database/connect';

/** Pages give a sign every 8 seconds; two that are missing are a silence. */
const shortest = 20_000;
/** An answer is sent a moment after it was written, and a sign can be given in between. */
const slack = 10_000;
/** What was written in a silence is sent as soon as it ends, over several requests. */
const soon = 2 * 60_000;

export interface Silence {
  beganAt: number;
  endedAt: number;
}

/** Notes a silence that has just ended. @param seenAt the last sign before this one */
export async function noteSilence(
  database: Database,
  attemptId: number,
  seenAt: number,
  now: number,
  transaction?: Transaction,
): Promise<void> {
  if (now - seenAt < shortest) return;
  await database.query(
    'INSERT INTO silences (attempt_id, began_at, ended_at) VALUES (:attemptId, :began, :ended)',
    {
      replacements: { attemptId, began: new Date(seenAt), ended: new Date(now) },
      transaction,
    },
  );
}

/** The silences that ended a moment ago; one that goes on until now is noted as ended. */
async function recentSilences(
  database: Database,
  attemptId: number,
  now: number,
  transaction: Transaction,
): Promise<Silence[]> {
  const last = await row<{ seenAt: Date }>(
    database,
    `SELECT GREATEST(t.began_at, COALESCE(p.seen_at, t.began_at)) AS seenAt
       FROM attempts t LEFT JOIN presence p ON p.attempt_id = t.id WHERE t.id = :attemptId`,
    { attemptId },
    transaction,
  );
  const noted = await rows<{ beganAt: Date; endedAt: Date }>(
    database,
    `SELECT began_at AS beganAt, ended_at AS endedAt FROM silences
      WHERE attempt_id = :attemptId AND ended_at >= :since ORDER BY id DESC LIMIT 20`,
    { attemptId, since: new Date(now - soon) },
    transaction,
  );
  const silences = noted.map((own) => ({
    beganAt: toMillis(own.beganAt),
    endedAt: toMillis(own.endedAt),
  }));
  const seenAt = last ? toMillis(last.seenAt) : now;
  // The sign that ended one silence may be the last before the next.
  const goesOn = now - seenAt >= shortest && !silences.some(({ endedAt }) => endedAt > seenAt);
  if (!goesOn) return silences;
  await noteSilence(database, attemptId, seenAt, now, transaction);
  return [{ beganAt: seenAt, endedAt: now }, ...silences];
}

/**
 * Whether answers that were written at these times can be arriving only now.
 *
 * @returns for each time the silence in which it lies, or null
 */
export async function silencesAround(
  database: Database,
  attemptId: number,
  times: readonly number[],
  now: number,
  transaction: Transaction,
): Promise<(Silence | null)[]> {
  const silences = await recentSilences(database, attemptId, now, transaction);
  const saved = await rows<{ savedAt: Date }>(
    database,
    'SELECT saved_at AS savedAt FROM answers WHERE attempt_id = :attemptId AND NOT arrived_late',
    { attemptId },
    transaction,
  );
  // What was saved is a sign of life too.
  const signs = saved.map(({ savedAt }) => toMillis(savedAt));
  return times.map((time) => {
    const around = silences.find(
      ({ beganAt, endedAt }) => time >= beganAt - slack && time <= endedAt,
    );
    if (!around) return null;
    const isBroken = signs.some((sign) => sign > time + slack && sign < around.endedAt - slack);
    return isBroken ? null : around;
  });
}
