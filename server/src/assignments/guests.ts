/** Guests: whoever has the link types a name and sits; later the teacher says which student it was. */
import type { api, AnswerOf } from '@oaken/contract';
import { splitName } from '@oaken/core/rosters';
import { windowState } from '@oaken/core/timing';
import { Op, type Transaction } from 'sequelize';
import { insistOnRunningAssignment } from '../access';
import type { SignedIn } from '../access/signed-in';
import { recount } from '../attempts/counting';
import type { Context } from '../context';
import { toMillis, type Database } from '../database/connect';
import { notFound, problem } from '../problems/problem';
import { windowOf, type StoredTimes, timesOf } from '../attempts/times';
import { nextSeat, rarestForm } from '../classes/enrolling';
import { present } from '@oaken/core/certain';
import type { Enrollment } from '../models';
import { valuesOf } from '../models/subquery';

/** A link leads so many to one assignment; more is no classroom. */
const mostGuests = 500;

export interface Linked extends StoredTimes {
  id: number;
  schoolId: number;
  title: string;
  teacher: string;
}

export async function findLink({ models }: Database, token: string): Promise<Linked | null> {
  const assignment = await models.Assignment.findOne({
    where: { linkToken: token, unassignedAt: null },
    include: ['assigner'],
  });
  return (
    assignment && {
      ...timesOf(assignment),
      id: assignment.id,
      schoolId: assignment.schoolId,
      title: assignment.title,
      teacher: assignment.assigner?.fullName ?? '',
    }
  );
}

export const linkAnswer = (linked: Linked, now: number): AnswerOf<typeof api.readLink> => ({
  title: linked.title,
  teacher: linked.teacher,
  opensAt: toMillis(linked.opensAt),
  state: windowState(windowOf(linked), now),
  now,
});

/** Makes the guest's account, which lets them into this one assignment. */
export function addGuest(
  { database, now }: Pick<Context, 'database' | 'now'>,
  linked: Linked,
  name: string,
): Promise<number> {
  const time = now();
  const state = windowState(windowOf(linked), time);
  if (state === 'before' || state === 'closed')
    throw state === 'before' ? problem('not-open-yet') : problem('window-closed');
  return database.transaction(async (transaction) => {
    const { Account, AssignmentStudent } = database.models;
    const given = await AssignmentStudent.findAll({
      where: { assignmentId: linked.id },
      lock: true,
      transaction,
    });
    if (given.filter(({ classId }) => classId === null).length >= mostGuests)
      throw problem('too-many-guests');
    const guest = await Account.create(
      {
        ...splitName(name),
        schoolId: linked.schoolId,
        role: 'student',
        secretHash: '',
        guestOf: linked.id,
        createdAt: new Date(time),
      },
      { transaction },
    );
    await AssignmentStudent.create(
      {
        assignmentId: linked.id,
        studentId: guest.id,
        seat: nextSeat(given),
        form: rarestForm(given),
      },
      { transaction },
    );
    return guest.id;
  });
}

/** @throws Problem 404 for a student of none of my classes */
async function enrollmentOf(
  { models }: Database,
  me: SignedIn,
  studentId: number,
  transaction: Transaction,
): Promise<Enrollment> {
  const taught = valuesOf(models.ClassTeacher, 'classId', { teacherId: me.account.id });
  const enrollment = await models.Enrollment.findOne({
    where: { studentId, leftAt: null, classId: { [Op.in]: taught } },
    order: ['classId'],
    transaction,
  });
  if (!enrollment) throw notFound('student');
  return enrollment;
}

/** The guest's work becomes the student's, behind whatever attempts the student has already. */
export async function tieGuest(
  { database, now }: Context,
  me: SignedIn,
  assignmentId: number,
  guestId: number,
  studentId: number,
): Promise<void> {
  const { Account, Assignment, Attempt, Session, StoredFile } = database.models;
  await database.transaction(async (transaction) => {
    await insistOnRunningAssignment(database, me, assignmentId, transaction);
    const guest = await Account.findOne({
      where: { id: guestId, guestOf: assignmentId, disabledAt: null },
      lock: true,
      transaction,
    });
    if (!guest) throw notFound('guest');
    const enrollment = await enrollmentOf(database, me, studentId, transaction);
    const attempts = await Attempt.findAll({
      where: { assignmentId, studentId: [guestId, studentId] },
      order: ['number'],
      lock: true,
      transaction,
    });
    if (attempts.some(({ handedInAt }) => handedInAt === null)) throw problem('still-working');
    const ofStudent = attempts.filter((attempt) => attempt.studentId === studentId);
    const last = Math.max(0, ...ofStudent.map(({ number }) => number));
    for (const attempt of attempts.filter((other) => other.studentId === guestId))
      await attempt.update({ studentId, number: attempt.number + last }, { transaction });
    await moveLine(
      database,
      { assignmentId, guestId, studentId, classId: enrollment.classId },
      transaction,
    );
    await StoredFile.update({ madeBy: studentId }, { where: { madeBy: guestId }, transaction });
    await guest.update({ disabledAt: new Date(now()) }, { transaction });
    await Session.destroy({ where: { accountId: guestId }, transaction });
    const assignment = present(
      await Assignment.findByPk(assignmentId, { transaction }),
      'assignment',
    );
    await recount(database, assignmentId, assignment.rules.counts, studentId, transaction);
  });
}

/** The guest's place in the assignment becomes the student's, or goes where the student has one. */
async function moveLine(
  { models }: Database,
  {
    assignmentId,
    guestId,
    studentId,
    classId,
  }: { assignmentId: number; guestId: number; studentId: number; classId: number },
  transaction: Transaction,
): Promise<void> {
  const { AssignmentClass, AssignmentStudent } = models;
  const ofGuest = { where: { assignmentId, studentId: guestId }, transaction };
  const line = await AssignmentStudent.findOne({ where: { assignmentId, studentId }, transaction });
  if (line) {
    await line.update({ withdrawnAt: null }, { transaction });
    await AssignmentStudent.destroy(ofGuest);
    return;
  }
  await AssignmentStudent.update({ studentId, classId }, ofGuest);
  await AssignmentClass.bulkCreate([{ assignmentId, classId, wholeClass: false }], {
    ignoreDuplicates: true,
    transaction,
  });
}
