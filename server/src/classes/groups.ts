/** Groups within a class; a student may be in several. */
import { type Transaction, Op } from 'sequelize';
import { insistOnRunning } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { type Database } from '../database/connect';
import { notFound } from '../problems/problem';
import { groupNameTaken, insistOnStudents } from './roster';
import type { ClassGroup } from '../models';

interface GroupPath {
  classId: number;
  groupId: number;
}

async function insistOnName(
  { models }: Database,
  { classId, groupId, name }: { classId: number; groupId: number; name: string },
  transaction: Transaction,
) {
  const where = { classId, name, id: { [Op.ne]: groupId } };
  if ((await models.ClassGroup.count({ where, transaction })) > 0) throw groupNameTaken(name);
}

async function insistOnGroup(
  database: Database,
  me: SignedIn,
  { classId, groupId }: GroupPath,
  transaction: Transaction,
): Promise<ClassGroup> {
  await insistOnRunning(database, me, classId, transaction);
  const group = await database.models.ClassGroup.findOne({
    where: { id: groupId, classId },
    transaction,
  });
  if (!group) throw notFound('group');
  return group;
}

const put = (
  { models }: Database,
  groupId: number,
  students: readonly number[],
  transaction: Transaction,
) =>
  models.GroupMember.bulkCreate(
    students.map((studentId) => ({ groupId, studentId })),
    { ignoreDuplicates: true, transaction },
  );

export function makeGroup(
  { database, now }: Context,
  me: SignedIn,
  classId: number,
  group: { name: string; students: number[] },
) {
  return database.transaction(async (transaction) => {
    await insistOnRunning(database, me, classId, transaction);
    await insistOnStudents(database, classId, group.students, transaction);
    await insistOnName(database, { classId, groupId: 0, name: group.name }, transaction);
    const { id } = await database.models.ClassGroup.create(
      { classId, name: group.name, createdAt: new Date(now()) },
      { transaction },
    );
    await put(database, id, group.students, transaction);
    return { id };
  });
}

export async function renameGroup(
  { database }: Context,
  me: SignedIn,
  path: GroupPath,
  name: string,
): Promise<void> {
  await database.transaction(async (transaction) => {
    const group = await insistOnGroup(database, me, path, transaction);
    await insistOnName(database, { ...path, name }, transaction);
    await group.update({ name }, { transaction });
  });
}

export async function removeGroup(
  { database }: Context,
  me: SignedIn,
  path: GroupPath,
): Promise<void> {
  await database.transaction(async (transaction) => {
    const group = await insistOnGroup(database, me, path, transaction);
    await group.destroy({ transaction });
  });
}

export async function changeMembers(
  { database }: Context,
  me: SignedIn,
  path: GroupPath,
  change: { put: number[]; take: number[] },
): Promise<void> {
  await database.transaction(async (transaction) => {
    await insistOnGroup(database, me, path, transaction);
    await insistOnStudents(database, path.classId, change.put, transaction);
    await database.models.GroupMember.destroy({
      where: { groupId: path.groupId, studentId: change.take },
      transaction,
    });
    await put(database, path.groupId, change.put, transaction);
  });
}
