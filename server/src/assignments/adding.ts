/** More classes, groups and students for an assignment that was given, and what that will do. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import type { Who } from '@oaken/contract/assignments';
import { windowEnd } from '@oaken/core/timing';
import { randomFrom } from '@oaken/core/random';
import { randomBytes } from 'node:crypto';
import { Op, type Transaction } from 'sequelize';
import { insistOnRunningAssignment } from '../access';
import type { SignedIn } from '../access/signed-in';
import { timesOf, windowOf } from '../attempts/times';
import { nextSeat, rarestForm } from '../classes/enrolling';
import type { Context } from '../context';
import { invite } from '../letters/invitations';
import { toMillis, type Database } from '../database/connect';
import type { Assignment, AssignmentStudent } from '../models';
import { invalid, notFound } from '../problems/problem';
import { lock } from './changing';
import { resolveWho, type Recipient, type Resolved } from './recipients';
import { sentence } from './sentences';

interface Newcomers {
  /** Students who have no line yet. */
  fresh: Recipient[];
  /** Lines of students who had it, left their class, and are chosen again. */
  returning: AssignmentStudent[];
  /** How many of those who are chosen have it already. */
  already: number;
  /** Everybody's lines, to go on dealing after. */
  given: AssignmentStudent[];
  resolved: Resolved;
}

async function newcomersOf(
  database: Database,
  me: SignedIn,
  assignmentId: number,
  who: Who,
  transaction?: Transaction,
): Promise<Newcomers> {
  const resolved = await resolveWho(database, me, who, transaction);
  const given = await database.models.AssignmentStudent.findAll({
    where: { assignmentId },
    order: ['seat'],
    transaction,
    lock: transaction !== undefined,
  });
  const lineOf = new Map(given.map((line) => [line.studentId, line]));
  const known = resolved.recipients.flatMap(({ studentId }) => lineOf.get(studentId) ?? []);
  const returning = known.filter(({ withdrawnAt }) => withdrawnAt !== null);
  return {
    fresh: resolved.recipients.filter(({ studentId }) => !lineOf.has(studentId)),
    returning,
    already: known.length - returning.length,
    given,
    resolved,
  };
}

/** Everybody who would have it through the change. */
const addedBy = ({ fresh, returning }: Newcomers): number[] =>
  [...fresh, ...returning].map(({ studentId }) => studentId);

export async function previewMoreStudents(
  { database, post }: Context,
  me: SignedIn,
  assignmentId: number,
  who: Who,
): Promise<AnswerOf<typeof api.previewMoreStudents>> {
  await insistOnRunningAssignment(database, me, assignmentId);
  const assignment = await database.models.Assignment.findByPk(assignmentId);
  if (!assignment) throw notFound('assignment');
  const newcomers = await newcomersOf(database, me, assignmentId, who);
  const { already, given } = newcomers;
  const added = addedBy(newcomers);
  return {
    added: added.length,
    reachable: post
      ? await database.models.Account.count({ where: { id: added, email: { [Op.ne]: null } } })
      : null,
    already,
    opensAt: toMillis(assignment.opensAt),
    closesAt: windowEnd(windowOf(timesOf(assignment))),
    forms: new Set(given.map(({ form }) => form)).size,
  };
}

export async function addStudents(
  { database, post, site, now }: Context,
  me: SignedIn,
  assignmentId: number,
  { invite: isInvited, ...who }: BodyOf<typeof api.addStudents>,
): Promise<{ added: number }> {
  const { AssignmentStudent } = database.models;
  return database.transaction(async (transaction) => {
    const assignment = await lock(database, me, assignmentId, transaction);
    const newcomers = await newcomersOf(database, me, assignmentId, who, transaction);
    const { fresh, returning, given, resolved } = newcomers;
    const added = addedBy(newcomers);
    if (added.length === 0)
      throw invalid([{ pointer: '/who', message: sentence('chooseSomebodyWhoLacksIt') }]);
    for (const line of returning) await line.update({ withdrawnAt: null }, { transaction });
    await AssignmentStudent.bulkCreate(dealt(assignmentId, fresh, given), { transaction });
    await noteRecipients(database, assignment, who, resolved, transaction);
    if (isInvited && post) {
      const only = new Set(added);
      await invite(database, { assignmentId, only }, site.origin, now(), transaction);
    }
    return { added: added.length };
  });
}

/** Lines for newcomers, dealt on after those that are there. */
function dealt(
  assignmentId: number,
  fresh: readonly Recipient[],
  given: readonly AssignmentStudent[],
): Pick<AssignmentStudent, 'assignmentId' | 'studentId' | 'classId' | 'seat' | 'form'>[] {
  const forms = given.map(({ form }) => ({ form }));
  const first = nextSeat(given);
  // Drawn by lot, so that neighbors on the roster do not share their items.
  return randomFrom(randomBytes(16).toString('hex'))
    .shuffle(fresh)
    .map(({ studentId, classId }, index) => {
      const form = rarestForm(forms);
      forms.push({ form });
      return { assignmentId, studentId, classId, seat: first + index, form };
    });
}

/** The classes that somebody comes through now, and whom it was given to in words. */
async function noteRecipients(
  { models }: Database,
  assignment: Assignment,
  who: Who,
  { classes }: Resolved,
  transaction: Transaction,
): Promise<void> {
  const { id: assignmentId, recipients } = assignment;
  const stored = await models.AssignmentClass.findAll({ where: { assignmentId }, transaction });
  for (const { id: classId, whole } of classes) {
    const known = stored.find((line) => line.classId === classId);
    if (!known)
      await models.AssignmentClass.create(
        { assignmentId, classId, wholeClass: whole },
        { transaction },
      );
    else if (whole && !known.wholeClass) await known.update({ wholeClass: true }, { transaction });
  }
  const before = recipients?.who ?? {
    classIds: stored.map(({ classId }) => classId),
    groupIds: [],
    studentIds: [],
    link: assignment.linkToken !== null,
  };
  const joined = (name: 'classIds' | 'groupIds' | 'studentIds') => [
    ...new Set([...before[name], ...who[name]]),
  ];
  await assignment.update(
    {
      recipients: {
        forms: recipients?.forms ?? [null],
        formsFor: recipients?.formsFor ?? [],
        who: {
          classIds: joined('classIds'),
          groupIds: joined('groupIds'),
          studentIds: joined('studentIds'),
          link: before.link,
        },
      },
    },
    { transaction },
  );
}
