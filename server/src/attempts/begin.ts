/** Beginning an attempt, or finding the one that was begun: reload, second tab and other device all come here. */
import type { AttemptAnswer, StoredAnswer } from '@oaken/contract/attempts';
import { attemptsLeft, formRules } from '@oaken/core/assignments';
import { entriesOf, formForSitting, type Edition } from '@oaken/core/forms';
import type { Responses } from '@oaken/core/items';
import { untouched } from '@oaken/core/practice';
import { foldName } from '@oaken/core/rosters';
import { attemptState, deadlineOf, defaultGrace, windowState } from '@oaken/core/timing';
import { randomBytes } from 'node:crypto';
import { schoolZone, supportsOf, timeRules } from '../assignments/times';
import type { SignedIn } from '../accounts/sessions';
import { Throttle } from '../accounts/throttle';
import type { Context } from '../context';
import { fromJson, rows, toMillisOrNull } from '../database/connect';
import { Problem } from '../http/problem';
import type { Editions } from './editions';
import { helpOf, readPractised } from './practice';
import { attemptForm, readAttempts, readGiven, type Attempt, type Fixed, type Given } from './given';

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
): Promise<AttemptAnswer> {
  const { database, now } = context;
  const student = me.account.id;
  const given = await readGiven(database, student, assignmentId);
  const { edition } = await editions.get(given.editionId);
  const made = await readAttempts(database, student, assignmentId);
  let attempt = made.at(-1);
  const over = attempt !== undefined && attemptState({ deadlineAt: toMillisOrNull(attempt.deadlineAt), handedInAt: toMillisOrNull(attempt.handedInAt) }, defaultGrace, now()) === 'over'; // prettier-ignore
  if (attempt && over && !(wish.again && attempt.handedInAt !== null))
    throw new Problem(
      409,
      attempt.handedInAt === null ? 'The time is over.' : 'You have handed this in.',
      attempt.handedInAt !== null && attemptsLeft(given.rules, { handedIn: made.length, extraAttempts: given.extraAttempts }) > 0
        ? 'What was saved counts. You can try again from your list.'
        : 'What was saved counts.',
    ); // prettier-ignore
  if (!attempt || over) attempt = await newAttempt(context, student, given, edition, made, wish);
  const stored = await rows<Omit<StoredAnswer, 'responses'> & { responses: unknown }>(
    database,
    'SELECT entry_id AS entry, number, device, responses, flagged FROM answers WHERE attempt_id = :id',
    { id: attempt.id },
  );
  const supports = attempt.given?.supports ?? null;
  const form = attemptForm(edition, attempt, given.rules);
  const { mode, offPerTry } = given.rules;
  const practised = mode === 'practice' ? await readPractised(database, attempt.id) : null;
  return {
    id: attempt.id,
    now: now(),
    deadlineAt: toMillisOrNull(attempt.deadlineAt),
    handedInAt: toMillisOrNull(attempt.handedInAt),
    grace: defaultGrace,
    number: attempt.number,
    warnMinutes: given.rules.warnMinutes,
    order: given.rules.order,
    mode,
    offPerTry,
    help: practised
      ? Object.fromEntries(
          entriesOf({ sections: form.sections }).map((entry) => {
            const own = practised.get(entry.id);
            return [entry.id, helpOf(entry, own ?? untouched, offPerTry, own?.responses ?? {})];
          }),
        )
      : {},
    aloud: supports?.aloud ?? false,
    textSize: supports?.textSize ?? 1,
    form: formForSitting(form),
    answers: stored.map((own) => ({
      ...own,
      flagged: Boolean(own.flagged),
      responses: fromJson<Responses>(own.responses),
    })),
  };
}

/** The form that supports ask for by name, where the test has it; otherwise the one that was dealt. */
function ownForm(edition: Edition, dealt: string | null, wanted: string | null): string | null {
  if (wanted === null) return dealt;
  const name = foldName(wanted);
  // The first form has no line of its own; it is called A.
  if (name === 'a') return null;
  return edition.forms?.find((own) => foldName(own.name) === name)?.id ?? dealt;
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
  const state = windowState(rules, time);
  if (state === 'before')
    throw new Problem(409, 'It has not opened yet.', undefined, undefined, Math.ceil((rules.opensAt - time) / 1000));
  if (state === 'closed') throw new Problem(409, 'It has closed.', 'Ask your teacher if you should still do it.');
  if (attemptsLeft(given.rules, { handedIn: made.length, extraAttempts: given.extraAttempts }) <= 0)
    throw new Problem(409, 'You have no attempts left.', 'What was saved counts.');
  await insistOnWord(context, student, given, word);
  return database.transaction(async (transaction) => {
    await readGiven(database, student, assignmentId, transaction);
    const supports = supportsOf(given);
    const fixed: Fixed = { ...formRules(given.rules), supports };
    const deadline = deadlineOf(rules, time);
    await database.query(
      `INSERT IGNORE INTO attempts (assignment_id, student_id, number, seed, place, form, given, began_at, deadline_at, counts)
       VALUES (:assignmentId, :student, :number, :seed, :place, :form, :fixed, :time, :deadline, :number = 1)`,
      {
        replacements: {
          assignmentId,
          student,
          number: made.length + 1,
          seed: randomBytes(16).toString('base64url'),
          place: given.place,
          form: ownForm(edition, given.form, supports?.form ?? null),
          fixed: JSON.stringify(fixed),
          time: new Date(time),
          deadline: deadline === null ? null : new Date(deadline),
        },
        transaction,
      },
    );
    return (await readAttempts(database, student, assignmentId, transaction)).at(-1)!;
  });
}

/** Guesses wait longer each time, from wherever they come. */
async function insistOnWord({ database, now }: Context, student: number, given: Given, word: string): Promise<void> {
  if (given.word === '') return;
  if (word.trim() === '') throw new Problem(403, 'Type the word that your teacher reads out.');
  const throttle = new Throttle(database, now);
  const counted = { pair: `word ${given.assignmentId} ${student}` };
  await throttle.admit(counted);
  if (foldName(word) === foldName(given.word)) return;
  await throttle.failed(counted);
  throw new Problem(403, 'That is not the word.', 'Listen for it again, or ask your teacher.');
}
