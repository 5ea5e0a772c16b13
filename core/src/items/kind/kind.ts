/**
 * A kind of part is one module that says everything the product must know of one QTI interaction. A new kind is a new
 * module and a line in `kinds/index.ts`; nothing else asks which kind it has before it.
 */
import type { AnswerWords } from '@oaken/words/answers';
import type Fraction from 'fraction.js';
import { present } from '../../certain';
import { z } from 'zod';
import { mostPoints, type SetRule } from '../../scoring';
import { richText } from '../../rich-text';
import { plainText } from '../../text';
import type { Gist } from './gist';
import { checkDistinct } from './pairs';
import type { InTable } from './table';
import { sentence } from './sentences';

export const partId = z
  .string()
  .regex(/^[a-z0-9-]{1,24}$/, 'An id is 1 to 24 small letters, digits or hyphens.');

/** What every part has, whatever its kind. */
export const partBase = {
  id: partId,
  prompt: richText.optional(),
  /** The id of an earlier part: this one counts only when that one is wholly right. */
  needs: partId.optional(),
};

/** For kinds whose key can be a number. */
export const followsBase = {
  /** Right as well is what this formula makes of the answers to earlier parts, by their letters: 2 * A. */
  follows: z.string().trim().min(1).max(300).optional(),
};

export interface PartBase {
  id: string;
  kind: string;
  prompt?: string | undefined;
}

/** Words that are shown and must say something: a picture or a formula will do as well. */
export const saying = (what: string) =>
  richText.refine((html) => plainText(html) !== '', sentence('cannotBeEmpty', { what }));

/** A choice as the key's author sees it. */
export const choice = z.strictObject({
  id: partId,
  text: saying(sentence('aChoice')),
  /** Keeps its place when choices are shuffled ("none of these"). */
  fixed: z.boolean().optional(),
  /** The misconception that a distractor stands for; for teachers only. */
  misconception: z.string().max(500).optional(),
});
export type Choice = z.infer<typeof choice>;

/** A choice as a student sees it. */
export interface ShownChoice {
  id: string;
  text: string;
}

export interface AnswerOption {
  id: string;
  label: string;
  right: boolean;
  misconception?: string | undefined;
}

/** A rich text of a part, and where in the part it stands. */
export interface PartText {
  at: string;
  html: string;
}

/** The rules by which points are given. */
export type RuleName =
  | 'all-or-nothing'
  | 'each-right'
  | 'wrong-takes-away'
  | 'each-place'
  | 'each-pair'
  | 'table'
  | 'by-hand';

/** What points can be given for one by one. */
export interface Worth {
  value: string;
  label: string;
  right: boolean;
}

export interface Kind<P extends PartBase, R, S extends PartBase = PartBase> {
  readonly kind: P['kind'];
  /** The name on screen. */
  readonly title: string;
  /** When to take it, in a few words for the author. */
  readonly asks: string;
  /** The QTI 3.0 interaction that carries it; null where nothing is asked. */
  readonly qti: string | null;
  readonly markedBy: 'machine' | 'hand' | 'nobody';
  /** The rules that an author may choose from, the usual one first; kinds that give no points leave it out. */
  readonly rules?: readonly RuleName[];
  /** What is typed, where something is: a key for typed answers can take one more. */
  readonly typed?: 'words' | 'number';
  readonly part: z.ZodType<P>;
  readonly response: z.ZodType<R>;
  /** The most points the part can give. */
  points(part: P): number;
  /** Points by the key; a kind that is marked by hand gives none here. */
  score(part: P, response: R): number;
  isEmpty(response: R): boolean;
  /** The part as it may be shown while answers are still open: without key, rule and notes. */
  forSitting(part: P): S;
  /** The part with its choices in the order that `order` gives; kinds without choices leave it out. */
  arrange?(part: P, order: <T>(list: readonly T[]) => T[]): P;
  /**
   * The part with at most `most` choices, the right ones and at least one other among them; `order`
   * says which others.
   */
  fewer?(part: P, limit: number, order: <T>(list: readonly T[]) => T[]): P;
  /** What can be chosen, at most 30, for counting; kinds with free or joined answers leave it out. */
  options?(part: P): AnswerOption[];
  chosen?(response: R): string[];
  /** The part with a choice counted as right, or not any more; kinds whose key is not a set of choices leave it out. */
  markRight?(part: P, choice: string, right: boolean): P;
  /** What points can be given for one by one, where that is something else than `options`. */
  worths?(part: P): Worth[];
  /** What can be chosen where nothing is right; it is counted and not scored. */
  opinions?(part: P): ShownChoice[];
  /**
   * Answers that the key lists, and ways in which students write the first of them; kinds that are
   * not typed leave it out.
   */
  spellings?(part: P): { listed: readonly string[]; tried: readonly string[] };
  /** One spelling for all answers that say the same; free answers are counted under it. */
  folded?(part: P, response: R): string;
  /** The misconception that a wrong answer stands for; null where its author named none. */
  mistake?(part: P, response: R): string | null;
  /** Wrong answers that its author has named. */
  mistakes?(part: P): { response: R; misconception: string }[];
  /** The number that an answer says, in the key's own unit; kinds that have none leave it out. */
  numberIn?(part: P, response: R): Fraction | null;
  /** The part with this number as its only key; kinds that no number decides leave it out. */
  withNumber?(part: P, value: string): P;
  /** The part with this answer counted as right too; null where an answer is not one thing that can be added. */
  accept?(part: P, response: R): P | null;
  /** The response in words; English where no other words are given. */
  inWords(part: P, response: R, words?: AnswerWords): string;
  /** What of an answer earned points and what did not, in words; kinds that are right or wrong as a whole leave it out. */
  remark?(part: P, response: R, words?: AnswerWords): string | null;
  /** Answers that the key counts as right, in its order; kinds that no key decides leave it out. */
  rightAnswers?(part: P): R[];
  /** What counts as right, in one sentence. */
  keyInWords(part: P): string;
  /**
   * The key as short as an answer key on paper has it: letters where choices have letters. The
   * letters are those of the part as it is shown, which may stand in another order than its
   * author's. Null where nothing is right or wrong; kinds that leave it out have the sentence of
   * `keyInWords`.
   */
  keyOnPaper?(part: P): string | null;
  /** How a person writes the part in a table; kinds that no table can say leave it out. */
  inTable?: InTable<P>;
  /** The part with other ids, for kinds whose ids would tell what belongs together or in which order. */
  rename?(part: P, to: (id: string) => string): P;
  /** It is answered on a drawing: what is asked for can be named in the question. */
  isDrawn?: true;
  /** The part's rich texts besides its prompt. */
  texts(part: P): PartText[];
  /** What the part says whatever its kind, and a part of this kind from it. */
  toGist(part: P): Gist;
  fromGist(gist: Gist, id: string): P;
}

/** Points at what is wrong with a key that does not fit its choices. */
export function checkChoices(
  choices: readonly Choice[],
  key: readonly string[],
  context: z.RefinementCtx,
): void {
  checkDistinct(choices, ['choices'], 'choices', context);
  checkKey(choices, key, context);
}

/** Adds an issue for each id of a key that is no choice. */
export function checkKey(
  choices: readonly { id: string }[],
  key: readonly string[],
  context: z.RefinementCtx,
): void {
  const ids = new Set(choices.map(({ id }) => id));
  key.forEach((id, index) => {
    if (!ids.has(id))
      context.addIssue({
        code: 'custom',
        path: ['key', index],
        message: sentence('keyIsNotAmongChoices', { id }),
      });
  });
}

/** Points at a table of points whose upper bound nobody can reach, or that gives nothing to anybody. */
export function checkReachable(
  rule: SetRule,
  values: string[],
  limit: number | undefined,
  context: z.RefinementCtx,
): void {
  if (rule.rule !== 'table') return;
  const { upper, lower: _, ...unbounded } = rule;
  const reachable = mostPoints(unbounded, values, limit);
  const issue = (path: string[], message: string) =>
    context.addIssue({ code: 'custom', path: ['rule', ...path], message });
  if (reachable <= 0) issue(['values'], sentence('noAnswerEarnsPointsBy'));
  else if (upper !== undefined && upper > reachable)
    issue(['upper'], sentence('nobodyCanReachPointsBest', { upper, reachable }));
  rule.values.forEach(({ value }, index) => {
    if (values.length > 0 && !values.includes(value))
      issue(['values', String(index), 'value'], sentence('isNotAmongChoices', { value }));
  });
}

/** The right choices and as many others as fit, in their own order. */
export function fewerChoices<T extends { id: string }>(
  choices: readonly T[],
  key: readonly string[],
  limit: number,
  order: <U>(list: readonly U[]) => U[],
): T[] {
  const others = order(choices.filter(({ id }) => !key.includes(id)));
  const kept = new Set([
    ...key,
    ...others.slice(0, Math.max(1, limit - key.length)).map(({ id }) => id),
  ]);
  return choices.filter(({ id }) => kept.has(id));
}

/** Choices in a given order, those that are fixed in their own place. */
export function reorder<T extends { fixed?: boolean | undefined }>(
  choices: T[],
  order: <U>(list: readonly U[]) => U[],
): T[] {
  const free = order(choices.filter(({ fixed }) => !fixed));
  return choices.map((candidate) =>
    candidate.fixed ? candidate : present(free.shift(), 'free choice'),
  );
}

/** Choices as students see them: without misconceptions and fixed places. */
export const shown = (choices: readonly ShownChoice[]): ShownChoice[] =>
  choices.map(({ id, text }) => ({ id, text }));

/** Choices as they are counted, with whether each is right. */
export const asOptions = (choices: readonly Choice[], key: readonly string[]): AnswerOption[] =>
  choices.map(({ id, text, misconception }) => ({
    id,
    label: plainText(text),
    right: key.includes(id),
    misconception,
  }));

/** A part whose key is a set of choices, with one of them in it or not. */
export function withRight<P extends { key: string[] }>(part: P, choice: string, right: boolean): P {
  const others = part.key.filter((id) => id !== choice);
  return { ...part, key: right ? [...others, choice] : others };
}

/** The words of a choice, without markup. */
export const labelOf = (choices: readonly ShownChoice[], id: string) =>
  plainText(choices.find((shownChoice) => shownChoice.id === id)?.text ?? '') || id;

/** The rich texts of choices, with where in the part they stand. */
export const textsOf = (list: readonly ShownChoice[], path: string): PartText[] =>
  list.map(({ text }, n) => ({ at: `/${path}/${n}/text`, html: text }));

/** An id that none of `taken` has: a, b, c … then c2, c3 … */
export function freshId(taken: readonly string[]): string {
  const used = new Set(taken);
  for (const letter of 'abcdefghijklmnopqrstuvwxyz') if (!used.has(letter)) return letter;
  for (let n = 2; ; n++) if (!used.has(`c${n}`)) return `c${n}`;
}
