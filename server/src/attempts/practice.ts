/** Help in practice mode: nothing of it leaves the server before it was asked for. */
import type { api, BodyOf } from '@oaken/contract';
import type { Help, SavedAnswer } from '@oaken/contract/attempts';
import { entriesOf, type EditionEntry } from '@oaken/core/forms';
import { rightInWords, scoreItem, type Responses } from '@oaken/core/items';
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
import { readRecord, type StoredPractice } from './record';
import { Veil } from './veil';
import { writeLast } from './writing';

const shareOf = (entry: EditionEntry, responses: Responses) => {
  const { points, maxPoints, parts } = scoreItem(entry.content, responses);
  return {
    share: maxPoints > 0 ? points / maxPoints : 1,
    parts: parts.map((part) => ({
      id: part.id,
      right: part.maxPoints > 0 && part.points >= part.maxPoints,
    })),
  };
};

/** @param responses the answer that was checked last */
export function helpOf(
  entry: EditionEntry,
  practised: Practised,
  offPerTry: number,
  responses: Responses,
  words: AnswerWords,
): Help {
  const { content } = entry;
  const done = isDone(practised);
  return {
    tries: practised.tries,
    share: practised.tries > 0 ? practised.share : null,
    parts: practised.tries > 0 ? shareOf(entry, responses).parts : [],
    hints: content.hints.slice(0, practised.hints),
    hintsInAll: content.hints.length,
    shown: practised.shown,
    done,
    earned: practiceShare(practised, offPerTry, 0),
    worth: done ? practiceShare(practised, offPerTry, 0) : nextWorth(practised, offPerTry),
    right: done ? rightInWords(content, words) : null,
    explanation: done ? content.explanation : null,
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
    const { offPerTry } = given.rules;
    const now = context.now();
    insistOnPractice(attempt, given, now);
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
    const answer = isNewCheck(body, entryId, before)
      ? new Veil(attempt.seed).stored([body.answer], edition)[0]
      : undefined;
    if (answer) {
      insistOnCheckable(entry, answer.responses);
      await writeLast(database, attemptId, [answer], now, transaction);
    }
    const after = answer
      ? afterCheck(entry, before, answer, offPerTry)
      : { ...before, practised: helped(entry, before.practised, body) };
    if (after.practised !== before.practised) {
      const columns = recordOf(held, before, after);
      await database.models.PracticeRecord.upsert(
        { ...columns, attemptId, entryId, changedAt: new Date(now) },
        { transaction },
      );
    }
    const words = answersIn(me.account.language ?? 'en');
    return helpOf(entry, after.practised, offPerTry, after.responses, words);
  });
}

/** @throws Problem 403 in a test; 409 once it is over; 423 while the clock stands still or the sitting was left */
function insistOnPractice(attempt: Attempt, { rules }: Given, now: number): void {
  if (rules.mode !== 'practice') throw problem('no-help-in-test');
  insistOnUnderWay(attempt, now);
}

/** The same check again, after an answer was lost on its way, is no further try. */
function isNewCheck(
  body: Asked,
  entryId: string,
  { practised, number }: PracticeState,
): body is Extract<Asked, { want: 'check' }> {
  if (body.want !== 'check') return false;
  if (body.answer.entry !== entryId) throw notFound('item');
  return body.answer.number > number && !isDone(practised);
}

/** @throws Problem 409 where nothing was answered, or a person has to read it */
function insistOnCheckable({ content }: EditionEntry, responses: Responses): void {
  const { parts } = scoreItem(content, responses);
  if (parts.every(({ answered }) => !answered)) throw problem('nothing-to-check');
  if (parts.some(({ needsMarking }) => needsMarking)) throw problem('teacher-reads-this');
}

const afterCheck = (
  entry: EditionEntry,
  { practised }: PracticeState,
  { responses, number }: SavedAnswer,
  offPerTry: number,
): PracticeState => ({
  practised: checked(practised, shareOf(entry, responses).share, offPerTry),
  responses,
  number,
});

/** A hint more, or the answer; a check that was made before changes nothing. */
function helped({ content }: EditionEntry, practised: Practised, body: Asked): Practised {
  if (body.want === 'hint') {
    const hints = Math.min(content.hints.length, Math.max(practised.hints, body.after + 1));
    return { ...practised, hints };
  }
  return body.want === 'check' || isDone(practised) ? practised : { ...practised, shown: true };
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
