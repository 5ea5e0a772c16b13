/** What was earned by standard, of classes, groups and students, in one assignment or in all of them; and teachers' own ratings. */
import type { api, AnswerOf, QueryOf } from '@oaken/contract';
import type { StandardResult } from '@oaken/contract/results';
import { onStandard, type Earned } from '@oaken/core/analysis';
import { entriesOf } from '@oaken/core/forms';
import type { Sequelize } from 'sequelize';
import { asking, insistOnRunningAssignment, ownAssignment } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { rows, toMillis } from '../database/connect';
import { notFound } from '../http/problem';
import { chosenLines, gather } from './gather';
import { ownAssignmentRow } from './service';

type Query = QueryOf<typeof api.readStandardResults>;

interface Work {
  assignmentId: number;
  editionId: number;
  title: string;
  at: Date;
  studentId: number;
  entry: string;
  points: number;
  most: number;
}

/** What was scored of these students: in one assignment, or in every one of mine. */
const readWork = (database: Sequelize, me: SignedIn, students: number[], assignmentId: number | null, { from, to }: Query) =>
  rows<Work>(
    database,
    `SELECT a.id AS assignmentId, a.edition_id AS editionId, a.title, COALESCE(a.closes_at, t.handed_in_at) AS at, t.student_id AS studentId,
            s.entry_id AS entry, s.points, s.most
       FROM attempts t JOIN assignments a ON a.id = t.assignment_id JOIN scores s ON s.attempt_id = t.id AND s.reached AND NOT s.waits AND s.most > 0
      WHERE t.student_id IN (:students) AND t.counts AND NOT t.excused AND t.handed_in_at IS NOT NULL AND ${ownAssignment}
        AND (:assignmentId IS NULL OR a.id = :assignmentId) AND (:from IS NULL OR t.handed_in_at >= :from) AND (:to IS NULL OR t.handed_in_at < :to)`,
    { ...asking(me), students: [0, ...students], assignmentId, from: from === undefined ? null : new Date(from), to: to === undefined ? null : new Date(to) },
  ); // prettier-ignore

interface Scored extends Earned, Pick<Work, 'assignmentId' | 'title' | 'at' | 'studentId'> {
  standards: string[];
}

/** Each score with the item and the standards that it speaks of. */
export async function scoredWork(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
  students: number[],
  assignmentId: number | null,
  query: Query,
): Promise<Scored[]> {
  const found = await readWork(database, me, students, assignmentId, query);
  const known = new Map<number, Map<string, { item: number; standards: string[] }>>();
  for (const id of new Set(found.map(({ editionId }) => editionId))) {
    const { edition } = await editions.get(id);
    known.set(id, new Map(entriesOf(edition).flatMap((own) => (own.settled ? [] : [[own.id, { item: own.itemId, standards: own.standards }] as const])))); // prettier-ignore
  }
  return found.flatMap((own) => {
    const entry = known.get(own.editionId)!.get(own.entry);
    return entry ? [{ ...own, ...entry }] : [];
  });
}

export async function readStandardResults(
  context: Context,
  editions: Editions,
  me: SignedIn,
  assignmentId: number,
  query: Query,
): Promise<AnswerOf<typeof api.readStandardResults>> {
  const { database } = context;
  const assignment = await ownAssignmentRow(database, me, assignmentId);
  const { lines: all, groups } = await gather(database, assignmentId);
  const lines = chosenLines({ lines: all, groups }, { ...query, attempt: 'counting', from: undefined, to: undefined });
  const students = [...new Map(lines.map((own) => [own.studentId, own])).values()];
  const work = await scoredWork(context, editions, me, students.map(({ studentId }) => studentId), query.over === 'this' ? assignmentId : null, query); // prettier-ignore
  const codes = [...new Set(work.flatMap(({ standards }) => standards))].sort();
  const statements = await readStatements(database, codes);
  const ratings = await readRatings(database, assignmentId);
  return {
    assignments: new Set(work.map((own) => own.assignmentId)).size,
    standards: codes.map((code): StandardResult => {
      const own = work.filter(({ standards }) => standards.includes(code));
      const of = (who: (studentId: number) => boolean) => onStandard(own.filter(({ studentId }) => who(studentId)));
      const times = [...new Map(own.map((one) => [one.assignmentId, one])).values()].sort((a, b) => toMillis(a.at) - toMillis(b.at)); // prettier-ignore
      return {
        code,
        statement: statements.get(code) ?? '',
        all: of(() => true)!,
        classes: assignment.classes.map(({ id, name }) => {
          const inClass = new Set(students.filter(({ classId }) => classId === id).map(({ studentId }) => studentId));
          return { id, name, earned: of((studentId) => inClass.has(studentId)) };
        }),
        groups: groups.map(({ id, name, students: members }) => ({ id, name, earned: of((studentId) => members.has(studentId)) })), // prettier-ignore
        students: students.map((one) => ({
          id: one.studentId,
          name: `${one.givenName} ${one.familyName}`.trim(),
          class: one.class,
          earned: of((studentId) => studentId === one.studentId),
          rating: ratings.get(`${one.studentId} ${code}`) ?? null,
        })),
        overTime: times.map((one) => ({
          assignmentId: one.assignmentId,
          title: one.title,
          at: toMillis(one.at),
          earned: onStandard(own.filter((line) => line.assignmentId === one.assignmentId))!,
        })),
      };
    }),
  };
}

export async function readStatements(database: Sequelize, codes: string[]): Promise<Map<string, string>> {
  const known = await rows<{ code: string; statement: string }>(database, 'SELECT code, MIN(statement) AS statement FROM standards WHERE code IN (:codes) GROUP BY code', { codes: ['', ...codes] }); // prettier-ignore
  return new Map(known.map(({ code, statement }) => [code, statement]));
}

/** The ratings that stand, by student and standard. */
export async function readRatings(database: Sequelize, assignmentId: number): Promise<Map<string, number>> {
  const found = await rows<{ studentId: number; standard: string; rating: number | null }>(database, 'SELECT student_id AS studentId, standard, rating FROM ratings WHERE assignment_id = :assignmentId ORDER BY id', { assignmentId }); // prettier-ignore
  const ratings = new Map<string, number>();
  for (const { studentId, standard, rating } of found) {
    if (rating === null) ratings.delete(`${studentId} ${standard}`);
    else ratings.set(`${studentId} ${standard}`, rating);
  }
  return ratings;
}

export async function rate(
  { database, now }: Context,
  me: SignedIn,
  assignmentId: number,
  studentId: number,
  standard: string,
  rating: number | null,
): Promise<void> {
  await insistOnRunningAssignment(database, me, assignmentId);
  const given = await rows(database, 'SELECT 1 FROM assignment_students WHERE assignment_id = :assignmentId AND student_id = :studentId', { assignmentId, studentId }); // prettier-ignore
  if (given.length === 0) throw notFound('The student');
  await database.query('INSERT INTO ratings (assignment_id, student_id, standard, rating, rated_by, rated_at) VALUES (:assignmentId, :studentId, :standard, :rating, :me, :time)', { replacements: { assignmentId, studentId, standard, rating, me: me.account.id, time: new Date(now()) } }); // prettier-ignore
}
