/** Each question of a sitting under way, with what was answered to it so far. */
import type { api, AnswerOf } from '@oaken/contract';
import { entriesOf, entryFor, type EditionEntry } from '@oaken/core/forms';
import {
  asksFor,
  exampleOf,
  keysInWords,
  responsesInWords,
  scoreItem,
  type Responses,
} from '@oaken/core/items';
import { groupBy } from '@oaken/core/lists';
import { isAnswered } from '@oaken/core/sitting';
import { questionSoFar } from '@oaken/core/watching';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import type { Answer, Attempt, Models } from '../models';
import { notFound } from '../problems/problem';
import { Breather } from '../threads/breather';
import type { JudgedAnswer, JudgedAnswers } from './judged-answers';

/** Answers of so many attempts are read in one statement. */
const attemptsAtOnce = 40;

/** The answers of some attempts; only those that changed since they were judged are read whole. */
async function judge(
  { Answer }: Models,
  entries: ReadonlyMap<string, EditionEntry>,
  sitters: ReadonlyMap<number, Sitter>,
  held: ReturnType<JudgedAnswers['of']>,
): Promise<JudgedAnswer[]> {
  const keyOf = ({ attemptId, entryId }: AnswerPlace) => `${attemptId} ${entryId}`;
  const versionOf = ({ number, savedAt }: AnswerVersion) => `${number} ${savedAt.getTime()}`;
  const stored = await Answer.findAll({
    attributes: ['attemptId', 'entryId', 'number', 'savedAt'],
    where: { attemptId: [...sitters.keys()] },
  });
  const changed = stored.filter((answer) => held.get(keyOf(answer))?.version !== versionOf(answer));
  const whole = await Answer.findAll({
    where: {
      attemptId: [...new Set(changed.map(({ attemptId }) => attemptId))],
      entryId: [...new Set(changed.map(({ entryId }) => entryId))],
    },
  });
  const breather = new Breather();
  for (const answer of whole) {
    await breather.breathe();
    const entry = entries.get(answer.entryId);
    const sitter = sitters.get(answer.attemptId);
    if (!entry || !sitter) continue;
    held.set(keyOf(answer), {
      version: versionOf(answer),
      judged: judgedAnswer(entryFor(entry, sitter.seed), sitter.studentId, answer.responses),
    });
  }
  return stored.flatMap((answer) => held.get(keyOf(answer))?.judged ?? []);
}

type Sitter = Pick<Attempt, 'studentId' | 'seed'>;
type AnswerPlace = Pick<Answer, 'attemptId' | 'entryId'>;
type AnswerVersion = Pick<Answer, 'number' | 'savedAt'>;

/** @returns null where nothing was answered */
function judgedAnswer(
  { id, content }: EditionEntry,
  studentId: number,
  responses: Responses,
): JudgedAnswer | null {
  if (!Object.values(responses).some(isAnswered)) return null;
  const { points, maxPoints, needsMarking } = scoreItem(content, responses);
  const share = needsMarking || maxPoints === 0 ? null : points / maxPoints;
  return { entry: id, studentId, words: responsesInWords(content, responses), share };
}

/** @throws Problem 404 for an assignment that is not mine to watch */
export async function watchQuestions(
  { database: { models } }: Context,
  editions: Editions,
  judged: JudgedAnswers,
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
    attributes: ['id', 'studentId', 'number', 'seed'],
    where: { assignmentId },
    order: ['studentId', 'number'],
    raw: true,
  });
  const latest = [...new Map(attempts.map((attempt) => [attempt.studentId, attempt])).values()];
  const given: JudgedAnswer[] = [];
  for (let from = 0; from < latest.length; from += attemptsAtOnce) {
    const some = new Map(
      latest.slice(from, from + attemptsAtOnce).map((attempt) => [attempt.id, attempt]),
    );
    given.push(...(await judge(models, entries, some, judged.of(assignment.editionId))));
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
              content: exampleOf(content),
              key: keysInWords(exampleOf(content)),
              ...questionSoFar(byEntry.get(id) ?? []),
            },
          ],
    ),
  };
}
