/** Beginning a round and leading it, one step after the other. */
import type { api, BodyOf } from '@oaken/contract';
import { readOutline } from '@oaken/core/assessments';
import {
  applyToRound,
  newRound,
  settledRound,
  type RoundRefusal,
  type RoundState,
} from '@oaken/core/rounds';
import type { Transaction } from 'sequelize';
import { insistOnClass, rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import { writeEdition } from '../assignments/giving';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import { runningNow, type Round } from '../models';
import { notFound, problem } from '../problems/problem';
import { askable, readFacts, settlingFacts } from './facts';

/** @throws Problem 404 for a test or class that is not mine; 409 while the class is in another round */
export async function beginRound(
  context: Context,
  me: SignedIn,
  { clientKey, testId, classId }: BodyOf<typeof api.beginRound>,
): Promise<{ id: number }> {
  const { database, now } = context;
  const { Edition, Round, SchoolClass, Test } = database.models;
  return database.transaction(async (transaction) => {
    const ownerId = me.account.id;
    await insistOnClass(database, me, classId, transaction);
    // Two who begin with one class at the same moment come one after the other.
    await SchoolClass.findByPk(classId, { lock: true, transaction });
    const earlier = await Round.findOne({ where: { ownerId, clientKey }, transaction });
    if (earlier) return { id: earlier.id };
    const running = await Round.count({ where: { classId, ...runningNow(now()) }, transaction });
    if (running > 0) throw problem('class-is-asked');
    const test = await Test.scope(rule('readableBy', me)).findOne({
      where: { id: testId, removedAt: null },
      transaction,
    });
    if (!test) throw notFound('test');
    const outline = readOutline(test.outline);
    const editionId = await writeEdition(context, me, testId, outline, transaction);
    const edition = await Edition.findByPk(editionId, { transaction });
    if (!edition || askable(edition.content.sections).length === 0)
      throw problem('draws-cannot-be-asked');
    const { id } = await Round.create(
      {
        schoolId: me.account.schoolId,
        ownerId,
        classId,
        editionId,
        title: test.title,
        state: newRound,
        clientKey,
        createdAt: new Date(now()),
      },
      { transaction },
    );
    return { id };
  });
}

/** @throws Problem 404 for a round of a class that I do not teach */
export async function insistOnRound(
  { models }: Database,
  me: SignedIn,
  roundId: number,
): Promise<void> {
  const round = await models.Round.scope(rule('taughtBy', me)).findByPk(roundId, {
    attributes: ['id'],
  });
  if (!round) throw notFound('round');
}

const problemOf = (refusal: RoundRefusal) => problem(refusal);

/**
 * Takes a step.
 *
 * @throws Problem 409 where the round has moved on since the page was drawn, or the step cannot be
 *   taken now
 */
export async function leadRound(
  { database, now }: Context,
  editions: Editions,
  roundId: number,
  { version, command }: BodyOf<typeof api.leadRound>,
): Promise<RoundState> {
  return database.transaction(async (transaction) => {
    const round = await lockRound(database, roundId, transaction);
    if (round.version !== version) throw problem('round-moved-on');
    const { edition } = await editions.get(round.editionId);
    const entries = askable(edition.sections).map(({ id }) => id);
    const outcome = applyToRound(round.state, command, entries, now());
    if (!outcome.ok) throw problemOf(outcome.refusal);
    await saveState(round, outcome.state, now(), transaction);
    return outcome.state;
  });
}

async function lockRound(
  { models }: Database,
  roundId: number,
  transaction: Transaction,
): Promise<Round> {
  const round = await models.Round.findByPk(roundId, { lock: true, transaction });
  if (!round) throw notFound('round');
  return round;
}

async function saveState(
  round: Round,
  state: RoundState,
  now: number,
  transaction: Transaction,
): Promise<void> {
  const endedAt = state.ended ? (round.endedAt ?? new Date(now)) : null;
  await round.update({ state, version: round.version + 1, endedAt }, { transaction });
}

/** Closes what time or everybody's answer has closed. @returns whether anything changed */
export async function settle(
  { database, now }: Pick<Context, 'database' | 'now'>,
  editions: Editions,
  roundId: number,
): Promise<boolean> {
  const facts = await readFacts(database, editions, roundId);
  if (!facts) return false;
  const settling = settlingFacts(facts, now());
  if (settledRound(facts.state, settling) === facts.state) return false;
  return database.transaction(async (transaction) => {
    const round = await lockRound(database, roundId, transaction);
    // Whoever led it meanwhile has settled it already.
    const settled = settledRound(round.state, settling);
    if (round.version !== facts.round.version || settled === round.state) return false;
    await saveState(round, settled, now(), transaction);
    return true;
  });
}
