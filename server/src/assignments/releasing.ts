import type { AnswerOf, api } from '@oaken/contract';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { toMillisOrNull } from '../database/connect';
import { readAssignments } from './rows';
import { whoCanAnswer } from '../attempts/students';
import { present } from '@oaken/core/certain';
import { timesOf } from '../attempts/times';

/** Lets students see what the rules hold back, or takes that back; says what shows to whom by it. */
export async function releaseAssignment(
  { database, now }: Context,
  me: SignedIn,
  assignmentId: number,
  released: boolean,
): Promise<AnswerOf<typeof api.releaseAssignment>> {
  const releasedAt = released ? now() : null;
  await database.models.Assignment.update(
    { releasedAt: releasedAt === null ? null : new Date(releasedAt) },
    { where: { id: assignmentId } },
  );
  const [assignment] = await readAssignments(database, me, { id: assignmentId });
  const { rules, handedIn, lastEnd } = present(assignment, 'assignment');
  const stored = present(await database.models.Assignment.findByPk(assignmentId), 'assignment');
  return {
    releasedAt,
    shows: {
      handedIn,
      canAnswer: await whoCanAnswer(database, assignmentId, { ...timesOf(stored), rules }, now()),
      lastEnd,
      answersFrom: toMillisOrNull(stored.answersFrom),
      practice: rules.mode === 'practice',
    },
  };
}
