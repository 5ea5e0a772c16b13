/** Coming into a round, alone or with somebody on the same device. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import type { SeatRound } from '@oaken/contract/rounds';
import { presentAsking } from '@oaken/core/rounds';
import type { SignedIn } from '../access/signed-in';
import { isSecret } from '../accounts/secrets';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import type { Account, Round } from '../models';
import { notFound, problem } from '../problems/problem';
import type { Answerer } from './answer-line';
import { isHere, readFacts, readList, type RoundFacts } from './facts';
import { seatShown, veilOf } from './showing';

/** @throws Problem 404 for a round of a class that the student is not in, and is no guest of */
export async function insistOnTakingPart(
  { models }: Database,
  me: SignedIn,
  { id: roundId, classId }: Pick<Round, 'id' | 'classId'>,
): Promise<Account> {
  const enrollment = await models.Enrollment.findOne({
    attributes: ['studentId'],
    where: { classId, studentId: me.account.id, leftAt: null },
    include: [{ association: 'student', include: ['accommodation'] }],
  });
  if (enrollment?.student) return enrollment.student;
  const guest = await models.Account.findOne({
    where: { id: me.account.id, guestOfRound: roundId, disabledAt: null },
    include: ['accommodation'],
  });
  if (!guest) throw notFound('round');
  return guest;
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
 * The same for answers, of which a class gives many at once: who stood on the list of the class a
 * moment ago is on it.
 */
export async function takingPartNow(
  database: Database,
  me: SignedIn,
  roundId: number,
): Promise<Answerer> {
  const classId = await classOf(database, roundId);
  const list = await readList(database.models, classId);
  const listed = list.find(({ id }) => id === me.account.id);
  if (listed) return listed;
  const { id, accommodation } = await insistOnTakingPart(database, me, { id: roundId, classId });
  const needs = accommodation?.content ?? null;
  return { id, timeFactor: needs === null ? 1 : needs.time };
}

/** Comes in, or back; on a device of one's own, nobody else answers for one. */
export async function joinRound(
  { database, now }: Context,
  editions: Editions,
  me: SignedIn,
  roundId: number,
): Promise<SeatRound> {
  const { Round, RoundParticipant } = database.models;
  const round = await Round.findByPk(roundId, { attributes: ['id', 'classId', 'endedAt'] });
  if (!round) throw notFound('round');
  await insistOnTakingPart(database, me, round);
  if (round.endedAt === null) {
    await RoundParticipant.update(
      { companionId: null },
      { where: { roundId, companionId: me.account.id } },
    );
    await noteHere(database, roundId, me.account.id, now());
  }
  return readSeat({ database, now }, editions, me, roundId);
}

/** The page of a student who takes part. */
async function readSeat(
  { database, now }: Pick<Context, 'database' | 'now'>,
  editions: Editions,
  me: SignedIn,
  roundId: number,
): Promise<SeatRound> {
  const facts = await readFacts(database, editions, roundId);
  if (!facts) throw notFound('round');
  const student = await insistOnTakingPart(database, me, facts.round);
  const needs = student.accommodation?.content ?? null;
  return {
    ...seatShown(facts, me.account.id, me.account.language ?? 'en'),
    now: now(),
    title: facts.round.title,
    teacher: facts.teacher,
    mine: mineOf(facts, me.account.id),
    companion: await companionOf(database, roundId, me.account.id),
    guest: student.guestOfRound !== null,
    timeFactor: needs === null ? 1 : needs.time,
    aloud: needs?.aloud ?? false,
    textSize: needs?.textSize ?? 1,
  };
}

/** The student's own answers, under the ids that the page knows. */
function mineOf(
  { round, state, edition, entries, answersTo }: RoundFacts,
  studentId: number,
): SeatRound['mine'] {
  if (state.ended) return [];
  const present = presentAsking(state);
  const alone = state.pace ? entries.map(({ id }) => ({ id, entry: id })) : [];
  const asked = present ? [...alone, present] : alone;
  const veil = veilOf(round);
  return asked.flatMap(({ id, entry }) => {
    const answer = answersTo(id).get(studentId);
    if (!answer) return [];
    const { responses, number, unsure } = answer;
    const shown = veil.shown([{ entry, responses }], edition);
    return shown.map((veiled) => ({ asking: id, number, unsure, responses: veiled.responses }));
  });
}

async function companionOf({ models }: Database, roundId: number, studentId: number) {
  const participant = await models.RoundParticipant.findOne({
    where: { roundId, studentId },
    include: ['companion'],
  });
  const companion = participant?.companion;
  return companion ? { id: companion.id, name: companion.fullName } : null;
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

/** A student who came in just now. */
export async function noteHere(
  { models }: Database,
  roundId: number,
  studentId: number,
  now: number,
): Promise<void> {
  const at = new Date(now);
  await models.RoundParticipant.bulkCreate([{ roundId, studentId, joinedAt: at, seenAt: at }], {
    updateOnDuplicate: ['seenAt'],
  });
}

async function factsForMe(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
  roundId: number,
): Promise<RoundFacts> {
  const facts = await readFacts(database, editions, roundId);
  if (!facts) throw notFound('round');
  await insistOnTakingPart(database, me, facts.round);
  return facts;
}

/** Those of the class who could answer on the device of somebody else. */
export async function listClassmates(
  context: Context,
  editions: Editions,
  me: SignedIn,
  roundId: number,
): Promise<AnswerOf<typeof api.listClassmates>> {
  const { students } = await factsForMe(context, editions, me, roundId);
  const now = context.now();
  return {
    students: students
      .filter((student) => student.rosterNumber !== null && student.id !== me.account.id)
      .filter((student) => student.with === null && !isHere(student, now))
      .map(({ id, name }) => ({ id, name })),
  };
}

/**
 * From now on what is given on this device counts for both.
 *
 * @throws Problem 401 for a wrong passcode; 409 for somebody who has a device
 */
export async function shareDevice(
  context: Context,
  editions: Editions,
  me: SignedIn,
  roundId: number,
  { studentId, passcode }: BodyOf<typeof api.shareDevice>,
): Promise<SeatRound> {
  const { database, now, throttle } = context;
  const facts = await factsForMe(context, editions, me, roundId);
  const classmate = facts.students.find(({ id }) => id === studentId);
  if (!classmate || classmate.rosterNumber === null || studentId === me.account.id)
    throw notFound('student');
  if (classmate.with !== null || isHere(classmate, now())) throw problem('device-is-shared');
  // Guesses at a classmate's passcode count like those at the door.
  const right = await throttle.guess({ account: `student ${studentId}` });
  const account = await database.models.Account.findByPk(studentId);
  if (!(await isSecret(account?.secretHash, passcode.toLowerCase())))
    throw problem('wrong-passcode');
  await right();
  await noteHere(database, roundId, me.account.id, now());
  await database.models.RoundParticipant.update(
    { companionId: studentId },
    { where: { roundId, studentId: me.account.id } },
  );
  return readSeat(context, editions, me, roundId);
}

export async function unshareDevice(
  context: Context,
  editions: Editions,
  me: SignedIn,
  roundId: number,
): Promise<SeatRound> {
  await context.database.models.RoundParticipant.update(
    { companionId: null },
    { where: { roundId, studentId: me.account.id } },
  );
  return readSeat(context, editions, me, roundId);
}
