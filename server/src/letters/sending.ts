/** Sends letters that are due. A mail service that is away is tried again, later each time; nothing else waits for it. */
import type { Context } from '../context';
import { rows } from '../database/connect';

const atOnce = 50;
/** After so many tries, over about a day, a letter is given up. */
const mostTries = 14;
const firstWait = 15_000;

export async function sendLetters({ database, now, log, post }: Context): Promise<number> {
  if (!post) return 0;
  const due = await rows<{ id: number; address: string; subject: string; body: string; tries: number }>(
    database,
    `SELECT id, address, subject, body, tries FROM letters
      WHERE sent_at IS NULL AND given_up_at IS NULL AND send_after <= :time ORDER BY send_after LIMIT ${atOnce}`,
    { time: new Date(now()) },
  );
  let sent = 0;
  for (const own of due) {
    try {
      await post.send({ to: own.address, subject: own.subject, text: own.body });
      await database.query('UPDATE letters SET sent_at = :time WHERE id = :id', { replacements: { id: own.id, time: new Date(now()) } }); // prettier-ignore
      sent++;
    } catch (error) {
      log.warn({ letter: own.id, err: error }, 'a letter could not be sent');
      const wait = firstWait * 2 ** Math.min(own.tries, 10);
      await database.query(
        'UPDATE letters SET tries = tries + 1, send_after = :next, given_up_at = IF(tries >= :most, :time, NULL) WHERE id = :id',
        { replacements: { id: own.id, next: new Date(now() + wait), time: new Date(now()), most: mostTries } },
      );
      // Where one cannot be sent the others cannot either; they wait for the next turn.
      break;
    }
  }
  return sent;
}
