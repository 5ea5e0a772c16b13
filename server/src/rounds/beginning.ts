/** Beginning a round: from a test, items, what is prepared, an earlier round, or nothing. */
import type { api, BodyOf } from '@oaken/contract';
import { readOutline } from '@oaken/core/assessments';
import type { Edition } from '@oaken/core/forms';
import { askable, askedEntries, newPace, newRound } from '@oaken/core/rounds';
import { insistOnClass, rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import { freeze } from '../assessments/edition';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { runningNow } from '../models';
import { notFound, problem } from '../problems/problem';
import { stateOf } from './facts';
import { preparedItems } from './prepared';
import {
  entriesFromItems,
  noQuestions,
  onlyQuestions,
  withQuestions,
  writeQuestions,
} from './questions';

type Wanted = BodyOf<typeof api.beginRound>;

interface Questions {
  title: string;
  testId: number | null;
  edition: Edition;
}

/** @throws Problem 404 for what is not mine to ask or teach; 409 while the class is in another round */
export async function beginRound(
  context: Context,
  editions: Editions,
  me: SignedIn,
  { clientKey, classId, from, pace }: Wanted,
): Promise<{ id: number }> {
  const { database, now } = context;
  const { Round, SchoolClass } = database.models;
  const ownerId = me.account.id;
  await insistOnClass(database, me, classId);
  const questions = await questionsFrom(context, editions, me, from, classId);
  return database.transaction(async (transaction) => {
    // Two who begin with one class at the same moment come one after the other.
    await SchoolClass.findByPk(classId, { lock: true, transaction });
    const earlier = await Round.findOne({ where: { ownerId, clientKey }, transaction });
    if (earlier) return { id: earlier.id };
    const running = await Round.count({ where: { classId, ...runningNow(now()) }, transaction });
    if (running > 0) throw problem('class-is-asked');
    const { title } = questions;
    const { id } = await Round.create(
      {
        schoolId: me.account.schoolId,
        ownerId,
        classId,
        editionId: await writeQuestions(context, questions, transaction),
        title,
        state: { ...newRound, pace: pace && newPace(pace) },
        clientKey,
        createdAt: new Date(now()),
      },
      { transaction },
    );
    return { id };
  });
}

async function questionsFrom(
  context: Context,
  editions: Editions,
  me: SignedIn,
  from: Wanted['from'],
  classId: number,
): Promise<Questions> {
  switch (from.what) {
    case 'test':
      return questionsOfTest(context, me, from.testId);
    case 'round':
      return questionsOfRound(context, editions, me, from);
    case 'items':
      return questionsOfItems(context, me, from.title, from.itemIds);
    case 'prepared': {
      const itemIds = await preparedItems(context, me, classId);
      if (itemIds.length === 0) throw problem('nothing-prepared');
      return questionsOfItems(context, me, from.title, itemIds);
    }
    case 'nothing':
      return { title: from.title, testId: null, edition: noQuestions(from.title) };
  }
}

async function questionsOfTest(context: Context, me: SignedIn, testId: number): Promise<Questions> {
  const test = await context.database.models.Test.scope(rule('readableBy', me)).findOne({
    where: { id: testId, removedAt: null },
  });
  if (!test) throw notFound('test');
  const edition = await freeze(context, me, testId, readOutline(test.outline));
  if (askable(edition.sections).length === 0) throw problem('draws-cannot-be-asked');
  return { title: test.title, testId, edition };
}

async function questionsOfItems(
  context: Context,
  me: SignedIn,
  title: string,
  itemIds: readonly number[],
): Promise<Questions> {
  const entries = await entriesFromItems(context, me, itemIds);
  const edition = await withQuestions(context.database, noQuestions(title), entries);
  return { title, testId: null, edition };
}

/** The same questions again, with what has been told of them since. */
async function questionsOfRound(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
  { roundId, only }: Extract<Wanted['from'], { what: 'round' }>,
): Promise<Questions> {
  const round = await database.models.Round.scope(rule('taughtBy', me)).findByPk(roundId, {
    include: ['edition'],
  });
  if (!round) throw notFound('round');
  const { edition } = await editions.get(round.editionId);
  const state = stateOf(round);
  const asked = new Set(askedEntries(state));
  const again = onlyQuestions(edition, ({ id }) => only === 'all' || !asked.has(id));
  if (askable(again.sections).length === 0) throw problem('nothing-prepared');
  return { title: round.title, testId: round.edition?.testId ?? null, edition: again };
}
