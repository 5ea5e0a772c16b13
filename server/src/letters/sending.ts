/** Sends letters that are due. A mail service that is away is tried again, later each time; nothing else waits for it. */
import type { Context } from '../context';
import { rows } from '../database/connect';

const atOnce = 50;
/** After so many tries, over about a day, a letter is given up. */
const mostTries = 14;
const firstWait = 15_000;
/** A letter that a server process has taken is its own for so long; after that the process has ended in the middle. */
const lease = 5 * 60_000;

interface Letter {
  id: number;
  address: string;
  subject: string;
  body: string;
  tries: number;
}

/** Takes letters that are due, so that another server process on the same database does not send them too. */
function take({ database, now }: Context): Promise<Letter[]> {
  return database.transaction(async (transaction) => {
    const due = await rows<Letter>(
      database,
      `SELECT id, address, subject, body, tries FROM letters
        WHERE sent_at IS NULL AND given_up_at IS NULL AND send_after <= :time
        ORDER BY send_after LIMIT ${atOnce} FOR UPDATE SKIP LOCKED`,
      { time: new Date(now()) },
      transaction,
    );
    if (due.length > 0)
      await database.query('UPDATE letters SET send_after = :until WHERE id IN (:ids)', {
        replacements: { ids: due.map(({ id }) => id), until: new Date(now() + lease) },
        transaction,
      });
    return due;
  });
}

/** Gives letters back that were taken and not sent; they are due again at `next`. */
async function giveBack({ database }: Context, letters: Letter[], next: number): Promise<void> {
  if (letters.length === 0) return;
  await database.query(
    'UPDATE letters SET send_after = :next WHERE id IN (:ids) AND sent_at IS NULL',
    {
      replacements: { ids: letters.map(({ id }) => id), next: new Date(next) },
    },
  );
}

export async function sendLetters(context: Context): Promise<number> {
  const { database, now, log, post } = context;
  if (!post) return 0;
  const letters = await take(context);
  for (const [sent, letter] of letters.entries()) {
    try {
      await post.send({ to: letter.address, subject: letter.subject, text: letter.body });
    } catch (error) {
      log.warn({ letter: letter.id, err: error }, 'a letter could not be sent');
      const wait = firstWait * 2 ** Math.min(letter.tries, 10);
      await database.query(
        'UPDATE letters SET tries = tries + 1, send_after = :next, given_up_at = IF(tries >= :most, :time, NULL) WHERE id = :id',
        {
          replacements: {
            id: letter.id,
            next: new Date(now() + wait),
            time: new Date(now()),
            most: mostTries,
          },
        },
      );
      // Where one cannot be sent the others cannot either; they wait for the next turn.
      await giveBack(context, letters.slice(sent + 1), now());
      return sent;
    }
    await database.query('UPDATE letters SET sent_at = :time WHERE id = :id', {
      replacements: { id: letter.id, time: new Date(now()) },
    });
  }
  return letters.length;
}
