/**
 * A kind of part is one module that says everything the product must know of one QTI interaction. A new kind is a new
 * module and a line in `kinds/index.ts`; nothing else asks which kind it has before it.
 */
import { z } from 'zod';
import { plainText, richText } from '../text';

export const partId = z.string().regex(/^[a-z0-9-]{1,24}$/, 'An id is 1 to 24 small letters, digits or hyphens.');

/** What every part has, whatever its kind. */
export const partBase = { id: partId, prompt: richText.optional() };

export interface PartBase {
  id: string;
  kind: string;
  prompt?: string | undefined;
}

/** A choice as the key's author sees it. */
export const choice = z.strictObject({
  id: partId,
  text: richText.refine((html) => plainText(html) !== '', 'A choice cannot be empty.'),
  /** Keeps its place when choices are shuffled ("none of these"). */
  fixed: z.boolean().optional(),
  /** The mistake that a distractor stands for; for teachers only. */
  mistake: z.string().max(500).optional(),
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
  mistake?: string | undefined;
}

export interface Kind<P extends PartBase, R, S extends PartBase = PartBase> {
  readonly kind: P['kind'];
  /** The name on screen. */
  readonly title: string;
  /** The QTI 3.0 interaction that carries it. */
  readonly qti: string;
  readonly markedBy: 'machine' | 'hand' | 'nobody';
  readonly part: z.ZodType<P>;
  readonly response: z.ZodType<R>;
  /** The most points the part can give. */
  points(part: P): number;
  score(part: P, response: R): number;
  isEmpty(response: R): boolean;
  /** The part as it may be shown while answers are still open: without key, rule and notes. */
  forSitting(part: P): S;
  /** The part with its choices in the order that `order` gives; kinds without choices leave it out. */
  arrange?(part: P, order: <T>(list: readonly T[]) => T[]): P;
  /** What can be chosen, for counting; kinds with free answers leave it out. */
  options?(part: P): AnswerOption[];
  chosen?(response: R): string[];
  /** One spelling for all answers that say the same; free answers are counted under it. */
  folded?(part: P, response: R): string;
  /** The response in words. */
  inWords(part: P, response: R): string;
  /** What counts as right, in one sentence. */
  keyInWords(part: P): string;
}

/** Points at what is wrong with a key that does not fit its choices. */
export function checkChoices(choices: Choice[], key: string[], context: z.RefinementCtx): void {
  const ids = new Set<string>();
  const words = new Map<string, number>();
  choices.forEach(({ id, text }, at) => {
    if (ids.has(id))
      context.addIssue({
        code: 'custom',
        path: ['choices', at, 'id'],
        message: `Two choices have the id “${id}”.`,
      });
    ids.add(id);
    const said = text.includes('data-formula') ? text : plainText(text);
    const earlier = words.get(said);
    if (earlier !== undefined)
      context.addIssue({
        code: 'custom',
        path: ['choices', at, 'text'],
        message: `Choices ${earlier + 1} and ${at + 1} are the same.`,
      });
    words.set(said, at);
  });
  key.forEach((id, at) => {
    if (!ids.has(id))
      context.addIssue({
        code: 'custom',
        path: ['key', at],
        message: `The key “${id}” is not among the choices.`,
      });
  });
}

/** Choices in a given order, those that are fixed in their own place. */
export function reorder(choices: Choice[], order: <T>(list: readonly T[]) => T[]): Choice[] {
  const free = order(choices.filter(({ fixed }) => !fixed));
  return choices.map((own) => (own.fixed ? own : free.shift()!));
}

export const shown = (choices: Choice[]): ShownChoice[] => choices.map(({ id, text }) => ({ id, text }));

export const asOptions = (choices: Choice[], key: string[]): AnswerOption[] =>
  choices.map(({ id, text, mistake }) => ({ id, label: plainText(text), right: key.includes(id), mistake }));

export const labelOf = (choices: Choice[], id: string) =>
  plainText(choices.find((own) => own.id === id)?.text ?? '') || id;
