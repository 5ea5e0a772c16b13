/** Lists into classes: what they would do, doing just that, and taking it back. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import {
  planRoll,
  settleRoll,
  type KnownStudent,
  type RollPlan,
  type RollWrite,
} from '@oaken/core/rosters';
import { createHash } from 'node:crypto';
import type { Transaction } from 'sequelize';
import { asking, insistOnRunning } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { fromJson, insertedId, row, rows, type Database } from '../database/connect';
import { invalid, notFound, Problem } from '../http/problem';
import { comeBack, countOpen, createStudent, enrol, leave } from './enrolling';
import { makeClass } from './service';

/** Every student of the school, with the classes that each is or was in. */
async function readKnown(
  database: Database,
  me: SignedIn,
  transaction?: Transaction,
): Promise<KnownStudent[]> {
  const students = await rows<Omit<KnownStudent, 'places'>>(
    database,
    `SELECT id, given_name AS givenName, family_name AS familyName, COALESCE(student_number, '') AS studentNumber,
            COALESCE(email, '') AS email, grade, sourced_id AS sourcedId
       FROM accounts WHERE school_id = :school AND role = 'student' AND guest_of IS NULL AND disabled_at IS NULL ORDER BY id`,
    asking(me),
    transaction,
  );
  const places = await rows<
    KnownStudent['places'][number] & { studentId: number; leftAt: Date | null }
  >(
    database,
    `SELECT e.student_id AS studentId, c.id AS classId, c.name AS className, c.subject, e.roll_number AS rollNumber, e.left_at AS leftAt
       FROM enrolments e JOIN classes c ON c.id = e.class_id WHERE c.school_id = :school AND c.put_away_at IS NULL ORDER BY c.id`,
    asking(me),
    transaction,
  );
  const byId = new Map<number, KnownStudent>(
    students.map((own) => [own.id, { ...own, places: [] }]),
  );
  for (const { studentId, leftAt, ...place } of places)
    byId.get(studentId)?.places.push({ ...place, left: leftAt !== null });
  return [...byId.values()];
}

const seenOf = (plan: RollPlan) =>
  createHash('sha256').update(JSON.stringify(plan)).digest('base64url');

export async function planRolls(
  { database, now }: Context,
  me: SignedIn,
  wanted: BodyOf<typeof api.planRolls>['rolls'],
): Promise<AnswerOf<typeof api.planRolls>> {
  for (const { classId } of wanted)
    if (classId !== null) await insistOnRunning(database, me, classId);
  const known = await readKnown(database, me);
  const plans = wanted.map(async ({ listed, ...target }) => {
    const plan = planRoll(target, listed, known);
    const open =
      target.classId === null ? 0 : await countOpen(database, target.classId, new Date(now()));
    return { ...plan, seen: seenOf(plan), open };
  });
  return { plans: await Promise.all(plans) };
}

/** How a write is taken back; the last one first. */
type Step =
  | { undo: 'create'; classId: number; studentId: number }
  | { undo: 'enrol'; classId: number; studentId: number }
  | { undo: 'return'; classId: number; studentId: number }
  | { undo: 'leave'; classId: number; studentId: number }
  | { undo: 'change'; studentId: number; fields: Record<string, string | number | null> };

type Outcome = Omit<AnswerOf<typeof api.applyRolls>, 'changeId'>;

const columns = {
  givenName: 'given_name',
  familyName: 'family_name',
  studentNumber: 'student_number',
  email: 'email',
  grade: 'grade',
  sourcedId: 'sourced_id',
} as const;

async function setFields(
  database: Database,
  studentId: number,
  fields: Record<string, string | number | null>,
  transaction: Transaction,
): Promise<void> {
  const set = Object.keys(fields).map(
    (field) => `${columns[field as keyof typeof columns]} = :${field}`,
  );
  if (set.length > 0)
    await database.query(
      `UPDATE accounts SET ${set.join(', ')} WHERE id = :studentId AND role = 'student'`,
      {
        replacements: { ...fields, studentId },
        transaction,
      },
    );
}

export async function applyRolls(
  context: Context,
  me: SignedIn,
  wanted: BodyOf<typeof api.applyRolls>,
): Promise<AnswerOf<typeof api.applyRolls>> {
  const { database, now } = context;
  const time = new Date(now());
  return database.transaction(async (transaction) => {
    const nowhere = wanted.rolls.findIndex(
      ({ classId, make }) => classId === null && make === null,
    );
    if (nowhere >= 0)
      throw invalid([
        { pointer: `/rolls/${nowhere}/make`, message: 'Say which class, or describe a new one.' },
      ]);
    const earlier = await row<{ id: number; outcome: unknown }>(
      database,
      'SELECT id, outcome FROM roll_changes WHERE by_id = :me AND client_key = :clientKey FOR UPDATE',
      { ...asking(me), clientKey: wanted.clientKey },
      transaction,
    );
    if (earlier) return { changeId: earlier.id, ...fromJson<Outcome>(earlier.outcome) };
    for (const classId of wanted.rolls
      .map((own) => own.classId)
      .sort((a, b) => (a ?? 0) - (b ?? 0)))
      if (classId !== null) await insistOnRunning(database, me, classId, transaction);

    const known = await readKnown(database, me, transaction);
    // Everything is decided on what stood there before, as the preview was; only then is anything written.
    const settled = await Promise.all(
      wanted.rolls.map(async (own, at) => {
        const subject =
          own.make?.subject ??
          (await row<{ subject: string }>(
            database,
            'SELECT subject FROM classes WHERE id = :id',
            { id: own.classId },
            transaction,
          ))!.subject;
        const target = { classId: own.classId, subject, whole: own.whole };
        const plan = planRoll(target, own.listed, known);
        if (seenOf(plan) !== own.seen)
          throw new Problem(
            409,
            'The classes were changed since this preview.',
            'Look at it again before you bring the list in.',
          );
        const result = settleRoll(target, plan, own.choices, known);
        if (!result.ok)
          throw invalid(
            result.problems.map(({ line, message }) => ({
              pointer: `/rolls/${at}/lines/${line}`,
              message,
            })),
          );
        return result.writes;
      }),
    );

    const steps: Step[] = [];
    const outcome: Outcome = { classIds: [], added: 0, joined: 0, changed: 0, left: 0 };
    const made = new Map<string, number>();
    for (const [at, own] of wanted.rolls.entries()) {
      const classId = own.classId ?? (await makeNew(context, me, own.make!, transaction));
      if (own.classId !== null && own.sourcedId !== null)
        await tie(database, me, classId, own.sourcedId, transaction);
      outcome.classIds.push(classId);
      for (const write of settled[at]!)
        await perform(
          { database, me, time, transaction, known, made, steps, outcome, classId },
          write,
        );
    }
    const changeId = await insertedId(
      database,
      'INSERT INTO roll_changes (by_id, client_key, at, outcome, steps) VALUES (:me, :clientKey, :time, :outcome, :steps)',
      {
        ...asking(me),
        clientKey: wanted.clientKey,
        time,
        outcome: JSON.stringify(outcome),
        steps: JSON.stringify(steps),
      },
      transaction,
    );
    return { changeId, ...outcome };
  });
}

type Made = NonNullable<BodyOf<typeof api.applyRolls>['rolls'][number]['make']>;

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
  database: Database,
  me: SignedIn,
  classId: number,
  sourcedId: string,
  transaction: Transaction,
) {
  const taken = await row<{ name: string }>(
    database,
    'SELECT name FROM classes WHERE school_id = :school AND sourced_id = :sourcedId AND id <> :classId',
    { ...asking(me), sourcedId, classId },
    transaction,
  );
  if (taken)
    throw new Problem(
      409,
      `That class of the list already belongs to ${taken.name}.`,
      'Choose the same class, or leave it out.',
    );
  await database.query('UPDATE classes SET sourced_id = :sourcedId WHERE id = :classId', {
    replacements: { sourcedId, classId },
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

async function perform(on: Performing, write: RollWrite): Promise<void> {
  const { database, me, time, transaction, known, made, steps, outcome, classId } = on;
  const departs = async (studentId: number, from: number | null) => {
    if (from === null) return;
    await leave(database, { classId: from, studentId }, time, transaction);
    steps.push({ undo: 'leave', classId: from, studentId });
  };
  switch (write.do) {
    case 'create': {
      const { student, rollNumber } = write;
      const mark = student.sourcedId ?? student.studentNumber;
      let studentId = mark ? made.get(mark) : undefined;
      const fresh = studentId === undefined;
      studentId ??= await createStudent(database, me.account.schoolId, student, time, transaction);
      if (mark) made.set(mark, studentId);
      await enrol(database, { classId, studentId, rollNumber }, time, transaction);
      steps.push({ undo: fresh ? 'create' : 'enrol', classId, studentId });
      outcome.added += fresh ? 1 : 0;
      outcome.joined += fresh ? 0 : 1;
      return;
    }
    case 'change': {
      const own = known.find(({ id }) => id === write.studentId)!;
      const fields: Record<string, string | number | null> = Object.fromEntries(
        write.fields.map(({ field, to }) => [field, field === 'grade' ? Number(to) : to]),
      );
      if (write.sourcedId !== null && write.sourcedId !== own.sourcedId)
        fields.sourcedId = write.sourcedId;
      const before = Object.fromEntries(
        Object.keys(fields).map((field) => [field, own[field as 'email'] || null]),
      );
      await setFields(database, own.id, fields, transaction);
      if (Object.keys(fields).length > 0)
        steps.push({ undo: 'change', studentId: own.id, fields: before });
      outcome.changed += write.fields.length > 0 ? 1 : 0;
      return;
    }
    case 'enrol':
      await enrol(
        database,
        { classId, studentId: write.studentId, rollNumber: write.rollNumber },
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

export async function undoRolls(
  { database, now }: Context,
  me: SignedIn,
  changeId: number,
): Promise<void> {
  const time = new Date(now());
  await database.transaction(async (transaction) => {
    const change = await row<{ steps: unknown; undoneAt: Date | null }>(
      database,
      'SELECT steps, undone_at AS undoneAt FROM roll_changes WHERE id = :changeId AND by_id = :me FOR UPDATE',
      { ...asking(me), changeId },
      transaction,
    );
    if (!change) throw notFound('The change');
    if (change.undoneAt) return;
    for (const step of fromJson<Step[]>(change.steps).reverse()) {
      if (step.undo === 'change')
        await setFields(database, step.studentId, step.fields, transaction);
      else if (step.undo === 'leave') await comeBack(database, step, time, transaction);
      else if (step.undo === 'return') await leave(database, step, time, transaction);
      else await takeOut(database, step, time, transaction);
    }
    await database.query('UPDATE roll_changes SET undone_at = :time WHERE id = :changeId', {
      replacements: { time, changeId },
      transaction,
    });
  });
}

/** Whoever has begun something in the meantime has left the class instead; nobody's work goes with an undo. */
async function takeOut(
  database: Database,
  { undo, classId, studentId }: Extract<Step, { undo: 'create' | 'enrol' }>,
  time: Date,
  transaction: Transaction,
): Promise<void> {
  const replacements = { classId, studentId };
  const begun = await row(
    database,
    `SELECT t.id FROM attempts t JOIN assignment_students g ON g.assignment_id = t.assignment_id AND g.student_id = t.student_id
      WHERE t.student_id = :studentId AND g.class_id = :classId LIMIT 1`,
    replacements,
    transaction,
  );
  if (begun) return leave(database, { classId, studentId }, time, transaction);
  const forget = (sql: string) => database.query(sql, { replacements, transaction });
  await forget(
    'DELETE FROM assignment_students WHERE student_id = :studentId AND class_id = :classId',
  );
  await forget(
    'DELETE FROM group_members WHERE student_id = :studentId AND group_id IN (SELECT id FROM class_groups WHERE class_id = :classId)',
  );
  await forget('DELETE FROM enrolments WHERE student_id = :studentId AND class_id = :classId');
  if (undo !== 'create') return;
  const elsewhere = await row(
    database,
    'SELECT class_id FROM enrolments WHERE student_id = :studentId LIMIT 1',
    replacements,
    transaction,
  );
  if (elsewhere) return;
  await forget('DELETE FROM letters WHERE account_id = :studentId');
  await forget('DELETE FROM student_supports WHERE student_id = :studentId');
  await forget("DELETE FROM accounts WHERE id = :studentId AND role = 'student'");
}
