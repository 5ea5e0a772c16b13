/** Two students on one device: what is given on it counts for both. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import type { SeatRound } from '@oaken/contract/rounds';
import type { SignedIn } from '../access/signed-in';
import { isSecret } from '../accounts/secrets';
import type { Context } from '../context';
import { notFound, problem } from '../problems/problem';
import { isHere } from './facts';
import type { RoundSeats } from './seats';
import { noteHere, takingPart } from './taking-part';

/** Those of the class who could answer on the device of somebody else. */
export async function listClassmates(
  { database, now }: Context,
  seats: RoundSeats,
  me: SignedIn,
  roundId: number,
): Promise<AnswerOf<typeof api.listClassmates>> {
  await takingPart(database, me, roundId);
  const { students } = await seats.facts(roundId);
  return {
    students: students
      .filter((student) => student.rosterNumber !== null && student.id !== me.account.id)
      .filter((student) => student.with === null && !isHere(student, now()))
      .map(({ id, name }) => ({ id, name })),
  };
}

/**
 * From now on what is given on this device counts for both.
 *
 * @throws Problem 401 for a wrong passcode; 409 for somebody who has a device
 */
export async function shareDevice(
  { database, now, throttle }: Context,
  seats: RoundSeats,
  me: SignedIn,
  roundId: number,
  { studentId, passcode }: BodyOf<typeof api.shareDevice>,
): Promise<SeatRound> {
  await takingPart(database, me, roundId);
  const { students } = await seats.facts(roundId);
  const classmate = students.find(({ id }) => id === studentId);
  if (!classmate || classmate.rosterNumber === null || studentId === me.account.id)
    throw notFound('student');
  if (classmate.with !== null || isHere(classmate, now())) throw problem('device-is-shared');
  // Guesses at a classmate's passcode count like those at the door.
  const right = await throttle.guess({ account: `student ${studentId}` });
  const account = await database.models.Account.findByPk(studentId);
  if (!(await isSecret(account?.secretHash, passcode.toLowerCase())))
    throw problem('wrong-passcode');
  await right();
  await noteHere(database, roundId, [me.account.id], now());
  await database.models.RoundParticipant.update(
    { companionId: studentId },
    { where: { roundId, studentId: me.account.id } },
  );
  return seats.page(me, roundId);
}

export async function unshareDevice(
  { database }: Context,
  seats: RoundSeats,
  me: SignedIn,
  roundId: number,
): Promise<SeatRound> {
  await database.models.RoundParticipant.update(
    { companionId: null },
    { where: { roundId, studentId: me.account.id } },
  );
  return seats.page(me, roundId);
}
