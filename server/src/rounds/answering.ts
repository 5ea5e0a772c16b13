/** Coming into a round, and answering in it. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import type { SeatRound } from '@oaken/contract/rounds';
import { elementAt } from '@oaken/core/certain';
import type { Responses } from '@oaken/core/items';
import { presentAsking, takesAnswers } from '@oaken/core/rounds';
import { defaultGrace } from '@oaken/core/timing';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import type { Account, Round } from '../models';
import { notFound, problem } from '../problems/problem';
import { factorOf, readFacts, type RoundFacts } from './facts';
import { shownTo, veilOf } from './showing';

/** @throws Problem 404 for a round of a class that the student is not in */
export async function insistOnTakingPart(
  { models }: Database,
  me: SignedIn,
  classId: number,
): Promise<Account> {
  const enrollment = await models.Enrollment.findOne({
    where: { classId, studentId: me.account.id, leftAt: null },
    include: [{ association: 'student', include: ['accommodation'] }],
  });
  if (!enrollment?.student) throw notFound('round');
  return enrollment.student;
}

/** Comes in, or back. */
export async function joinRound(
  { database, now }: Context,
  editions: Editions,
  me: SignedIn,
  roundId: number,
): Promise<SeatRound> {
  const facts = await readFacts(database, editions, roundId);
  if (!facts) throw notFound('round');
  const student = await insistOnTakingPart(database, me, facts.round.classId);
  if (!facts.state.ended) await noteHere(database, roundId, [me.account.id], now());
  const needs = student.accommodation?.content ?? null;
  return {
    now: now(),
    title: facts.round.title,
    teacher: facts.teacher,
    shown: shownTo(facts, me.account.language ?? 'en'),
    mine: await mineOf(database, editions, facts, me.account.id),
    timeFactor: needs === null ? 1 : needs.time,
    aloud: needs?.aloud ?? false,
    textSize: needs?.textSize ?? 1,
  };
}

async function mineOf(
  { models }: Database,
  editions: Editions,
  { round, state }: RoundFacts,
  studentId: number,
): Promise<SeatRound['mine']> {
  const asking = presentAsking(state);
  if (!asking || state.ended) return null;
  const stored = await models.RoundAnswer.findOne({
    where: { roundId: round.id, askingId: asking.id, studentId },
  });
  if (!stored?.responses) return null;
  const { edition } = await editions.get(round.editionId);
  const [shown] = veilOf(round).shown(
    [{ entry: asking.entry, responses: stored.responses }],
    edition,
  );
  return { asking: asking.id, number: stored.number, responses: shown?.responses ?? {} };
}

/** Students whose pages said just now that they are there. */
export async function noteHere(
  { models }: Database,
  roundId: number,
  studentIds: readonly number[],
  now: number,
): Promise<void> {
  const at = new Date(now);
  await models.RoundParticipant.bulkCreate(
    studentIds.map((studentId) => ({ roundId, studentId, joinedAt: at, seenAt: at })),
    { updateOnDuplicate: ['seenAt'] },
  );
}

/**
 * Stores an answer. It counts if it is committed while the question is open; the teacher's step
 * waits for answers that are being written.
 *
 * @throws Problem 409 before the question is open, and for what comes too late, which is kept beside
 *   what counts
 */
export async function answerRound(
  { database, now }: Context,
  editions: Editions,
  me: SignedIn,
  roundId: number,
  { asking: askingId, number, responses }: BodyOf<typeof api.answerRound>,
): Promise<AnswerOf<typeof api.answerRound>> {
  const known = await database.models.Round.findByPk(roundId);
  if (!known) throw notFound('round');
  const student = await insistOnTakingPart(database, me, known.classId);
  const { edition } = await editions.get(known.editionId);
  const stored = await database.transaction(async (transaction) => {
    const round = await database.models.Round.findByPk(roundId, {
      lock: transaction.LOCK.SHARE,
      transaction,
    });
    const asking = round?.state.askings.find(({ id }) => id === askingId);
    if (!round || !asking) throw notFound('question');
    if (asking.openedAt === null) throw problem('not-open');
    const needs = student.accommodation?.content ?? null;
    const factor = factorOf(needs === null ? 1 : needs.time);
    const isOpen =
      presentAsking(round.state)?.id === askingId &&
      takesAnswers(asking, factor, now(), defaultGrace);
    const given = unveiled(round, asking.entry, responses, edition);
    const key = { roundId, askingId, studentId: student.id };
    const change = isOpen ? { number, responses: given } : { lateResponses: given };
    const [row, created] = await database.models.RoundAnswer.findOrCreate({
      where: key,
      defaults: { ...key, ...change, answeredAt: new Date(now()) },
      transaction,
    });
    // What was sent earlier and comes later changes nothing.
    if (!created && (!isOpen || number > row.number))
      await row.update({ ...change, answeredAt: new Date(now()) }, { transaction });
    return isOpen ? Math.max(row.number, number) : null;
  });
  if (stored === null) throw problem('answers-closed');
  return { now: now(), number: stored };
}

function unveiled(
  round: Round,
  entry: string,
  responses: Responses,
  edition: Parameters<ReturnType<typeof veilOf>['stored']>[1],
): Responses {
  const answer = { entry, number: 1, device: '000000000000', responses, flagged: false };
  return elementAt(veilOf(round).stored([answer], edition), 0).responses;
}
