/** Who takes part in a round: the class, and guests of the round. */
import type { SignedIn } from '../access/signed-in';
import type { Database } from '../database/connect';
import { notFound } from '../problems/problem';
import { needsOf, readList, type RoundNeeds } from './facts';

export interface Participant extends RoundNeeds {
  id: number;
  guest: boolean;
}

/** The class of a round, which never changes. */
const classesOf = new WeakMap<Database['models'], Map<number, number>>();

async function classOf({ models }: Database, roundId: number): Promise<number> {
  const known = classesOf.get(models) ?? new Map<number, number>();
  classesOf.set(models, known);
  const held = known.get(roundId);
  if (held !== undefined) return held;
  const round = await models.Round.findByPk(roundId, { attributes: ['classId'] });
  if (!round) throw notFound('round');
  known.set(roundId, round.classId);
  return round.classId;
}

/**
 * Who stood on the list of the class a moment ago is on it: a class comes in and answers all at once.
 *
 * @throws Problem 404 for a round of a class that the student is not in, and is no guest of
 */
export async function takingPart(
  database: Database,
  me: SignedIn,
  roundId: number,
): Promise<Participant> {
  const list = await readList(database.models, await classOf(database, roundId));
  const listed = list.find(({ id }) => id === me.account.id);
  if (listed) return { ...listed, guest: false };
  const guest = await database.models.Account.findOne({
    where: { id: me.account.id, guestOfRound: roundId, disabledAt: null },
    include: ['accommodation'],
  });
  if (!guest) throw notFound('round');
  return { id: guest.id, guest: true, ...needsOf(guest.accommodation) };
}

/** Students who have come in and whose pages are still there. */
export async function noteStillHere(
  { models }: Database,
  roundId: number,
  studentIds: readonly number[],
  now: number,
): Promise<void> {
  await models.RoundParticipant.update(
    { seenAt: new Date(now) },
    { where: { roundId, studentId: [...studentIds] } },
  );
}

/** Students who came in just now. */
export async function noteHere(
  { models }: Database,
  roundId: number,
  studentIds: readonly number[],
  now: number,
): Promise<void> {
  const moment = new Date(now);
  await models.RoundParticipant.bulkCreate(
    [...new Set(studentIds)].map((studentId) => ({
      ...{ roundId, studentId, joinedAt: moment, seenAt: moment },
    })),
    { updateOnDuplicate: ['seenAt'] },
  );
}
