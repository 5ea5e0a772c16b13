import type { AssignmentRow } from '@oaken/contract/assignments';
import { recipientsInWords, type Recipients } from '@oaken/core/assignments';
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
import { countOf } from '../database/count-of';
import { groupInWords } from './recipients';
import { present } from '@oaken/core/certain';
import { progressOf } from './queries';

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
      group: ['assignmentId'],
    }),
  ]);
  return assignments
    .map((assignment) => {
      const { begun = 0, working = 0, meanShare = null } = progress.get(assignment.id) ?? {};
      const students = countOf(given, 'assignmentId', assignment.id);
      return {
        ...factsOf(assignment),
        recipients: recipientsInWords(names(assignment)),
        lastEnd: ends.get(assignment.id) ?? null,
        given: students,
        notBegun: Math.max(0, students - begun),
        working,
        handedIn: begun - working,
        meanShare,
      };
    })
    .sort((a, b) => (b.closesAt ?? -Infinity) - (a.closesAt ?? -Infinity));
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
    classes: classesOf(assignment).map(({ id, name }) => ({ id, name })),
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
    .map(({ classId, class: taught, wholeClass }) => ({
      id: classId,
      name: taught?.name ?? '',
      wholeClass,
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
    const end = windowEnd(windowOf(timesOf(assignment)));
    if (end !== null) ends.set(assignment.id, end);
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
