/** Each question of a sitting under way, with what was answered to it so far. */
import type { api, AnswerOf } from '@oaken/contract';
import { entriesOf } from '@oaken/core/forms';
import { asksFor, keysInWords, responsesInWords, scoreItem } from '@oaken/core/items';
import { groupBy } from '@oaken/core/lists';
import { isAnswered } from '@oaken/core/sitting';
import { questionSoFar, type GivenAnswer } from '@oaken/core/watching';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { notFound } from '../problems/problem';
import { Breather } from '../threads/breather';

/** Answers of so many attempts are read in one statement. */
const attemptsAtOnce = 40;

/** @throws Problem 404 for an assignment that is not mine to watch */
export async function watchQuestions(
  { database: { models } }: Context,
  editions: Editions,
  me: SignedIn,
  assignmentId: number,
): Promise<AnswerOf<typeof api.watchQuestions>> {
  const assignment = await models.Assignment.scope(rule('readableBy', me)).findOne({
    where: { id: assignmentId },
  });
  if (!assignment) throw notFound('assignment');
  const { edition } = await editions.get(assignment.editionId);
  const entries = new Map(entriesOf(edition).map((entry) => [entry.id, entry]));
  const attempts = await models.Attempt.findAll({
    attributes: ['id', 'studentId', 'number'],
    where: { assignmentId },
    order: ['studentId', 'number'],
    raw: true,
  });
  const latest = [...new Map(attempts.map((attempt) => [attempt.studentId, attempt])).values()];
  const studentOf = new Map(latest.map(({ id, studentId }) => [id, studentId]));
  const given: (GivenAnswer & { entry: string })[] = [];
  const breather = new Breather();
  for (let from = 0; from < latest.length; from += attemptsAtOnce) {
    const answers = await models.Answer.findAll({
      attributes: ['attemptId', 'entryId', 'responses'],
      where: { attemptId: latest.slice(from, from + attemptsAtOnce).map(({ id }) => id) },
      raw: true,
    });
    for (const { attemptId, entryId, responses } of answers) {
      await breather.breathe();
      const entry = entries.get(entryId);
      const studentId = studentOf.get(attemptId);
      if (!entry || studentId === undefined) continue;
      if (!Object.values(responses).some(isAnswered)) continue;
      const { points, maxPoints, needsMarking } = scoreItem(entry.content, responses);
      const share = needsMarking || maxPoints === 0 ? null : points / maxPoints;
      const words = responsesInWords(entry.content, responses);
      given.push({ entry: entryId, studentId, words, share });
    }
  }
  const byEntry = groupBy(given, ({ entry }) => entry);
  return {
    questions: [...entries.values()].flatMap(({ id, content }, n) =>
      asksFor(content) === 'nothing'
        ? []
        : [
            {
              entry: id,
              number: n + 1,
              content,
              key: keysInWords(content),
              ...questionSoFar(byEntry.get(id) ?? []),
            },
          ],
    ),
  };
}
