/** What was brought in is taken back: names, places and new students, as far as nothing came of them. */
import { Op, type Transaction } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import { valuesOf } from '../models/subquery';
import { notFound } from '../problems/problem';
import { comeBack, leave } from './enrolling';
import { setFields, type Step } from './roster-writes';

export async function undoRosters(
  { database, now }: Context,
  me: SignedIn,
  changeId: number,
): Promise<void> {
  const time = new Date(now());
  await database.transaction(async (transaction) => {
    const change = await database.models.RosterChange.findOne({
      where: { id: changeId, madeBy: me.account.id },
      lock: true,
      transaction,
    });
    if (!change) throw notFound('change');
    if (change.undoneAt) return;
    for (const step of (change.steps as Step[]).reverse()) {
      if (step.undo === 'change')
        await setFields(database, step.studentId, step.fields, transaction);
      else if (step.undo === 'leave') await comeBack(database, step, time, transaction);
      else if (step.undo === 'return') await leave(database, step, time, transaction);
      else await takeOut(database, step, time, transaction);
    }
    await change.update({ undoneAt: time }, { transaction });
  });
}

/** Whoever has begun something in the meantime has left the class instead; nobody's work goes with an undo. */
async function takeOut(
  database: Database,
  { undo, classId, studentId }: Extract<Step, { undo: 'create' | 'enrol' }>,
  time: Date,
  transaction: Transaction,
): Promise<void> {
  const { AssignmentStudent, Attempt, ClassGroup, Enrollment, GroupMember } = database.models;
  const inClass = { where: { studentId, classId }, transaction };
  const assigned = valuesOf(AssignmentStudent, 'assignmentId', { studentId, classId });
  const begun = await Attempt.count({
    where: { studentId, assignmentId: { [Op.in]: assigned } },
    transaction,
  });
  if (begun > 0) return leave(database, { classId, studentId }, time, transaction);
  await AssignmentStudent.destroy(inClass);
  await GroupMember.destroy({
    where: { studentId, groupId: { [Op.in]: valuesOf(ClassGroup, 'id', { classId }) } },
    transaction,
  });
  await Enrollment.destroy(inClass);
  if (undo === 'create') await forgetStudent(database, studentId, transaction);
}

/** A student who was made by a list that is taken back, unless another class has them by now. */
async function forgetStudent(
  { models }: Database,
  studentId: number,
  transaction: Transaction,
): Promise<void> {
  if ((await models.Enrollment.count({ where: { studentId }, transaction })) > 0) return;
  await models.Letter.destroy({ where: { accountId: studentId }, transaction });
  await models.Accommodation.destroy({ where: { studentId }, transaction });
  await models.Account.destroy({ where: { id: studentId, role: 'student' }, transaction });
}
