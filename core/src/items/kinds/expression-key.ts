/** The key of an answer that is mathematics: what it says, and in which form. */
import { z } from 'zod';
import {
  faultInWords,
  forms,
  longestAnswer,
  readAnswer,
  verdictOn,
  type Answer,
  type Verdict,
} from '../../expressions';
import { isPlaced } from './numeric-key';
import { sentence } from './sentences';

const line = z.string().trim().min(1, sentence('keyIsEmpty')).max(longestAnswer);

export const expressionKey = z.strictObject({
  /** Each of them is right; the first is shown as the answer. */
  answers: z.array(line).min(1, sentence('noAcceptedAnswerIsGiven')).max(20),
  form: z.enum(forms),
  /** Letters after a number are its unit, and other units of the same kind count as well. */
  hasUnit: z.boolean().default(false),
  /** What an answer earns that is right but not in the form. */
  otherForm: z.enum(['nothing', 'half']).default('nothing'),
  /** Wrong answers that tell what was misunderstood; for teachers only. */
  mistakes: z
    .array(z.strictObject({ value: line, misconception: z.string().trim().min(1).max(500) }))
    .max(20)
    .optional(),
});
export type ExpressionKey = z.infer<typeof expressionKey>;

/** Adds an issue for each line of a key that cannot be read, and for an answer that is not in its own form. */
export function checkExpressionKey(key: ExpressionKey, context: z.RefinementCtx): void {
  const issue = (path: (string | number)[], message: string) =>
    context.addIssue({ code: 'custom', path: ['key', ...path], message });
  const readable = (text: string, path: (string | number)[]): Answer | null => {
    if (isPlaced(text)) return null;
    const read = readAnswer(text, key.hasUnit);
    if (read.ok) return read.answer;
    issue(
      path,
      sentence('answerCannotBeRead', { text, why: faultInWords(read.fault, read.about) }),
    );
    return null;
  };
  key.answers.forEach((text, index) => {
    const answer = readable(text, ['answers', index]);
    if (!answer) return;
    if (key.hasUnit && answer.is !== 'amount')
      issue(['answers', index], sentence('answerHasNoUnit', { text }));
    else if (index === 0 && verdictOn(answer, answer, key.form) !== 'right')
      issue(['form'], sentence('answerIsNotInForm', { text, form: sentence(`forms.${key.form}`) }));
  });
  key.mistakes?.forEach(({ value }, index) => readable(value, ['mistakes', index, 'value']));
}

const readKeys = new WeakMap<ExpressionKey, Answer[]>();

/** All answers that are right, read once for each key, which nobody changes in place. */
export function rightAnswersOf(key: ExpressionKey): Answer[] {
  const known = readKeys.get(key);
  if (known) return known;
  const answers = key.answers.flatMap((text) => {
    const read = readAnswer(text, key.hasUnit);
    return read.ok ? [read.answer] : [];
  });
  readKeys.set(key, answers);
  return answers;
}

const squeezed = (text: string) => text.replace(/\s+/g, '').replace(/[−–]/g, '-');

/** How an answer stands to the key; what the key lists letter by letter is right in whatever form. */
export function verdictBy(key: ExpressionKey, response: string): Verdict {
  if (key.answers.some((text) => squeezed(text) === squeezed(response))) return 'right';
  const read = readAnswer(response, key.hasUnit);
  if (!read.ok) return 'wrong';
  const verdicts = rightAnswersOf(key).map((answer) => verdictOn(answer, read.answer, key.form));
  if (verdicts.includes('right')) return 'right';
  return verdicts.includes('other-form') ? 'other-form' : 'wrong';
}
