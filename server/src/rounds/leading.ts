/** Leading a round, one step after the other. */
import type { api, BodyOf } from '@oaken/contract';
import type { Edition } from '@oaken/core/forms';
import {
  applyToRound,
  askable,
  settledRound,
  type RoundCommand,
  type RoundState,
} from '@oaken/core/rounds';
import type { Transaction } from 'sequelize';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import type { Round } from '../models';
import { notFound, problem } from '../problems/problem';
import { settlingFacts, stateOf, type RoundFacts } from './facts';
import {
  entriesFromItems,
  entryAloud,
  entryWithKey,
  withEntry,
  withQuestions,
  rewriteQuestions,
} from './questions';

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
    const round = await lockRound(database, roundId, transaction, version);
    const { edition } = await editions.get(round.editionId);
    const state = stepped(stateOf(round), command, edition, now());
    await saveState(round, { state }, now(), transaction);
    return state;
  });
}

function stepped(
  state: RoundState,
  command: RoundCommand,
  edition: Edition,
  now: number,
): RoundState {
  const entries = askable(edition.sections).map(({ id }) => id);
  const outcome = applyToRound(state, command, entries, now);
  if (!outcome.ok) throw problem(outcome.refusal);
  return outcome.state;
}

/** Adds questions; one that is asked aloud is opened at once. */
export async function addToRound(
  context: Context,
  editions: Editions,
  me: SignedIn,
  roundId: number,
  { version, questions }: BodyOf<typeof api.addToRound>,
): Promise<void> {
  const { database, now } = context;
  const entries =
    questions.what === 'items' ? await entriesFromItems(context, me, questions.itemIds) : [];
  await database.transaction(async (transaction) => {
    const round = await lockRound(database, roundId, transaction, version);
    let state = stateOf(round);
    if (state.ended) throw problem('round-ended');
    const { edition } = await editions.get(round.editionId);
    if (questions.what === 'aloud') {
      if (state.pace) throw problem('at-own-pace');
      const taught = await database.models.SchoolClass.findByPk(round.classId, { transaction });
      const subject = taught?.subject ?? '';
      entries.push(await entryAloud(context, me, { aloud: questions, subject }, transaction));
    }
    const more = await withQuestions(database, edition, entries, transaction);
    const told = { of: round.editionId, edition: more };
    const editionId = await rewriteQuestions(context, told, transaction);
    if (questions.what === 'aloud') {
      const entry = entries[0]?.id ?? '';
      const { limit, untilAll } = questions;
      state = stepped(state, { do: 'read', entry, choicesHidden: false }, more, now());
      state = stepped(state, { do: 'open', limit, untilAll }, more, now());
    }
    await saveState(round, { state, editionId }, now(), transaction);
  });
}

/** Says what is right in a question that was asked aloud. */
export async function tellKey(
  context: Context,
  editions: Editions,
  roundId: number,
  { version, entry: entryId, right }: BodyOf<typeof api.tellKey>,
): Promise<void> {
  const { database, now } = context;
  await database.transaction(async (transaction) => {
    const round = await lockRound(database, roundId, transaction, version);
    const state = stateOf(round);
    if (state.ended) throw problem('round-ended');
    const { edition } = await editions.get(round.editionId);
    const entry = askable(edition.sections).find(({ id }) => id === entryId);
    if (!entry) throw problem('no-such-entry');
    const keyed = entryWithKey(entry, right);
    const told = { of: round.editionId, edition: withEntry(edition, entryId, () => keyed) };
    const editionId = await rewriteQuestions(context, told, transaction);
    await saveState(round, { state, editionId }, now(), transaction);
  });
}

/** @param version as the page shows it; none where nobody pressed anything */
async function lockRound(
  { models }: Database,
  roundId: number,
  transaction: Transaction,
  version?: number,
): Promise<Round> {
  const round = await models.Round.findByPk(roundId, { lock: true, transaction });
  if (!round) throw notFound('round');
  if (version !== undefined && round.version !== version) throw problem('round-moved-on');
  return round;
}

async function saveState(
  round: Round,
  { state, editionId = round.editionId }: { state: RoundState; editionId?: number },
  now: number,
  transaction: Transaction,
): Promise<void> {
  const endedAt = state.ended ? (round.endedAt ?? new Date(now)) : null;
  await round.update({ state, editionId, version: round.version + 1, endedAt }, { transaction });
}

/**
 * Closes what time or everybody's answer has closed.
 *
 * @param facts as they were read; nothing happens where the round has moved on since
 * @returns whether anything changed
 */
export async function settle(
  { database, now }: Pick<Context, 'database' | 'now'>,
  facts: RoundFacts,
): Promise<boolean> {
  const settling = settlingFacts(facts, now());
  if (settledRound(facts.state, settling) === facts.state) return false;
  return database.transaction(async (transaction) => {
    const round = await lockRound(database, facts.round.id, transaction);
    // Whoever led it meanwhile has settled it already.
    const before = stateOf(round);
    const settled = settledRound(before, settling);
    if (round.version !== facts.round.version || settled === before) return false;
    await saveState(round, { state: settled }, now(), transaction);
    return true;
  });
}
