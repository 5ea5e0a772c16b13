/** Help in practice mode: nothing of it leaves the server before it was asked for. */
import type { api, BodyOf } from '@oaken/contract';
import type { Help } from '@oaken/contract/attempts';
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
import { attemptState, defaultGrace } from '@oaken/core/timing';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { toMillisOrNull } from '../database/connect';
import { notFound, Problem } from '../http/problem';
import type { Editions } from './editions';
import { attemptForm, insistOnSitting, lockAttempt, readGiven } from './given';
import { readRecord } from './record';
import { Veil } from './veil';
import { writeLast } from './writing';

const shareOf = (entry: EditionEntry, responses: Responses) => {
  const { points, most, parts } = scoreItem(entry.content, responses);
  return {
    share: most > 0 ? points / most : 1,
    parts: parts.map((own) => ({ id: own.id, right: own.most > 0 && own.points >= own.most })),
  };
};

/** @param responses the answer that was checked last */
export function helpOf(
  entry: EditionEntry,
  own: Practised,
  offPerTry: number,
  responses: Responses,
): Help {
  const { content } = entry;
  const done = isDone(own);
  return {
    tries: own.tries,
    share: own.tries > 0 ? own.share : null,
    parts: own.tries > 0 ? shareOf(entry, responses).parts : [],
    hints: content.hints.slice(0, own.hints),
    hintsInAll: content.hints.length,
    shown: own.shown,
    done,
    earned: practiceShare(own, offPerTry, 0),
    worth: done ? practiceShare(own, offPerTry, 0) : nextWorth(own, offPerTry),
    right: done ? rightInWords(content) : null,
    explanation: done ? content.explanation : null,
  };
}

export async function askHelp(
  context: Context,
  editions: Editions,
  me: SignedIn,
  { attemptId, entryId }: { attemptId: number; entryId: string },
  body: BodyOf<typeof api.askHelp>,
): Promise<Help> {
  const { database } = context;
  return database.transaction(async (transaction) => {
    const attempt = await lockAttempt(database, attemptId, transaction);
    if (!attempt || attempt.studentId !== me.account.id) throw notFound('The attempt');
    const given = await readGiven(database, me.account.id, attempt.assignmentId, transaction);
    if (given.rules.mode !== 'practice')
      throw new Problem(
        403,
        'There is no help in a test.',
        'It comes when your teacher releases it.',
      );
    const now = context.now();
    const times = {
      deadlineAt: toMillisOrNull(attempt.deadlineAt),
      handedInAt: toMillisOrNull(attempt.handedInAt),
    };
    if (attemptState(times, defaultGrace, now) === 'over')
      throw new Problem(
        409,
        times.handedInAt === null ? 'The time is over.' : 'This work was already handed in.',
        'What was saved before counts.',
      );
    insistOnSitting(attempt, now);
    const { edition } = await editions.get(given.editionId);
    const form = attemptForm(edition, attempt, given.rules);
    const entry = entriesOf({ sections: form.sections }).find(({ id }) => id === entryId);
    if (!entry) throw notFound('The item');
    const { practice } = await readRecord(database, attemptId, ['practice'], transaction);
    const held = practice.get(entryId);
    const before: Practised = held ?? untouched;
    let after = before;
    let responses = held?.last ?? {};
    let number = held?.lastNumber ?? 0;
    if (body.want === 'check') {
      if (body.answer.entry !== entryId) throw notFound('The item');
      // The same check again, after an answer was lost on its way, is no further try.
      if (body.answer.number > number && !isDone(before)) {
        const [answer] = new Veil(attempt.seed).stored([body.answer], edition);
        responses = answer!.responses;
        const { parts } = scoreItem(entry.content, responses);
        if (parts.every(({ answered }) => !answered))
          throw new Problem(409, 'There is no answer to check yet.');
        if (parts.some(({ waits }) => waits))
          throw new Problem(409, 'Your teacher reads this answer; it cannot be checked here.');
        await writeLast(database, attemptId, [answer!], now, transaction);
        after = checked(before, shareOf(entry, responses).share, given.rules.offPerTry);
        number = body.answer.number;
      }
    } else if (body.want === 'hint') {
      after = {
        ...before,
        hints: Math.min(entry.content.hints.length, Math.max(before.hints, body.after + 1)),
      };
    } else if (!isDone(before)) {
      after = { ...before, shown: true };
    }
    if (after !== before) {
      // The attempt is locked, so nobody else writes this record meanwhile.
      const isFirst = before.tries === 0 && after.tries === 1;
      const isBest = after.bestTry > before.bestTry;
      await database.models.PracticeRecord.upsert(
        {
          attemptId,
          entryId,
          tries: after.tries,
          share: after.share,
          bestTry: after.bestTry,
          bestShare: after.bestShare,
          hints: after.hints,
          shown: after.shown,
          firstResponses: isFirst ? responses : (held?.first ?? null),
          firstShare: isFirst ? after.share : (held?.firstShare ?? null),
          bestResponses: isBest ? responses : (held?.best ?? null),
          lastResponses: responses,
          lastNumber: number,
          changedAt: new Date(now),
        },
        { transaction },
      );
    }
    return helpOf(entry, after, given.rules.offPerTry, responses);
  });
}
