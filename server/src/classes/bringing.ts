/** Lists into classes: what they would do, doing just that, and taking it back. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import {
  planRoster,
  settleRoster,
  type KnownStudent,
  type RosterPlan,
  type RosterWrite,
} from '@oaken/core/rosters';
import { createHash } from 'node:crypto';
import { type Transaction, Op } from 'sequelize';
import { insistOnRunning } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { type Database } from '../database/connect';
import { invalid, notFound, problem } from '../problems/problem';
import { comeBack, countOpen, createStudent, enrol, leave } from './enrolling';
import { makeClass } from './service';
import type { Account } from '../models';
import { elementAt, present } from '@oaken/core/certain';
import { valuesOf } from '../models/subquery';

/** Every student of the school, with the classes that each is or was in. */
async function readKnown(
  { models }: Database,
  me: SignedIn,
  transaction?: Transaction,
): Promise<KnownStudent[]> {
  const { schoolId } = me.account;
  const students = await models.Account.findAll({
    where: { schoolId, role: 'student', guestOf: null, disabledAt: null },
    order: ['id'],
    transaction,
  });
  const enrollments = await models.Enrollment.findAll({
    include: [{ association: 'class', where: { schoolId, archivedAt: null } }],
    order: ['classId'],
    transaction,
  });
  const byId = new Map(students.map((student) => [student.id, asKnown(student)]));
  for (const { studentId, classId, class: taught, rosterNumber, leftAt } of enrollments)
    byId.get(studentId)?.places.push({
      classId,
      className: taught?.name ?? '',
      subject: taught?.subject ?? '',
      rosterNumber: rosterNumber,
      left: leftAt !== null,
    });
  return [...byId.values()];
}

const asKnown = (student: Account): KnownStudent => ({
  id: student.id,
  givenName: student.givenName,
  familyName: student.familyName,
  studentNumber: student.studentNumber ?? '',
  email: student.email ?? '',
  grade: student.grade,
  sourcedId: student.sourcedId,
  places: [],
});

const seenOf = (plan: RosterPlan) =>
  createHash('sha256').update(JSON.stringify(plan)).digest('base64url');

export async function planRosters(
  { database, now }: Context,
  me: SignedIn,
  wanted: BodyOf<typeof api.planRosters>['rosters'],
): Promise<AnswerOf<typeof api.planRosters>> {
  for (const { classId } of wanted)
    if (classId !== null) await insistOnRunning(database, me, classId);
  const known = await readKnown(database, me);
  const plans = wanted.map(async ({ listed, ...target }) => {
    const plan = planRoster(target, listed, known);
    const open =
      target.classId === null ? 0 : await countOpen(database, target.classId, new Date(now()));
    return { ...plan, seen: seenOf(plan), open };
  });
  return { plans: await Promise.all(plans) };
}

/** What a list says of a student. */
type Fields = Partial<
  Pick<Account, 'givenName' | 'familyName' | 'studentNumber' | 'email' | 'grade' | 'sourcedId'>
>;

/** How a write is taken back; the last one first. */
type Step =
  | { undo: 'create'; classId: number; studentId: number }
  | { undo: 'enrol'; classId: number; studentId: number }
  | { undo: 'return'; classId: number; studentId: number }
  | { undo: 'leave'; classId: number; studentId: number }
  | { undo: 'change'; studentId: number; fields: Fields };

type Outcome = Omit<AnswerOf<typeof api.applyRosters>, 'changeId'>;

async function setFields(
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

type Roster = BodyOf<typeof api.applyRosters>['rosters'][number];
type Settled = Extract<ReturnType<typeof settleRoster>, { ok: true }>['writes'];

/** What a list does to its class. @throws Problem 409 where the preview is out of date, 422 for what has to be chosen first */
async function settle(
  { models }: Database,
  roster: Roster,
  place: number,
  known: Awaited<ReturnType<typeof readKnown>>,
  transaction: Transaction,
): Promise<Settled> {
  const { classId, make, whole } = roster;
  const existing = await models.SchoolClass.findByPk(classId ?? 0, { transaction });
  const subject = make?.subject ?? present(existing, 'class').subject;
  const target = { classId, subject, whole };
  const plan = planRoster(target, roster.listed, known);
  if (seenOf(plan) !== roster.seen) throw problem('class-changed-meanwhile');
  const result = settleRoster(target, plan, roster.choices, known);
  if (!result.ok)
    throw invalid(
      result.problems.map(({ line, message }) => ({
        pointer: `/rosters/${place}/lines/${line}`,
        message,
      })),
    );
  return result.writes;
}

export async function applyRosters(
  context: Context,
  me: SignedIn,
  wanted: BodyOf<typeof api.applyRosters>,
): Promise<AnswerOf<typeof api.applyRosters>> {
  const { database, now } = context;
  const time = new Date(now());
  return database.transaction(async (transaction) => {
    const nowhere = wanted.rosters.findIndex(
      ({ classId, make }) => classId === null && make === null,
    );
    if (nowhere >= 0)
      throw invalid([
        { pointer: `/rosters/${nowhere}/make`, message: 'Say which class, or describe a new one.' },
      ]);
    const { RosterChange } = database.models;
    const key = { madeBy: me.account.id, clientKey: wanted.clientKey };
    const earlier = await RosterChange.findOne({ where: key, lock: true, transaction });
    if (earlier) return { changeId: earlier.id, ...(earlier.outcome as Outcome) };
    for (const classId of wanted.rosters
      .map((roster) => roster.classId)
      .sort((a, b) => (a ?? 0) - (b ?? 0)))
      if (classId !== null) await insistOnRunning(database, me, classId, transaction);

    const known = await readKnown(database, me, transaction);
    // Everything is decided on what stood there before, as the preview was; only then is anything written.
    const settled: Settled[] = [];
    for (const [place, roster] of wanted.rosters.entries())
      settled.push(await settle(database, roster, place, known, transaction));

    const steps: Step[] = [];
    const outcome: Outcome = { classIds: [], added: 0, joined: 0, changed: 0, left: 0 };
    const made = new Map<string, number>();
    for (const [index, roster] of wanted.rosters.entries()) {
      const classId =
        roster.classId ??
        (await makeNew(context, me, present(roster.make, 'wish for a new class'), transaction));
      if (roster.classId !== null && roster.sourcedId !== null)
        await tie(database, me, classId, roster.sourcedId, transaction);
      outcome.classIds.push(classId);
      for (const write of elementAt(settled, index))
        await perform(
          { database, me, time, transaction, known, made, steps, outcome, classId },
          write,
        );
    }
    const { id } = await RosterChange.create(
      { ...key, madeAt: time, outcome, steps },
      { transaction },
    );
    return { changeId: id, ...outcome };
  });
}

type Made = NonNullable<BodyOf<typeof api.applyRosters>['rosters'][number]['make']>;

function makeNew(
  context: Context,
  me: SignedIn,
  { sourcedId, ...facts }: Made,
  transaction: Transaction,
) {
  return makeClass(context, me, facts, { clientKey: null, sourcedId }, transaction);
}

/** A class of the roster belongs to one class here. */
async function tie(
  { models }: Database,
  me: SignedIn,
  classId: number,
  sourcedId: string,
  transaction: Transaction,
) {
  const { schoolId } = me.account;
  const taken = await models.SchoolClass.findOne({
    where: { schoolId, sourcedId, id: { [Op.ne]: classId } },
    transaction,
  });
  if (taken) throw problem('roster-class-taken', { name: taken.name });
  await models.SchoolClass.update({ sourcedId }, { where: { id: classId }, transaction });
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

async function perform(on: Performing, write: RosterWrite): Promise<void> {
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
    if (!change) throw notFound('The change');
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
