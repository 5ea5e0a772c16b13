/** Beginning an attempt, or finding the one that was begun: reload, second tab and other device all come here. */
import { elementAt } from '@oaken/core/certain';
import type { AttemptAnswer } from '@oaken/contract/attempts';
import { attemptsLeft, formRules } from '@oaken/core/assignments';
import type { Edition } from '@oaken/core/forms';
import { foldName } from '@oaken/core/rosters';
import { begun, lastClockEnd, stagesOf } from '@oaken/core/stages';
import {
  attemptState,
  deadlineOf,
  defaultGrace,
  earlier,
  windowState,
  type TimeRules,
} from '@oaken/core/timing';
import { randomBytes } from 'node:crypto';
import { schoolZone, timeRules } from './times';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { toMillisOrNull } from '../database/connect';
import { problem } from '../problems/problem';
import type { Editions } from './editions';
import {
  attemptForm,
  insistOnSitting,
  readAttempts,
  readGiven,
  type Attempt,
  type Fixed,
  type Given,
} from './given';
import { openedAttempt } from './opened';
import { courseColumns } from './staged';
import { insistOnGate } from './supervised';

export interface Wish {
  word?: string | undefined;
  again?: boolean | undefined;
}

export async function beginAttempt(
  context: Context,
  editions: Editions,
  me: SignedIn,
  assignmentId: number,
  wish: Wish,
  address: string | undefined,
): Promise<AttemptAnswer> {
  const { database, now } = context;
  const student = me.account.id;
  const given = await readGiven(database, student, assignmentId);
  const { edition } = await editions.get(given.editionId);
  const made = await readAttempts(database, student, assignmentId);
  let attempt = made.at(-1);
  const over =
    attempt !== undefined &&
    attemptState(
      {
        deadlineAt: toMillisOrNull(attempt.deadlineAt),
        handedInAt: toMillisOrNull(attempt.handedInAt),
      },
      defaultGrace,
      now(),
    ) === 'over';
  if (attempt && over && !(wish.again && attempt.handedInAt !== null))
    throw problem('attempt-over', {
      handedIn: attempt.handedInAt !== null,
      again:
        attempt.handedInAt !== null &&
        attemptsLeft(given.rules, { handedIn: made.length, extraAttempts: given.extraAttempts }) >
          0,
    });
  const hasBegun = attempt !== undefined && !over;
  await insistOnGate(database, me, given, { hasBegun, address });
  if (!attempt || over) attempt = await newAttempt(context, student, given, edition, made, wish);
  insistOnSitting(attempt, context.now());
  await noteSign(context, given, attempt);
  return openedAttempt(context, me, edition, given, attempt);
}

/** Done in one sitting, opening it is a sign of being there. */
async function noteSign(
  { database, now }: Context,
  { rules }: Given,
  { id }: Attempt,
): Promise<void> {
  if (!rules.oneSitting) return;
  await database.models.Attempt.update({ seenAt: new Date(now()) }, { where: { id } });
}

/** The form that accommodations ask for by name, where the test has it; otherwise the one that was dealt. */
export function formFor(
  edition: Edition,
  dealt: string | null,
  wanted: string | null,
): string | null {
  if (wanted === null) return dealt;
  const name = foldName(wanted);
  // The first form has no line of its own; it is called A.
  if (name === 'a') return null;
  return edition.forms?.find((form) => foldName(form.name) === name)?.id ?? dealt;
}

async function newAttempt(
  context: Context,
  student: number,
  given: Given,
  edition: Edition,
  made: Attempt[],
  { word = '' }: Wish,
): Promise<Attempt> {
  const { database, now } = context;
  const { assignmentId } = given;
  const time = now();
  const rules = timeRules(given, given, await schoolZone(database));
  insistOnOpen(rules, given, made.length, time);
  await insistOnWord(context, student, given, word);
  return database.transaction(async (transaction) => {
    await readGiven(database, student, assignmentId, transaction);
    const attempt = startOf(edition, given, rules, time);
    // Two tabs that begin at once begin one attempt.
    await database.models.Attempt.bulkCreate(
      [
        {
          ...attempt,
          assignmentId,
          studentId: student,
          number: made.length + 1,
          beganAt: new Date(time),
          counts: made.length === 0,
        },
      ],
      { ignoreDuplicates: true, transaction },
    );
    return elementAt(await readAttempts(database, student, assignmentId, transaction), -1);
  });
}

/** @throws Problem 409 before the window, after it, and where no attempt is left */
function insistOnOpen(rules: TimeRules, given: Given, made: number, time: number): void {
  const state = windowState(rules, time);
  if (state === 'before')
    throw problem('not-open-yet', {}, { retryAfter: Math.ceil((rules.opensAt - time) / 1000) });
  if (state === 'closed') throw problem('window-closed');
  if (attemptsLeft(given.rules, { handedIn: made, extraAttempts: given.extraAttempts }) <= 0)
    throw problem('no-attempts-left');
}

/** What an attempt begins with: its form, its order, its stages and its deadline. */
function startOf(edition: Edition, given: Given, rules: TimeRules, time: number) {
  const { accommodations } = given;
  const conditions: Fixed = { ...formRules(given.rules), accommodations };
  const sitter = {
    seed: randomBytes(16).toString('base64url'),
    seat: given.seat,
    form: formFor(edition, given.form, accommodations?.form ?? null),
  };
  const { sections } = attemptForm(edition, { ...sitter, given: conditions }, given.rules);
  const stages = stagesOf(sections, given.rules, rules.timeFactor);
  const course = stages && begun(stages, time);
  const deadline = earlier(
    deadlineOf(rules, time),
    stages && course && lastClockEnd(stages, course),
  );
  return {
    seed: sitter.seed,
    seat: sitter.seat,
    form: sitter.form,
    conditions,
    deadlineAt: deadline === null ? null : new Date(deadline),
    stages,
    ...courseColumns(course),
  };
}

/** Guesses wait longer each time, from wherever they come. */
async function insistOnWord(
  { throttle }: Context,
  student: number,
  given: Given,
  word: string,
): Promise<void> {
  if (given.word === '') return;
  if (word.trim() === '') throw problem('word-missing');
  const takeBack = await throttle.guess({ pair: `word ${given.assignmentId} ${student}` });
  if (foldName(word) === foldName(given.word)) return takeBack();
  throw problem('word-wrong');
}
