/** A question of a practice with other numbers, once it is done: nothing of it is kept or counts. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import { practiceHelpOf, type PracticeHelp } from '@oaken/core/assignments';
import { elementAt, present } from '@oaken/core/certain';
import {
  entriesOf,
  formForSitting,
  type Edition,
  type EditionEntry,
  type SittingForm,
} from '@oaken/core/forms';
import { remarkOn, rightInWords, type Responses } from '@oaken/core/items';
import { isDone, untouched } from '@oaken/core/practice';
import type { AnswerWords } from '@oaken/words/answers';
import { answersIn } from '@oaken/words/written';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { notFound, problem } from '../problems/problem';
import type { Editions } from './editions';
import { attemptForm, insistOnUnderWay, lockAttempt, readGiven } from './given';
import { insistOnCheckable, mayTryAgain, shareOf } from './practice';
import { readRecord } from '../record';
import { Veil } from './veil';

type OtherNumbers = AnswerOf<typeof api.tryOtherNumbers>;

function entryOf(edition: Edition, id: string): EditionEntry {
  const entry = entriesOf(edition).find((candidate) => candidate.id === id);
  if (!entry) throw notFound('item');
  return entry;
}

/** The one question of a form, as the attempt's page knows it. */
function shownItem(seed: string, form: SittingForm, edition: Edition) {
  const [section] = new Veil(seed).form(form, edition).sections;
  return elementAt(present(section, 'section of the question').entries, 0).item;
}

function judged(
  entry: EditionEntry,
  responses: Responses,
  help: PracticeHelp,
  words: AnswerWords,
): OtherNumbers['checked'] {
  insistOnCheckable(entry, responses);
  return {
    share: shareOf(entry, responses).share,
    remark: remarkOn(entry.content, responses, words),
    right: help.answers ? rightInWords(entry.content, words) : null,
    explanation: help.explanations ? entry.content.explanation : null,
  };
}

/**
 * @throws Problem 403 where this is no practice that says at once what is right, and for a question that has no other
 * numbers; 404 for one that was not given; 409 before it is done, and once the attempt is over
 */
export async function tryOtherNumbers(
  { database, now }: Context,
  editions: Editions,
  me: SignedIn,
  { attemptId, entryId }: { attemptId: number; entryId: string },
  { round, responses }: BodyOf<typeof api.tryOtherNumbers>,
): Promise<OtherNumbers> {
  return database.transaction(async (transaction) => {
    const attempt = await lockAttempt(database, attemptId, transaction);
    if (!attempt || attempt.studentId !== me.account.id) throw notFound('attempt');
    const given = await readGiven(database, me.account.id, attempt.assignmentId, transaction);
    const help = practiceHelpOf(given.rules);
    if (help === null) throw problem('no-help-in-test');
    insistOnUnderWay(attempt, now());
    const { edition } = await editions.get(given.editionId);
    const form = attemptForm(edition, attempt, given.rules, { entry: entryId, round });
    const entry = entryOf(form, entryId);
    if (!mayTryAgain(entry, help)) throw problem('not-in-this-practice');
    const { practice } = await readRecord(database, attemptId, ['practice'], transaction);
    if (!isDone(practice.get(entryId) ?? untouched, help.tries)) throw problem('not-done-yet');
    const [answer] = responses
      ? new Veil(attempt.seed).stored([{ entry: entryId, responses }], edition)
      : [];
    return {
      item: shownItem(attempt.seed, formForSitting(form, new Set([entryId])), edition),
      checked: answer
        ? judged(entry, answer.responses, help, answersIn(me.account.language ?? 'en'))
        : null,
    };
  });
}
