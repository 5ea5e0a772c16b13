import type { AssignmentRow } from '@oaken/contract/assignments';
import { classWindow, recipientsInWords, type Recipients } from '@oaken/core/assignments';
import { groupBy, total } from '@oaken/core/lists';
import { windowEnd } from '@oaken/core/timing';
import { Op, type WhereOptions } from 'sequelize';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import { toMillis, toMillisOrNull, type Database } from '../database/connect';
import {
  lateRuleOf,
  schoolZone,
  studentWindow,
  windowOf,
  exceptionsOf,
  timesOf,
  withAccommodation,
} from '../attempts/times';
import type { Assignment } from '../models';
import { groupInWords } from './recipients';
import { present } from '@oaken/core/certain';
import { progressOf, type Progress } from '../attempts/queries';

/** My assignments that meet a condition, with how far their students are, the latest closing first. */
export async function readAssignments(
  database: Database,
  me: SignedIn,
  where: WhereOptions<Assignment> = {},
): Promise<AssignmentRow[]> {
  const { Assignment, AssignmentStudent } = database.models;
  const assignments = await Assignment.scope(rule('readableBy', me)).findAll({
    where,
    include: [
      { association: 'edition', attributes: { exclude: ['content'] } },
      { association: 'assignmentClasses', separate: true, include: ['class'] },
    ],
  });
  const ids = assignments.map(({ id }) => id);
  const [ends, progress, names, given] = await Promise.all([
    lastEnds(database, assignments),
    progressOf(database, ids),
    readNames(database, assignments),
    AssignmentStudent.count({
      where: { assignmentId: ids, withdrawnAt: null },
      group: ['assignmentId', 'classId'],
    }),
  ]);
  const progressById = groupBy(progress, ({ assignmentId }) => assignmentId);
  const givenById = groupBy(given, ({ assignmentId }) => Number(assignmentId));
  return assignments
    .map((assignment) => {
      const far = progressById.get(assignment.id) ?? [];
      const students = givenById.get(assignment.id) ?? [];
      return {
        ...factsOf(assignment),
        ...accountOf(students, far),
        recipients: recipientsInWords(names(assignment)),
        lastEnd: ends.get(assignment.id) ?? null,
        byClass: classesOf(assignment).map(({ id }) => ({
          classId: id,
          ...accountOf(
            students.filter(({ classId }) => classId === id),
            far.filter(({ classId }) => classId === id),
          ),
        })),
      };
    })
    .sort((a, b) => (b.closesAt ?? -Infinity) - (a.closesAt ?? -Infinity));
}

/** The account of an assignment, or of one of its classes. */
function accountOf(students: readonly { count: number }[], progress: readonly Progress[]) {
  const given = total(students, ({ count }) => count);
  const begun = total(progress, (line) => line.begun);
  const working = total(progress, (line) => line.working);
  const marked = total(progress, (line) => line.marked);
  return {
    given,
    notBegun: Math.max(0, given - begun),
    working,
    handedIn: begun - working,
    meanShare: marked === 0 ? null : total(progress, ({ shares }) => shares) / marked,
  };
}

/** What stands in the assignment's own row. */
function factsOf(assignment: Assignment) {
  const { testId, itemCount, points } = present(assignment.edition, 'edition');
  return {
    id: assignment.id,
    testId,
    title: assignment.title,
    kind: assignment.kind,
    items: itemCount,
    points,
    classes: classesOf(assignment).map(({ id, name, letInAt }) => ({ id, name, letInAt })),
    lateRule: lateRuleOf(timesOf(assignment)),
    rules: assignment.rules,
    opensAt: toMillis(assignment.opensAt),
    closesAt: toMillisOrNull(assignment.closesAt),
    stoppedAt: toMillisOrNull(assignment.stoppedAt),
    releasedAt: toMillisOrNull(assignment.releasedAt),
  };
}

const classesOf = ({ assignmentClasses = [] }: Assignment) =>
  assignmentClasses
    .map(({ classId, class: taught, wholeClass, letInAt }) => ({
      id: classId,
      name: taught?.name ?? '',
      wholeClass,
      letInAt: toMillisOrNull(letInAt),
    }))
    .sort((a, b) => a.name.localeCompare(b.name));

const inOrder = (ids: readonly number[] = []) => [...ids].sort((a, b) => a - b);

/** Names of the classes, groups and single students that each assignment was given to. */
async function readNames({ models }: Database, assignments: readonly Assignment[]) {
  const { Account, ClassGroup } = models;
  const chosen = (what: 'groupIds' | 'studentIds') => [
    ...new Set(assignments.flatMap(({ recipients }) => recipients?.who[what] ?? [])),
  ];
  const [groupIds, studentIds] = [chosen('groupIds'), chosen('studentIds')];
  // Most are given to whole classes: then nothing is asked.
  const groups =
    groupIds.length === 0
      ? []
      : await ClassGroup.findAll({ where: { id: groupIds }, include: ['class'] });
  const students =
    studentIds.length === 0 ? [] : await Account.findAll({ where: { id: studentIds } });
  const groupNames = new Map(groups.map((group) => [group.id, groupInWords(group)]));
  const studentNames = new Map(students.map(({ id, fullName }) => [id, fullName]));
  return (assignment: Assignment): Recipients => {
    const who = assignment.recipients?.who;
    return {
      classes: classesOf(assignment)
        .filter(({ wholeClass }) => wholeClass)
        .map(({ name }) => name),
      groups: inOrder(who?.groupIds).flatMap((id) => groupNames.get(id) ?? []),
      students: inOrder(who?.studentIds).flatMap((id) => studentNames.get(id) ?? []),
      link: assignment.linkToken !== null,
    };
  };
}

/** When the last window of each assignment ends; those that never end have none. */
async function lastEnds(
  database: Database,
  assignments: readonly Assignment[],
): Promise<Map<number, number>> {
  const zone = await schoolZone(database);
  const byId = new Map(assignments.map((assignment) => [assignment.id, assignment]));
  const ends = new Map<number, number>();
  for (const assignment of assignments) {
    const times = timesOf(assignment);
    const classIds = [...classesOf(assignment).map(({ id }) => id)];
    // Guests have the whole window.
    const parties = assignment.linkToken === null ? classIds : [...classIds, null];
    const all = parties.map((id) => windowEnd(classWindow(windowOf(times), times.hours, id)));
    if (!all.includes(null)) ends.set(assignment.id, Math.max(...all.map(Number)));
  }
  // Only those few whose window is longer than everybody's.
  const lines = await database.models.AssignmentStudent.findAll({
    where: {
      assignmentId: [...ends.keys()],
      withdrawnAt: null,
      [Op.or]: [
        { closesAt: { [Op.ne]: null } },
        { '$student.accommodation.student_id$': { [Op.ne]: null } },
      ],
    },
    include: [withAccommodation],
  });
  for (const line of lines) {
    const assignment = present(byId.get(line.assignmentId), 'assignment of the student');
    const end = windowEnd(studentWindow(timesOf(assignment), exceptionsOf(line), zone));
    const known = ends.get(assignment.id);
    if (end !== null && known !== undefined) ends.set(assignment.id, Math.max(end, known));
  }
  return ends;
}
