/** Groups within a class; a student may be in several. */
import type { Transaction } from 'sequelize';
import { insistOnRunning } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { insertedId, row, type Database } from '../database/connect';
import { notFound } from '../http/problem';
import { groupNameTaken, insistOnStudents } from './roll';

interface Place {
  classId: number;
  groupId: number;
}

async function insistOnName(
  database: Database,
  own: { classId: number; groupId: number; name: string },
  transaction: Transaction,
) {
  const taken = await row(
    database,
    'SELECT id FROM class_groups WHERE class_id = :classId AND name = :name AND id <> :groupId',
    own,
    transaction,
  );
  if (taken) throw groupNameTaken(own.name);
}

async function insistOnGroup(
  database: Database,
  me: SignedIn,
  place: Place,
  transaction: Transaction,
): Promise<void> {
  await insistOnRunning(database, me, place.classId, transaction);
  const found = await row(
    database,
    'SELECT id FROM class_groups WHERE id = :groupId AND class_id = :classId',
    { ...place },
    transaction,
  );
  if (!found) throw notFound('The group');
}

const put = (
  database: Database,
  groupId: number,
  students: readonly number[],
  transaction: Transaction,
) =>
  students.length === 0
    ? null
    : database.query('INSERT IGNORE INTO group_members (group_id, student_id) VALUES :lines', {
        replacements: { lines: students.map((studentId) => [groupId, studentId]) },
        transaction,
      });

export function makeGroup(
  { database, now }: Context,
  me: SignedIn,
  classId: number,
  own: { name: string; students: number[] },
) {
  return database.transaction(async (transaction) => {
    await insistOnRunning(database, me, classId, transaction);
    await insistOnStudents(database, classId, own.students, transaction);
    await insistOnName(database, { classId, groupId: 0, name: own.name }, transaction);
    const id = await insertedId(
      database,
      'INSERT INTO class_groups (class_id, name, created_at) VALUES (:classId, :name, :time)',
      { classId, name: own.name, time: new Date(now()) },
      transaction,
    );
    await put(database, id, own.students, transaction);
    return { id };
  });
}

export async function renameGroup(
  { database }: Context,
  me: SignedIn,
  place: Place,
  name: string,
): Promise<void> {
  await database.transaction(async (transaction) => {
    await insistOnGroup(database, me, place, transaction);
    await insistOnName(database, { ...place, name }, transaction);
    await database.query('UPDATE class_groups SET name = :name WHERE id = :groupId', {
      replacements: { ...place, name },
      transaction,
    });
  });
}

export async function removeGroup(
  { database }: Context,
  me: SignedIn,
  place: Place,
): Promise<void> {
  await database.transaction(async (transaction) => {
    await insistOnGroup(database, me, place, transaction);
    await database.query('DELETE FROM class_groups WHERE id = :groupId', {
      replacements: { ...place },
      transaction,
    });
  });
}

export async function changeMembers(
  { database }: Context,
  me: SignedIn,
  place: Place,
  change: { put: number[]; take: number[] },
): Promise<void> {
  await database.transaction(async (transaction) => {
    await insistOnGroup(database, me, place, transaction);
    await insistOnStudents(database, place.classId, change.put, transaction);
    if (change.take.length > 0)
      await database.query(
        'DELETE FROM group_members WHERE group_id = :groupId AND student_id IN (:take)',
        { replacements: { ...place, take: change.take }, transaction },
      );
    await put(database, place.groupId, change.put, transaction);
  });
}
