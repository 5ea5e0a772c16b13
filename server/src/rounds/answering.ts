/** Answering in a round. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import { elementAt } from '@oaken/core/certain';
import type { Edition } from '@oaken/core/forms';
import type { Responses } from '@oaken/core/items';
import {
  feedbackOn,
  presentAsking,
  takesAnswers,
  takesAtOwnPace,
  type RoundState,
} from '@oaken/core/rounds';
import { defaultGrace } from '@oaken/core/timing';
import { answersIn } from '@oaken/words/written';
import type { Transaction } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import type { Round } from '../models';
import { notFound, problem } from '../problems/problem';
import { askable, factorOf, stateOf } from './facts';
import { veilOf } from './showing';
import { insistOnTakingPart } from './taking-part';

/** An answer as it goes into the row of each student for whom it counts. */
interface Answer {
  number: number;
  unsure: boolean;
  responses: Responses;
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
  { asking: askingId, number, unsure, responses }: BodyOf<typeof api.answerRound>,
): Promise<AnswerOf<typeof api.answerRound>> {
  const known = await database.models.Round.findByPk(roundId);
  if (!known) throw notFound('round');
  const student = await insistOnTakingPart(database, me, known);
  const needs = student.accommodation?.content ?? null;
  const factor = factorOf(needs === null ? 1 : needs.time);
  const stored = await database.transaction(async (transaction) => {
    const round = await database.models.Round.findByPk(roundId, {
      lock: transaction.LOCK.SHARE,
      transaction,
    });
    if (!round) throw notFound('round');
    const { edition } = await editions.get(round.editionId);
    const state = stateOf(round);
    const { entry, isOpen } = placeOf(state, edition, { askingId, factor, now: now() });
    const answer = { number, unsure, responses: unveiled(round, entry, responses, edition) };
    const place = { roundId, askingId, isOpen, at: new Date(now()) };
    const latest = await store(database, { ...place, studentId: student.id }, answer, transaction);
    const others = await answeringAlong(database, state, { roundId, student: student.id });
    for (const studentId of others)
      await store(database, { ...place, studentId }, { ...answer, number: 0 }, transaction);
    return isOpen ? latest : null;
  });
  if (stored === null) throw problem('answers-closed');
  return { now: now(), number: stored };
}

/** What an answer is to, and whether it counts. */
function placeOf(
  state: RoundState,
  edition: Edition,
  { askingId, factor, now }: { askingId: string; factor: number; now: number },
): { entry: string; isOpen: boolean } {
  if (state.pace) {
    const entry = askable(edition.sections).find(({ id }) => id === askingId);
    if (!entry) throw notFound('question');
    if (state.pace.openedAt === null) throw problem('not-open');
    const isOpen = !state.ended && takesAtOwnPace(state.pace, factor, now, defaultGrace);
    return { entry: entry.id, isOpen };
  }
  const asking = state.askings.find(({ id }) => id === askingId);
  if (!asking) throw notFound('question');
  if (asking.openedAt === null) throw problem('not-open');
  const isOpen =
    presentAsking(state)?.id === askingId && takesAnswers(asking, factor, now, defaultGrace);
  return { entry: asking.entry, isOpen };
}

/** Who answers along with a student: whoever shares the device, or the team that shares one. */
async function answeringAlong(
  { models }: Database,
  { teams }: RoundState,
  { roundId, student }: { roundId: number; student: number },
): Promise<number[]> {
  const team = teams?.list.find(({ students }) => students.includes(student));
  if (team && teams?.devices === 'shared') return team.students.filter((id) => id !== student);
  const participant = await models.RoundParticipant.findOne({
    where: { roundId, studentId: student },
  });
  return participant?.companionId == null ? [] : [participant.companionId];
}

/** @param answer with the number 0 it is somebody else's, and always the latest. @returns the number that stands */
async function store(
  { models }: Database,
  {
    roundId,
    askingId,
    studentId,
    isOpen,
    at,
  }: { roundId: number; askingId: string; studentId: number; isOpen: boolean; at: Date },
  { number, unsure, responses }: Answer,
  transaction: Transaction,
): Promise<number> {
  const key = { roundId, askingId, studentId };
  const change = isOpen ? { number, unsure, responses } : { lateResponses: responses };
  const [row, created] = await models.RoundAnswer.findOrCreate({
    where: key,
    defaults: { ...key, ...change, answeredAt: at },
    transaction,
  });
  if (!created && isOpen && row.checkedAt !== null) throw problem('answer-checked');
  // What was sent earlier and comes later changes nothing.
  const isLatest = number === 0 || number > row.number;
  if (!created && (!isOpen || isLatest))
    await row.update(
      { ...change, ...(isOpen && { number: Math.max(number, row.number) }), answeredAt: at },
      { transaction },
    );
  return Math.max(row.number, number);
}

function unveiled(round: Round, entry: string, responses: Responses, edition: Edition): Responses {
  const answer = { entry, number: 1, device: '000000000000', responses, flagged: false };
  return elementAt(veilOf(round).stored([answer], edition), 0).responses;
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
  await insistOnTakingPart(database, me, round);
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
