import type { AnswerOf, api } from '@oaken/contract';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { row, toMillisOrNull } from '../database/connect';
import { readAssignments } from './rows';
import { whoCanAnswer } from './standing';
import { timeColumns, type StoredTimes } from './times';

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
  const [assignment] = await readAssignments(database, me, 'a.id = :assignmentId', {
    assignmentId,
  });
  const stored = (await row<StoredTimes & { answersFrom: Date | null }>(
    database,
    `SELECT ${timeColumns}, a.answers_from AS answersFrom FROM assignments a WHERE a.id = :assignmentId`,
    { assignmentId },
  ))!;
  const { rules, handedIn, lastEnd } = assignment!;
  return {
    releasedAt,
    shows: {
      handedIn,
      canAnswer: await whoCanAnswer(database, assignmentId, { ...stored, rules }, now()),
      lastEnd,
      answersFrom: toMillisOrNull(stored.answersFrom),
      practice: rules.mode === 'practice',
    },
  };
}
