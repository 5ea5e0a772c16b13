/** Who gets an assignment: classes, groups and single students of mine, each student once. */
import { day } from '@oaken/core/timing';
import type { api, AnswerOf } from '@oaken/contract';
import type { Who } from '@oaken/contract/assignments';
import type { Recipients } from '@oaken/core/assignments';
import { countAccommodations } from '@oaken/core/accommodations';
import { type Transaction, Op } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { toMillis, toMillisOrNull, type Database } from '../database/connect';
import { notFound } from '../problems/problem';
import type { ClassGroup, Enrollment } from '../models';
import { countOf } from '../database/count-of';
import { rule } from '../access';
import { sentence } from './sentences';

export interface Recipient {
  studentId: number;
  /** The class through which it comes: a chosen one, or that of the group, or one that I teach. */
  classId: number;
  groupIds: number[];
}

export interface Resolved {
  recipients: Recipient[];
  /** Every class that somebody comes through, and whether all of it was chosen. */
  classes: { id: number; whole: boolean }[];
  words: Recipients;
}

/** @throws Problem 404 where something is not mine */
export async function resolveWho(
  database: Database,
  me: SignedIn,
  who: Who,
  transaction?: Transaction,
): Promise<Resolved> {
  const { ClassGroup, Enrollment, SchoolClass } = database.models;
  const taught = await SchoolClass.scope(rule('taughtBy', me)).findAll({
    where: { archivedAt: null },
    order: ['name'],
    transaction,
  });
  const mine = taught.map(({ id }) => id);
  const classes = taught.filter(({ id }) => who.classIds.includes(id));
  const groups = await ClassGroup.findAll({
    where: { id: who.groupIds, classId: mine },
    include: ['class', 'members'],
    order: [['class', 'name', 'ASC'], 'name'],
    transaction,
  });
  const enrollments = await Enrollment.findAll({
    where: { classId: mine, leftAt: null },
    include: ['student'],
    order: ['classId', 'studentId'],
    transaction,
  });
  const singles = new Map(
    enrollments
      .filter(({ studentId }) => who.studentIds.includes(studentId))
      .map(({ studentId, student }) => [studentId, student?.fullName ?? '']),
  );
  if (classes.length !== new Set(who.classIds).size) throw notFound('oneOfClasses');
  if (groups.length !== new Set(who.groupIds).size) throw notFound('oneOfGroups');
  if (singles.size !== new Set(who.studentIds).size) throw notFound('oneOfStudents');
  const recipients = recipientsOf(who, groups, enrollments);
  const through = new Set([...who.classIds, ...recipients.map(({ classId }) => classId)]);
  return {
    recipients,
    classes: [...through].map((id) => ({ id, whole: who.classIds.includes(id) })),
    words: {
      classes: classes.map(({ name }) => name),
      groups: groups.map(groupInWords),
      students: [...singles.values()],
      link: who.link,
    },
  };
}

export const groupInWords = ({ name, class: taught }: ClassGroup) =>
  sentence('groupOfClass', { group: name, class: taught?.name });

/** Each student once: by a chosen class before a group, and by a group before their own name. */
function recipientsOf(
  who: Who,
  groups: readonly ClassGroup[],
  enrollments: readonly Enrollment[],
): Recipient[] {
  const byStudent = new Map<number, Recipient>();
  const reach = (studentId: number, classId: number, groupId: number | null) => {
    const recipient = byStudent.get(studentId) ?? { studentId, classId, groupIds: [] };
    if (groupId !== null) recipient.groupIds.push(groupId);
    byStudent.set(studentId, recipient);
  };
  for (const { studentId, classId } of enrollments)
    if (who.classIds.includes(classId)) reach(studentId, classId, null);
  for (const { id, classId, members = [] } of groups)
    for (const { studentId } of members)
      if (
        enrollments.some(
          (enrolled) => enrolled.classId === classId && enrolled.studentId === studentId,
        )
      )
        reach(studentId, classId, id);
  for (const { studentId, classId } of enrollments)
    if (who.studentIds.includes(studentId)) reach(studentId, classId, null);
  return [...byStudent.values()];
}

/** The head count, the accommodations, and what these students have within some weeks from whichever teacher. */
export async function readRecipients(
  { database, post }: Context,
  me: SignedIn,
  who: Who,
): Promise<AnswerOf<typeof api.readRecipients>> {
  const { Accommodation, Account } = database.models;
  const { recipients } = await resolveWho(database, me, who);
  const studentId = recipients.map((recipient) => recipient.studentId);
  const stored = await Accommodation.findAll({ where: { studentId } });
  const accommodations = stored.map(({ content }) => content);
  const forms = new Map<string, number>();
  for (const { form } of accommodations)
    if (form !== null) forms.set(form, (forms.get(form) ?? 0) + 1);
  return {
    students: recipients.length,
    reachable: post
      ? await Account.count({ where: { id: studentId, email: { [Op.ne]: null } } })
      : null,
    accommodations: countAccommodations(accommodations),
    forms: [...forms].map(([name, students]) => ({ name, students })),
    has: await assignmentsOf(database, me, studentId),
  };
}

const lookBack = 14 * day;
const mostShown = 200;

/** What students have, or had until lately, whoever gave it. */
async function assignmentsOf(database: Database, me: SignedIn, studentId: number[]) {
  const { Assignment, AssignmentStudent } = database.models;
  const lines = await AssignmentStudent.count({
    where: { studentId, withdrawnAt: null },
    group: ['assignmentId'],
  });
  const since = new Date(me.at - lookBack);
  const assignments = await Assignment.findAll({
    where: {
      id: lines.map(({ assignmentId }) => Number(assignmentId)),
      unassignedAt: null,
      closesAt: { [Op.or]: [null, { [Op.gt]: since }] },
    },
    include: ['assigner'],
    limit: mostShown,
  });
  const readable = await Assignment.scope(rule('readableBy', me)).findAll({
    attributes: ['id'],
    where: { id: assignments.map(({ id }) => id) },
  });
  const mine = new Set(readable.map(({ id }) => id));
  return assignments
    .map(({ id, title, kind, assigner, opensAt, closesAt, rules }) => ({
      assignmentId: id,
      title,
      kind,
      teacher: assigner?.fullName ?? '',
      mine: mine.has(id),
      opensAt: toMillis(opensAt),
      closesAt: toMillisOrNull(closesAt),
      limitMinutes: rules.limitMinutes,
      students: countOf(lines, 'assignmentId', id),
    }))
    .sort((a, b) => (a.closesAt ?? Infinity) - (b.closesAt ?? Infinity));
}

export async function listGroups(
  { models }: Database,
  me: SignedIn,
): Promise<AnswerOf<typeof api.listGroups>> {
  const classes = await models.SchoolClass.scope(rule('taughtBy', me)).findAll({
    where: { archivedAt: null },
    include: [
      { association: 'groups', include: ['members'] },
      { association: 'enrollments', separate: true, where: { leftAt: null } },
    ],
    order: ['name', ['groups', 'name', 'ASC']],
  });
  return {
    groups: classes.flatMap(({ id: classId, name: className, groups = [], enrollments = [] }) => {
      const present = new Set(enrollments.map(({ studentId }) => studentId));
      return groups.map(({ id, name, members = [] }) => ({
        id,
        name,
        classId,
        className,
        students: members
          .map(({ studentId }) => studentId)
          .filter((student) => present.has(student)),
      }));
    }),
  };
}
