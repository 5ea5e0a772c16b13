/** What leaves the server when an attempt is opened, or its next stage entered. */
import type { Stage } from '@oaken/core/stages';
import { elementAt } from '@oaken/core/certain';
import type { AttemptAnswer, StoredAnswer } from '@oaken/contract/attempts';
import { entriesOf, formForSitting, type Edition } from '@oaken/core/forms';
import { practiceHelpOf } from '@oaken/core/assignments';
import { allowedTools } from '@oaken/core/items';
import { untouched } from '@oaken/core/practice';
import { progressOf } from '@oaken/core/sitting';
import { defaultGrace } from '@oaken/core/timing';
import { answersIn } from '@oaken/words/written';
import type { Transaction } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { toMillisOrNull, type Database } from '../database/connect';
import { attemptForm, type Attempt, type Given } from './given';
import { helpOf } from './practice';
import { readRecord } from '../record';
import { stagedOf, type Staged } from './staged';
import { Veil } from './veil';

async function readAnswers(
  { models }: Database,
  attemptId: number,
  transaction?: Transaction,
): Promise<StoredAnswer[]> {
  const answers = await models.Answer.findAll({ where: { attemptId }, transaction });
  return answers.map(({ entryId, number, device, responses, flagged }) => ({
    entry: entryId,
    number,
    device,
    responses,
    flagged,
  }));
}

async function readPlays({ models }: Database, attemptId: number, transaction?: Transaction) {
  const plays = await models.MediaPlay.findAll({ where: { attemptId }, transaction });
  return Object.fromEntries(plays.map(({ fileId, playCount }) => [fileId, playCount]));
}

/** The course as the page needs it; of questions that are not open, only how far they came. */
function courseFor(
  { stages, course }: Staged,
  form: Edition,
  answers: readonly StoredAnswer[],
): AttemptAnswer['course'] {
  const parts = new Map(
    entriesOf({ sections: form.sections }).map(({ id, content }) => [id, content.parts]),
  );
  const here = elementAt(stages, course.stage);
  const sectionOf = (entry: string | undefined) =>
    form.sections.find(({ entries }) => entries.some(({ id }) => id === entry));
  const after = stages[course.stage + 1];
  const nextAfter = ({ entries }: Stage) =>
    sectionOf(entries[0]) === sectionOf(here.entries[0]) ? 'item' : 'section';
  const earlier = stages.slice(0, course.stage).flatMap(({ entries }) => entries);
  return {
    stage: course.stage,
    earlier: earlier.map((id) =>
      progressOf(parts.get(id) ?? [], answers.find(({ entry }) => entry === id)?.responses ?? {}),
    ),
    ahead: stages.slice(course.stage + 1).reduce((sum, { entries }) => sum + entries.length, 0),
    clock:
      here.clock && course.clockAt !== null
        ? { of: here.clock.of, length: here.clock.length, endsAt: course.clockAt }
        : null,
    next: after ? nextAfter(after) : null,
  };
}

export async function openedAttempt(
  { database, now }: Pick<Context, 'database' | 'now'>,
  me: SignedIn,
  edition: Edition,
  { rules }: Given,
  attempt: Attempt,
  transaction?: Transaction,
): Promise<AttemptAnswer> {
  const accommodations = attempt.given?.accommodations ?? null;
  const form = attemptForm(edition, attempt, rules);
  const veil = new Veil(attempt.seed);
  const staged = stagedOf(attempt);
  const open = staged && new Set(elementAt(staged.stages, staged.course.stage).entries);
  const answers = await readAnswers(database, attempt.id, transaction);
  const { mode, offPerTry } = rules;
  const words = answersIn(me.account.language ?? 'en');
  const record =
    mode === 'practice' ? await readRecord(database, attempt.id, ['practice'], transaction) : null;
  return {
    id: attempt.id,
    now: now(),
    deadlineAt: toMillisOrNull(attempt.deadlineAt),
    handedInAt: toMillisOrNull(attempt.handedInAt),
    grace: defaultGrace,
    number: attempt.number,
    warnMinutes: rules.warnMinutes,
    order: rules.order,
    mode,
    offPerTry,
    practice: practiceHelpOf(rules),
    course: staged && courseFor(staged, form, answers),
    oneSitting: rules.oneSitting,
    help: record
      ? Object.fromEntries(
          entriesOf({ sections: form.sections }).map((entry) => {
            const held = record.practice.get(entry.id);
            return [entry.id, helpOf(entry, held ?? untouched, rules, held?.last ?? {}, words)];
          }),
        )
      : {},
    aloud: accommodations?.aloud ?? false,
    tools: allowedTools(rules.tools),
    textSize: accommodations?.textSize ?? 1,
    form: veil.form(formForSitting(form, open), edition),
    plays: await readPlays(database, attempt.id, transaction),
    answers: veil.shown(
      answers.filter(({ entry }) => open === null || open.has(entry)),
      edition,
    ),
  };
}
