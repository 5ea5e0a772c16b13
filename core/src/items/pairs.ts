/** Answers that join things: QTI's directed pairs, written as "left right". */
import { z } from 'zod';
import { plainText } from '../text';
import type { Choice } from './kind';

export const pair = z
  .string()
  .regex(/^[a-z0-9-]{1,24} [a-z0-9-]{1,24}$/, 'A pair is two ids with a space between.');
export const pairs = z.array(pair).max(400);

export const joined = (left: string, right: string) => `${left} ${right}`;

export function parted(own: string): [left: string, right: string] {
  const at = own.indexOf(' ');
  return [own.slice(0, at), own.slice(at + 1)];
}

/** Points at pairs that name something that is not there. */
export function checkPairs(
  key: string[],
  left: readonly { id: string }[],
  right: readonly { id: string }[],
  at: (string | number)[],
  context: z.RefinementCtx,
): void {
  key.forEach((own, n) => {
    const [one, other] = parted(own);
    const missing = [
      ...(left.some(({ id }) => id === one) ? [] : [one]),
      ...(right.some(({ id }) => id === other) ? [] : [other]),
    ][0];
    if (missing !== undefined)
      context.addIssue({
        code: 'custom',
        path: [...at, n],
        message: `The key joins “${missing}”, which is not there.`,
      });
  });
  if (new Set(key).size < key.length)
    context.addIssue({ code: 'custom', path: at, message: 'A pair stands twice in the key.' });
}

/** Points at two of `list` with one id or the same words. */
export function checkDistinct(
  list: readonly Pick<Choice, 'id' | 'text'>[],
  at: (string | number)[],
  what: string,
  context: z.RefinementCtx,
): void {
  const ids = new Map<string, number>();
  const words = new Map<string, number>();
  list.forEach(({ id, text }, n) => {
    if (ids.has(id))
      context.addIssue({
        code: 'custom',
        path: [...at, n, 'id'],
        message: `Two ${what} have the id “${id}”.`,
      });
    ids.set(id, n);
    const said = text.includes('data-formula') || text.includes('<img') ? text : plainText(text);
    const earlier = words.get(said);
    // Of an empty one it is said already that it is empty.
    if (earlier !== undefined && said !== '')
      context.addIssue({
        code: 'custom',
        path: [...at, n, 'text'],
        message: `${what[0]!.toUpperCase()}${what.slice(1)} ${earlier + 1} and ${n + 1} are the same.`,
      });
    words.set(said, n);
  });
}

/** Whether some left side is joined to more than `most`. */
export function joinsMoreThan(most: number, given: readonly string[], side: 0 | 1 = 0): boolean {
  const counts = new Map<string, number>();
  for (const own of new Set(given)) {
    const id = parted(own)[side];
    counts.set(id, (counts.get(id) ?? 0) + 1);
  }
  return [...counts.values()].some((n) => n > most);
}
