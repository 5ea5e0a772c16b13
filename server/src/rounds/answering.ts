/** Answering in a round. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import { askable, feedbackOn } from '@oaken/core/rounds';
import { answersIn } from '@oaken/words/written';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { notFound, problem } from '../problems/problem';
import type { AnswerLine } from './answer-line';
import { stateOf } from './facts';
import { takingPart } from './taking-part';

/**
 * Stores an answer. It counts if it is committed while the question is open.
 *
 * @throws Problem 409 before the question is open, and for what comes too late, which is kept beside
 *   what counts
 */
export async function answerRound(
  { database, now }: Context,
  line: AnswerLine,
  me: SignedIn,
  roundId: number,
  answer: BodyOf<typeof api.answerRound>,
): Promise<AnswerOf<typeof api.answerRound>> {
  const student = await takingPart(database, me, roundId);
  const stored = await line.store(roundId, { ...answer, student });
  if (stored === null) throw problem('answers-closed');
  return { now: now(), number: stored };
}

/**
 * At one's own pace: the answer is final, and what is right is told.
 *
 * @throws Problem 409 where nothing is answered, or where this round tells it at its end
 */
export async function checkRoundAnswer(
  { database, now }: Context,
  editions: Editions,
  me: SignedIn,
  roundId: number,
  { entry: entryId }: BodyOf<typeof api.checkRoundAnswer>,
): Promise<AnswerOf<typeof api.checkRoundAnswer>> {
  const { Round, RoundAnswer } = database.models;
  const round = await Round.findByPk(roundId);
  if (!round) throw notFound('round');
  await takingPart(database, me, roundId);
  const { pace } = stateOf(round);
  if (pace?.feedback !== 'each' || (pace.step !== 'running' && pace.step !== 'stopped'))
    throw problem('not-running');
  const { edition } = await editions.get(round.editionId);
  const entry = askable(edition.sections).find(({ id }) => id === entryId);
  if (!entry) throw notFound('question');
  const where = { roundId, askingId: entryId, studentId: me.account.id };
  const responses = await database.transaction(async (transaction) => {
    const row = await RoundAnswer.findOne({ where, lock: true, transaction });
    if (!row?.responses) throw problem('nothing-to-check');
    const at = row.checkedAt ?? new Date(now());
    await row.update({ checkedAt: at, answeredAt: at }, { transaction });
    return row.responses;
  });
  return feedbackOn(entry, responses, answersIn(me.account.language ?? 'en'));
}
