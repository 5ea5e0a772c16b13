/**
 * Sends letters that are due. A mail service that is away is tried again, later each time; nothing
 * else waits for it.
 */
import { lockDueLetters, type DueLetter } from './queries';
import type { Context } from '../context';

const atOnce = 50;
/** After so many tries, over about a day, a letter is given up. */
const mostTries = 14;
const firstWait = 15_000;
/** A letter that a server process has taken is its own for so long; after that the process has ended in the middle. */
const lease = 5 * 60_000;

/** Takes letters that are due, so that another server process on the same database does not send them too. */
function take({ database, now }: Context): Promise<DueLetter[]> {
  return database.transaction(async (transaction) => {
    const due = await lockDueLetters(database, new Date(now()), atOnce, transaction);
    await database.models.Letter.update(
      { sendAfter: new Date(now() + lease) },
      { where: { id: due.map(({ id }) => id) }, transaction },
    );
    return due;
  });
}

/** Gives letters back that were taken and not sent; they are due again at `next`. */
async function giveBack(
  { database }: Context,
  letters: readonly DueLetter[],
  next: number,
): Promise<void> {
  await database.models.Letter.update(
    { sendAfter: new Date(next) },
    { where: { id: letters.map(({ id }) => id), sentAt: null } },
  );
}

export async function sendLetters(context: Context): Promise<number> {
  const { database, now, log, post } = context;
  if (!post) return 0;
  const { Letter } = database.models;
  const letters = await take(context);
  for (const [sent, letter] of letters.entries()) {
    try {
      await post.send({ to: letter.address, subject: letter.subject, text: letter.body });
    } catch (error) {
      log.warn({ letter: letter.id, err: error }, 'a letter could not be sent');
      const wait = firstWait * 2 ** Math.min(letter.attemptCount, 10);
      const attemptCount = letter.attemptCount + 1;
      await Letter.update(
        {
          attemptCount,
          sendAfter: new Date(now() + wait),
          abandonedAt: attemptCount >= mostTries ? new Date(now()) : null,
        },
        { where: { id: letter.id } },
      );
      // Where one cannot be sent the others cannot either; they wait for the next turn.
      await giveBack(context, letters.slice(sent + 1), now());
      return sent;
    }
    await Letter.update({ sentAt: new Date(now()) }, { where: { id: letter.id } });
  }
  return letters.length;
}
