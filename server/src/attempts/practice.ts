/** Help in practice mode: nothing of it leaves the server before it was asked for. */
import type { api, BodyOf } from '@oaken/contract';
import type { Help, SavedAnswer } from '@oaken/contract/attempts';
import {
  practiceHelpOf,
  usualPracticeHelp,
  type AssignmentRules,
  type PracticeHelp,
} from '@oaken/core/assignments';
import { entriesOf, type EditionEntry } from '@oaken/core/forms';
import { remarkOn, rightInWords, scoreItem, type Responses } from '@oaken/core/items';
import {
  checked,
  isDone,
  nextWorth,
  practiceShare,
  untouched,
  type Practised,
} from '@oaken/core/practice';
import type { AnswerWords } from '@oaken/words/answers';
import { answersIn } from '@oaken/words/written';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { notFound, problem } from '../problems/problem';
import type { Editions } from './editions';
import {
  attemptForm,
  insistOnUnderWay,
  lockAttempt,
  readGiven,
  type Attempt,
  type Given,
} from './given';
import { readRecord, type StoredPractice } from '../record';
import { Veil } from './veil';
import { writeLast } from './writing';

export const shareOf = (entry: EditionEntry, responses: Responses) => {
  const { points, maxPoints, parts } = scoreItem(entry.content, responses);
  return {
    share: maxPoints > 0 ? points / maxPoints : 1,
    parts: parts.map((part) => ({
      id: part.id,
      right: part.maxPoints > 0 && part.points >= part.maxPoints,
    })),
  };
};

/** Whether a question that is done can be tried with other numbers. */
export const mayTryAgain = ({ variant }: EditionEntry, { feedback }: PracticeHelp) =>
  variant !== undefined && feedback === 'at-once';

type HelpRules = Pick<AssignmentRules, 'mode' | 'offPerTry' | 'practice'>;

/** @param responses the answer that was checked last */
export function helpOf(
  entry: EditionEntry,
  practised: Practised,
  rules: HelpRules,
  responses: Responses,
  words: AnswerWords,
): Help {
  const { content } = entry;
  const { offPerTry } = rules;
  const help = practiceHelpOf(rules) ?? usualPracticeHelp;
  const done = isDone(practised, help.tries);
  return {
    tries: practised.tries,
    share: practised.tries > 0 ? practised.share : null,
    parts: practised.tries > 0 ? shareOf(entry, responses).parts : [],
    remark: practised.tries > 0 ? remarkOn(content, responses, words) : '',
    hints: content.hints.slice(0, practised.hints),
    hintsInAll: help.hints ? content.hints.length : practised.hints,
    triesLeft: help.tries === null ? null : Math.max(0, help.tries - practised.tries),
    shown: practised.shown,
    done,
    earned: practiceShare(practised, offPerTry, 0),
    worth: done ? practiceShare(practised, offPerTry, 0) : nextWorth(practised, offPerTry),
    right: done && help.answers ? rightInWords(content, words) : null,
    explanation: done && help.explanations ? content.explanation : null,
    again: done && mayTryAgain(entry, help),
  };
}

type Asked = BodyOf<typeof api.askHelp>;

/** Where a question stands: what was tried and helped, and the answer that was checked last. */
interface PracticeState {
  practised: Practised;
  responses: Responses;
  number: number;
}

export async function askHelp(
  context: Context,
  editions: Editions,
  me: SignedIn,
  { attemptId, entryId }: { attemptId: number; entryId: string },
  body: Asked,
): Promise<Help> {
  const { database } = context;
  return database.transaction(async (transaction) => {
    const attempt = await lockAttempt(database, attemptId, transaction);
    if (!attempt || attempt.studentId !== me.account.id) throw notFound('attempt');
    const given = await readGiven(database, me.account.id, attempt.assignmentId, transaction);
    const { rules } = given;
    const now = context.now();
    const { tries } = insistOnHelp(attempt, given, body.want, now);
    const { edition } = await editions.get(given.editionId);
    const form = attemptForm(edition, attempt, given.rules);
    const entry = entriesOf({ sections: form.sections }).find(({ id }) => id === entryId);
    if (!entry) throw notFound('item');
    const { practice } = await readRecord(database, attemptId, ['practice'], transaction);
    const held = practice.get(entryId);
    const before: PracticeState = {
      practised: held ?? untouched,
      responses: held?.last ?? {},
      number: held?.lastNumber ?? 0,
    };
    const answer = isNewCheck(body, entryId, before, tries)
      ? new Veil(attempt.seed).stored([body.answer], edition)[0]
      : undefined;
    if (answer) {
      insistOnCheckable(entry, answer.responses);
      await writeLast(database, attemptId, [answer], now, transaction);
    }
    const after = answer
      ? afterCheck(entry, before, answer, { offPerTry: rules.offPerTry, tries })
      : { ...before, practised: helped(entry, before.practised, body, tries) };
    if (after.practised !== before.practised) {
      const columns = recordOf(held, before, after);
      await database.models.PracticeRecord.upsert(
        { ...columns, attemptId, entryId, changedAt: new Date(now) },
        { transaction },
      );
    }
    const words = answersIn(me.account.language ?? 'en');
    return helpOf(entry, after.practised, rules, after.responses, words);
  });
}

/**
 * @throws Problem 403 in a test, and for help that this practice does not give; 409 once it is over;
 * 423 while the clock stands still or the sitting was left
 */
function insistOnHelp(
  attempt: Attempt,
  { rules }: Given,
  want: Asked['want'],
  now: number,
): PracticeHelp {
  const help = practiceHelpOf(rules);
  if (help === null) throw problem('no-help-in-test');
  const atOnce = help.feedback === 'at-once';
  const gives = { check: atOnce, answer: atOnce && help.answers, hint: help.hints };
  if (!gives[want]) throw problem('not-in-this-practice');
  insistOnUnderWay(attempt, now);
  return help;
}

/** The same check again, after an answer was lost on its way, is no further try. */
function isNewCheck(
  body: Asked,
  entryId: string,
  { practised, number }: PracticeState,
  mostTries: number | null,
): body is Extract<Asked, { want: 'check' }> {
  if (body.want !== 'check') return false;
  if (body.answer.entry !== entryId) throw notFound('item');
  return body.answer.number > number && !isDone(practised, mostTries);
}

/** @throws Problem 409 where nothing was answered, or a person has to read it */
export function insistOnCheckable({ content }: EditionEntry, responses: Responses): void {
  const { parts } = scoreItem(content, responses);
  if (parts.every(({ answered }) => !answered)) throw problem('nothing-to-check');
  if (parts.some(({ needsMarking }) => needsMarking)) throw problem('teacher-reads-this');
}

const afterCheck = (
  entry: EditionEntry,
  { practised }: PracticeState,
  { responses, number }: SavedAnswer,
  { offPerTry, tries }: { offPerTry: number; tries: number | null },
): PracticeState => ({
  practised: checked(practised, shareOf(entry, responses).share, offPerTry, tries),
  responses,
  number,
});

/** A hint more, or the answer; a check that was made before changes nothing. */
function helped(
  { content }: EditionEntry,
  practised: Practised,
  body: Asked,
  mostTries: number | null,
): Practised {
  if (body.want === 'hint') {
    const hints = Math.min(content.hints.length, Math.max(practised.hints, body.after + 1));
    return { ...practised, hints };
  }
  return body.want === 'check' || isDone(practised, mostTries)
    ? practised
    : { ...practised, shown: true };
}

/** The record as it is stored; the attempt is locked, so nobody else writes it meanwhile. */
function recordOf(held: StoredPractice | undefined, before: PracticeState, after: PracticeState) {
  const { practised, responses, number } = after;
  const isFirst = before.practised.tries === 0 && practised.tries === 1;
  const isBest = practised.bestTry > before.practised.bestTry;
  return {
    tries: practised.tries,
    share: practised.share,
    bestTry: practised.bestTry,
    bestShare: practised.bestShare,
    hints: practised.hints,
    shown: practised.shown,
    firstResponses: isFirst ? responses : (held?.first ?? null),
    firstShare: isFirst ? practised.share : (held?.firstShare ?? null),
    bestResponses: isBest ? responses : (held?.best ?? null),
    lastResponses: responses,
    lastNumber: number,
  };
}
