/** Lists into classes: what they would do, doing just that, and taking it back. */
import type { AnswerOf, api, BodyOf } from '@oaken/contract';
import { elementAt, present } from '@oaken/core/certain';
import { type KnownStudent, planRoster, type RosterPlan, settleRoster } from '@oaken/core/rosters';
import { createHash } from 'node:crypto';
import { Op, type Transaction } from 'sequelize';
import { insistOnRunning } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import type { Account } from '../models';
import { invalid, problem } from '../problems/problem';
import { countOpen } from './enrolling';
import { perform, type Step } from './roster-writes';
import { makeClass } from './service';
import { sentence } from './sentences';

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
    byId.get(studentId)?.enrollments.push({
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
  enrollments: [],
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

export type Outcome = Omit<AnswerOf<typeof api.applyRosters>, 'changeId'>;

type Roster = BodyOf<typeof api.applyRosters>['rosters'][number];

type Settled = Extract<ReturnType<typeof settleRoster>, { ok: true }>['writes'];

/**
 * What a list does to its class. @throws Problem 409 where the preview is out of date, 422 for what
 * has to be chosen first
 */
async function settle(
  { models }: Database,
  roster: Roster,
  index: number,
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
        pointer: `/rosters/${index}/lines/${line}`,
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
        { pointer: `/rosters/${nowhere}/make`, message: sentence('chooseClassOrDescribeNew') },
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
    for (const [index, roster] of wanted.rosters.entries())
      settled.push(await settle(database, roster, index, known, transaction));

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
