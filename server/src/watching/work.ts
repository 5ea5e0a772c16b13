/** One student's work so far, as a teacher looks at it. */
import type { api, AnswerOf } from '@oaken/contract';
import { entriesOf } from '@oaken/core/forms';
import {
  asksFor,
  responsesInWords,
  rightInWords,
  scoreItem,
  type Responses,
} from '@oaken/core/items';
import { isAnswered } from '@oaken/core/sitting';
import { asking, ownAssignment } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Editions } from '../attempts/editions';
import { readEvents } from '../attempts/events';
import { attemptForm, readAttempts, readGiven } from '../attempts/given';
import type { Context } from '../context';
import { fromJson, row, rows, toMillis } from '../database/connect';
import { notFound } from '../http/problem';

export async function readWork(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
  assignmentId: number,
  studentId: number,
): Promise<AnswerOf<typeof api.readWork>> {
  const own = await row<{ name: string }>(
    database,
    `SELECT CONCAT(s.given_name, ' ', s.family_name) AS name FROM assignments a JOIN assignment_students g ON g.assignment_id = a.id JOIN accounts s ON s.id = g.student_id
      WHERE a.id = :assignmentId AND g.student_id = :studentId AND ${ownAssignment}`,
    { ...asking(me), assignmentId, studentId },
  );
  const attempt = own && (await readAttempts(database, studentId, assignmentId)).at(-1);
  if (!own || !attempt) throw notFound('The work of this student');
  const given = await readGiven(database, studentId, assignmentId);
  const { edition } = await editions.get(given.editionId);
  const stored = await rows<{ entry: string; responses: unknown; savedAt: Date }>(
    database,
    'SELECT entry_id AS entry, responses, saved_at AS savedAt FROM answers WHERE attempt_id = :id',
    { id: attempt.id },
  );
  const answers = new Map(stored.map((one) => [one.entry, one]));
  const events = await readEvents(database, attempt.id);
  return {
    name: own.name.trim(),
    entries: entriesOf({ sections: attemptForm(edition, attempt, given.rules).sections }).map(
      ({ id, content }, n) => {
        const saved = answers.get(id);
        const responses = fromJson<Responses>(saved?.responses ?? {});
        const { points, most, waits } = scoreItem(content, responses);
        const answered = Object.values(responses).some(isAnswered);
        return {
          number: n + 1,
          stem: content.stem,
          asks: asksFor(content),
          mine: responsesInWords(content, responses),
          right: rightInWords(content),
          share: answered && !waits && most > 0 ? points / most : null,
          savedAt: saved ? toMillis(saved.savedAt) : null,
        };
      },
    ),
    events: events.map(({ at, ...event }) => ({ ...event, at: toMillis(at) })),
  };
}
