/** One student's work so far, as a teacher looks at it. */
import type { api, AnswerOf } from '@oaken/contract';
import { entriesOf } from '@oaken/core/forms';
import { asksFor, responsesInWords, rightInWords, scoreItem } from '@oaken/core/items';
import { isAnswered } from '@oaken/core/sitting';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import { readEvents } from '../attempts/events';
import { attemptForm, readAttempts, readGiven } from '../attempts/given';
import { readRecord } from '../record';
import type { Context } from '../context';
import { notFound } from '../problems/problem';
import { toMillis, toMillisOrNull } from '../database/connect';

export async function readWork(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
  assignmentId: number,
  studentId: number,
): Promise<AnswerOf<typeof api.readWork>> {
  const { Assignment, AssignmentStudent } = database.models;
  const readable = await Assignment.scope(rule('readableBy', me)).count({
    where: { id: assignmentId },
  });
  const line = await AssignmentStudent.findOne({
    where: { assignmentId, studentId },
    include: ['student'],
  });
  const attempt =
    line && readable > 0 ? (await readAttempts(database, studentId, assignmentId)).at(-1) : null;
  if (!attempt) throw notFound('workOfStudent');
  const given = await readGiven(database, studentId, assignmentId);
  const { edition } = await editions.get(given.editionId);
  const { answers, savedAt } = await readRecord(database, attempt.id, ['answers', 'savedAt']);
  const events = await readEvents(database, attempt.id);
  return {
    name: line?.student?.fullName ?? '',
    entries: entriesOf({ sections: attemptForm(edition, attempt, given.rules).sections }).map(
      ({ id, content }, n) => {
        const responses = answers.get(id) ?? {};
        const { points, maxPoints, needsMarking } = scoreItem(content, responses);
        const answered = Object.values(responses).some(isAnswered);
        return {
          number: n + 1,
          stem: content.stem,
          asks: asksFor(content),
          mine: responsesInWords(content, responses),
          right: rightInWords(content),
          share: answered && !needsMarking && maxPoints > 0 ? points / maxPoints : null,
          savedAt: toMillisOrNull(savedAt.get(id) ?? null),
        };
      },
    ),
    events: events.map(({ at, ...event }) => ({ ...event, at: toMillis(at) })),
  };
}
