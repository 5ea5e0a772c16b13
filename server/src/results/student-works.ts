/** One student's scores across assignments, with what was earned on each standard or tag in each of them. */
import type { api, AnswerOf } from '@oaken/contract';
import type { Gathering } from '@oaken/contract/results';
import { StandardTally } from '@oaken/core/analysis';
import { groupBy } from '@oaken/core/lists';
import { Op } from 'sequelize';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { toMillis } from '../database/connect';
import { notFound } from '../problems/problem';
import { ownAssignmentRow } from './service';
import { scoredWork } from './standards';

/** @throws Problem 404 for an assignment that I may not read, or a student who was not given it */
export async function readStudentWorks(
  context: Context,
  editions: Editions,
  me: SignedIn,
  { assignmentId, studentId }: { assignmentId: number; studentId: number },
  by: Gathering,
): Promise<AnswerOf<typeof api.readStudentWorks>> {
  const { database } = context;
  const { Assignment, AssignmentStudent, Attempt } = database.models;
  await ownAssignmentRow(database, me, assignmentId);
  if ((await AssignmentStudent.count({ where: { assignmentId, studentId } })) === 0)
    throw notFound('studentWork');
  const attempts = await Attempt.findAll({
    where: { studentId, counts: true, handedInAt: { [Op.ne]: null } },
    order: ['handedInAt', 'id'],
  });
  const readable = await Assignment.scope(rule('readableBy', me)).findAll({
    attributes: ['id', 'title'],
    where: { id: attempts.map((attempt) => attempt.assignmentId), unassignedAt: null },
  });
  const titles = new Map(readable.map(({ id, title }) => [id, title]));
  const scored = await scoredWork(context, editions, me, [studentId], null, { over: 'all', by });
  const scoredIn = groupBy(scored, (line) => line.assignmentId);
  return {
    works: attempts.flatMap((attempt) => {
      const title = titles.get(attempt.assignmentId);
      if (title === undefined || attempt.handedInAt === null) return [];
      return [
        {
          assignmentId: attempt.assignmentId,
          title,
          at: toMillis(attempt.handedInAt),
          points: attempt.excused ? null : attempt.countedPoints,
          maxPoints: attempt.maxPoints,
          shares: sharesOf(scoredIn.get(attempt.assignmentId) ?? []),
        },
      ];
    }),
  };
}

function sharesOf(lines: Awaited<ReturnType<typeof scoredWork>>): Record<string, number> {
  const tallies = new Map<string, StandardTally>();
  for (const line of lines)
    for (const label of line.labels) {
      const tally = tallies.get(label) ?? new StandardTally();
      tallies.set(label, tally);
      tally.add(line);
    }
  return Object.fromEntries(
    [...tallies].map(([label, tally]) => [label, tally.result?.share ?? 0]),
  );
}
