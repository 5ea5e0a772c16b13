/** What each student earned on one standard, assignment by assignment, and how their work was rated. */
import type { api, AnswerOf, QueryOf } from '@oaken/contract';
import type { StandardTime } from '@oaken/contract/results';
import { StandardTally } from '@oaken/core/analysis';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { toMillis, type Database } from '../database/connect';
import { readLines } from './lines';
import { ownAssignmentRow } from './service';
import { scoredWork } from './standards';

export async function readStudentsOverTime(
  context: Context,
  editions: Editions,
  me: SignedIn,
  assignmentId: number,
  { code, by }: QueryOf<typeof api.readStudentsOverTime>,
): Promise<AnswerOf<typeof api.readStudentsOverTime>> {
  const { database } = context;
  await ownAssignmentRow(database, me, assignmentId);
  const lines = await readLines(database, assignmentId);
  const studentIds = [...new Set(lines.map(({ studentId }) => studentId))];
  const work = await scoredWork(context, editions, me, studentIds, null, { over: 'all', by });
  /** By student, then by assignment. */
  const times = new Map(studentIds.map((id) => [id, new Map<number, StandardTime>()]));
  const tallies = new Map<string, StandardTally>();
  for (const line of work) {
    if (!line.labels.includes(code)) continue;
    const key = `${line.studentId} ${line.assignmentId}`;
    const tally = tallies.get(key) ?? new StandardTally();
    tallies.set(key, tally);
    tally.add(line);
    times.get(line.studentId)?.set(line.assignmentId, {
      assignmentId: line.assignmentId,
      title: line.title,
      at: toMillis(line.at),
      earned: tally.result,
      rating: null,
    });
  }
  if (by === 'standard')
    for (const { studentId, ...rated } of await readRated(database, me, studentIds, code)) {
      const ofStudent = times.get(studentId);
      const scored = ofStudent?.get(rated.assignmentId);
      ofStudent?.set(rated.assignmentId, { ...rated, ...scored, rating: rated.rating });
    }
  return {
    students: studentIds.map((id) => ({
      id,
      times: [...(times.get(id)?.values() ?? [])].sort((a, b) => a.at - b.at),
    })),
  };
}

type Rated = StandardTime & { studentId: number };

/** The rating that stands for each student in each assignment that I may read. */
async function readRated(
  { models }: Database,
  me: SignedIn,
  studentIds: readonly number[],
  standard: string,
): Promise<Rated[]> {
  const given = await models.Rating.findAll({
    where: { studentId: [...studentIds], standard },
    order: ['id'],
  });
  const readable = await models.Assignment.scope(rule('readableBy', me)).findAll({
    attributes: ['id', 'title'],
    where: { id: [...new Set(given.map(({ assignmentId }) => assignmentId))] },
  });
  const titles = new Map(readable.map(({ id, title }) => [id, title]));
  const standing = new Map<string, Rated>();
  for (const { assignmentId, studentId, rating, ratedAt } of given) {
    const title = titles.get(assignmentId);
    const key = `${studentId} ${assignmentId}`;
    if (title === undefined || rating === null) standing.delete(key);
    else
      standing.set(key, {
        studentId,
        assignmentId,
        title,
        at: toMillis(ratedAt),
        earned: null,
        rating,
      });
  }
  return [...standing.values()];
}
