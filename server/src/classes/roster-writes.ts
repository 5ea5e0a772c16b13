/** What bringing in writes, step by step, and what is kept to take it back. */
import { present } from '@oaken/core/certain';
import type { KnownStudent, RosterWrite } from '@oaken/core/rosters';
import type { Transaction } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import type { Database } from '../database/connect';
import type { Account } from '../models';
import type { Outcome } from './bringing';
import { comeBack, createStudent, enrol, leave } from './enrolling';

/** What a list says of a student. */
type Fields = Partial<
  Pick<Account, 'givenName' | 'familyName' | 'studentNumber' | 'email' | 'grade' | 'sourcedId'>
>;

/** How a write is taken back; the last one first. */
export type Step =
  | { undo: 'create'; classId: number; studentId: number }
  | { undo: 'enrol'; classId: number; studentId: number }
  | { undo: 'return'; classId: number; studentId: number }
  | { undo: 'leave'; classId: number; studentId: number }
  | { undo: 'change'; studentId: number; fields: Fields };

export async function setFields(
  { models }: Database,
  studentId: number,
  fields: Fields,
  transaction: Transaction,
): Promise<void> {
  await models.Account.update(fields, {
    where: { id: studentId, role: 'student' },
    transaction,
  });
}

interface Performing {
  database: Database;
  me: SignedIn;
  time: Date;
  transaction: Transaction;
  known: KnownStudent[];
  /** Students made by this very list, by what tells them apart: they stand on the lists of several classes. */
  made: Map<string, number>;
  steps: Step[];
  outcome: Outcome;
  classId: number;
}

export async function perform(on: Performing, write: RosterWrite): Promise<void> {
  const { database, me, time, transaction, known, made, steps, outcome, classId } = on;
  const departs = async (studentId: number, from: number | null) => {
    if (from === null) return;
    await leave(database, { classId: from, studentId }, time, transaction);
    steps.push({ undo: 'leave', classId: from, studentId });
  };
  switch (write.do) {
    case 'create': {
      const { student, rosterNumber } = write;
      const mark = student.sourcedId ?? student.studentNumber;
      let studentId = mark ? made.get(mark) : undefined;
      const fresh = studentId === undefined;
      studentId ??= await createStudent(database, me.account.schoolId, student, time, transaction);
      if (mark) made.set(mark, studentId);
      await enrol(database, { classId, studentId, rosterNumber }, time, transaction);
      steps.push({ undo: fresh ? 'create' : 'enrol', classId, studentId });
      outcome.added += fresh ? 1 : 0;
      outcome.joined += fresh ? 0 : 1;
      return;
    }
    case 'change': {
      const knownStudent = present(
        known.find(({ id }) => id === write.studentId),
        'student of the list',
      );
      const fields: Fields = Object.fromEntries(
        write.fields.map(({ field, to }) => [field, field === 'grade' ? Number(to) : to]),
      );
      if (write.sourcedId !== null && write.sourcedId !== knownStudent.sourcedId)
        fields.sourcedId = write.sourcedId;
      const before = Object.fromEntries(
        Object.keys(fields).map((field) => [field, knownStudent[field as 'email'] || null]),
      );
      await setFields(database, knownStudent.id, fields, transaction);
      if (Object.keys(fields).length > 0)
        steps.push({ undo: 'change', studentId: knownStudent.id, fields: before });
      outcome.changed += write.fields.length > 0 ? 1 : 0;
      return;
    }
    case 'enrol':
      await enrol(
        database,
        { classId, studentId: write.studentId, rosterNumber: write.rosterNumber },
        time,
        transaction,
      );
      steps.push({ undo: 'enrol', classId, studentId: write.studentId });
      outcome.joined++;
      return departs(write.studentId, write.from);
    case 'return':
      await comeBack(database, { classId, studentId: write.studentId }, time, transaction);
      steps.push({ undo: 'return', classId, studentId: write.studentId });
      outcome.joined++;
      return departs(write.studentId, write.from);
    case 'leave':
      outcome.left++;
      return departs(write.studentId, classId);
  }
}
