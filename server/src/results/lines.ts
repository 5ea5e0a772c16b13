/** The lines of an assignment's results: one for each attempt, and one for each student without any. */
import type { HandedInBy } from '@oaken/contract/attempts';
import type { ResultsQuery } from '@oaken/contract/results';
import { countAttempts } from '@oaken/core/attempts';
import { Op, type GroupedCountResultItem } from 'sequelize';
import { readAssigned, withAttempts, type Assigned } from '../assignments/assigned';
import type { Database } from '../database/connect';
import { valuesOf } from '../models/subquery';
import { sentence } from './sentences';

/** One student's work; or a student without any. */
export interface Line extends Omit<Assigned, 'className'> {
  class: string;
  attemptId: number | null;
  /** Of the attempt: what was drawn for the student follows from it. */
  seed: string;
  number: number | null;
  beganAt: Date | null;
  handedInAt: Date | null;
  handedInBy: HandedInBy | null;
  late: boolean;
  /** Answers that arrived after the end and wait for the teacher. */
  lateWaiting: number;
  arrivedAt: Date | null;
  excused: boolean;
  counts: boolean;
  counted: number | null;
  points: number | null;
  maxPoints: number | null;
  /** How many attempts the student made. */
  attempts: number;
}

/** A line of work that was handed in. */
export interface Finished extends Line {
  attemptId: number;
  beganAt: Date;
  handedInAt: Date;
}

export const isHandedIn = (line: Line): line is Finished => line.handedInAt !== null;

/** Work that counts in the figures of a class. */
export const isFinished = (line: Line): line is Finished => isHandedIn(line) && !line.excused;

const byAttempt = (counts: readonly GroupedCountResultItem[]) =>
  new Map(counts.map(({ attemptId, count }) => [Number(attemptId), count]));

/** Of an attempt, what a line tells. */
const attemptColumns = [
  ...['id', 'studentId', 'number', 'seed', 'form', 'beganAt', 'handedInAt', 'handedInBy'],
  ...['late', 'arrivedAt', 'excused', 'counts', 'countedPoints', 'points', 'maxPoints'],
];

export async function readLines(database: Database, assignmentId: number): Promise<Line[]> {
  const { Attempt, LateAnswer } = database.models;
  const ofAssignment = {
    include: [{ association: 'attempt', attributes: [], where: { assignmentId } }],
    group: ['attemptId'],
  };
  const [students, attempts, waiting] = await Promise.all([
    readAssigned(database, assignmentId),
    Attempt.findAll({
      attributes: [...attemptColumns],
      where: { assignmentId },
      order: ['studentId', 'number'],
      raw: true,
    }),
    LateAnswer.count({ ...ofAssignment, where: { decision: 'waiting' } }),
  ]);
  const lateWaiting = byAttempt(waiting);
  const made = new Map<number, number>();
  for (const { studentId } of attempts) made.set(studentId, (made.get(studentId) ?? 0) + 1);
  return withAttempts(students, attempts).map(([student, attempt]) => {
    const { studentId, givenName, familyName, name, classId, className } = student;
    const { rosterNumber, withdrawnAt } = student;
    return {
      ...{ studentId, givenName, familyName, name, classId, rosterNumber, withdrawnAt },
      class: className ?? sentence('guests'),
      attemptId: attempt?.id ?? null,
      seed: attempt?.seed ?? '',
      number: attempt?.number ?? null,
      beganAt: attempt?.beganAt ?? null,
      handedInAt: attempt?.handedInAt ?? null,
      handedInBy: attempt?.handedInBy ?? null,
      late: Boolean(attempt?.late),
      lateWaiting: (attempt && lateWaiting.get(attempt.id)) ?? 0,
      arrivedAt: attempt?.arrivedAt ?? null,
      excused: Boolean(attempt?.excused),
      form: attempt?.form ?? student.form,
      counts: Boolean(attempt?.counts),
      counted: attempt?.countedPoints ?? null,
      points: attempt?.points ?? null,
      maxPoints: attempt?.maxPoints ?? null,
      attempts: made.get(student.studentId) ?? 0,
    };
  });
}

/** A class's group, as results can be narrowed to it. */
export interface Group {
  id: number;
  name: string;
  students: Set<number>;
}

/** The groups of the classes that were given it; groups of one name in several classes say whose they are. */
export async function readGroups({ models }: Database, assignmentId: number): Promise<Group[]> {
  const groups = await models.ClassGroup.findAll({
    where: {
      classId: { [Op.in]: valuesOf(models.AssignmentClass, 'classId', { assignmentId }) },
    },
    include: ['class', 'members'],
    order: ['name', 'id'],
  });
  const peopled = groups.filter(({ members = [] }) => members.length > 0);
  const namedSo = (name: string) => peopled.filter((group) => group.name === name).length;
  return peopled.map((group) => ({
    id: group.id,
    name:
      namedSo(group.name) > 1
        ? sentence('groupOfClass', { group: group.name, class: group.class?.name ?? '' })
        : group.name,
    students: new Set((group.members ?? []).map(({ studentId }) => studentId)),
  }));
}

/** The lines that `query` asks for: one for each student, or one for each attempt. */
export function chosenLines(
  { lines, groups }: { lines: readonly Line[]; groups: readonly Group[] },
  query: ResultsQuery,
): Line[] {
  const { classId, groupId, form, attempt } = query;
  const group = groupId === undefined ? null : groups.find(({ id }) => id === groupId);
  const wanted = lines.filter(
    (line) =>
      (classId === undefined || line.classId === classId) &&
      (group === null || Boolean(group?.students.has(line.studentId))) &&
      (form === undefined || (line.form ?? '') === form),
  );
  const byStudent = new Map<number, Line[]>();
  for (const line of wanted)
    byStudent.set(line.studentId, [...(byStudent.get(line.studentId) ?? []), line]);
  return [...byStudent.values()].flatMap((made) => {
    const dated = withinDates(made, query);
    return attempt === 'all' ? dated : (chosenOf(dated, attempt) ?? []);
  });
}

/** With a date asked for, only what was handed in between; without one all, also what is still worked on. */
function withinDates(lines: Line[], { from, to }: ResultsQuery): Line[] {
  if (from === undefined && to === undefined) return lines;
  return lines.filter(isHandedIn).filter(({ handedInAt }) => {
    const time = handedInAt.getTime();
    return time >= (from ?? -Infinity) && time < (to ?? Infinity);
  });
}

/** The one attempt of a student that is asked for, with its points. */
function chosenOf(made: Line[], attempt: Exclude<ResultsQuery['attempt'], 'all'>): Line | null {
  const [first] = made;
  if (!first) return null;
  if (attempt === 'counting') {
    const counting = made.find(({ counts }) => counts) ?? first;
    return { ...counting, points: counting.counted };
  }
  const begun = made.filter((line): line is Line & { number: number } => line.number !== null);
  if (begun.length === 0) return first;
  const { number, points } = countAttempts(begun, attempt);
  const chosen = begun.find((line) => line.number === number) ?? first;
  return { ...chosen, points: points ?? chosen.points };
}
