/** Answers that join things: QTI's directed pairs, written as "left right". */
import {} from '../../certain';
import { z } from 'zod';
import { plainText } from '../../text';
import type { Choice } from './kind';
import { sentence } from './sentences';
import type messages from '@oaken/words/en/core/items-kind.json';

export const pair = z
  .string()
  .regex(/^[a-z0-9-]{1,24} [a-z0-9-]{1,24}$/, 'A pair is two ids with a space between.');
export const pairs = z.array(pair).max(400);

/** A pair as a response holds it. */
export const joined = (left: string, right: string) => `${left} ${right}`;

/** The two ids of a pair. */
export function parted(text: string): [left: string, right: string] {
  const index = text.indexOf(' ');
  return [text.slice(0, index), text.slice(index + 1)];
}

/** Points at pairs that name something that is not there. */
export function checkPairs(
  key: string[],
  left: readonly { id: string }[],
  right: readonly { id: string }[],
  path: (string | number)[],
  context: z.RefinementCtx,
): void {
  key.forEach((text, n) => {
    const [leftId, other] = parted(text);
    const missing = [
      ...(left.some(({ id }) => id === leftId) ? [] : [leftId]),
      ...(right.some(({ id }) => id === other) ? [] : [other]),
    ][0];
    if (missing !== undefined)
      context.addIssue({
        code: 'custom',
        path: [...path, n],
        message: sentence('keyJoinsWhichIsNot', { missing }),
      });
  });
  if (new Set(key).size < key.length)
    context.addIssue({ code: 'custom', path: path, message: sentence('pairStandsTwiceInKey') });
}

/** Points at two of `list` with one id or the same words. */
export function checkDistinct(
  list: readonly Pick<Choice, 'id' | 'text'>[],
  path: (string | number)[],
  what: keyof (typeof messages)['lists'],
  context: z.RefinementCtx,
): void {
  const ids = new Map<string, number>();
  const words = new Map<string, number>();
  list.forEach(({ id, text }, n) => {
    if (ids.has(id))
      context.addIssue({
        code: 'custom',
        path: [...path, n, 'id'],
        message: sentence('idStandsTwice', { id }),
      });
    ids.set(id, n);
    const shownText =
      text.includes('data-formula') || text.includes('<img') ? text : plainText(text);
    const earlier = words.get(shownText);
    // Of an empty one it is said already that it is empty.
    if (earlier !== undefined && shownText !== '')
      context.addIssue({
        code: 'custom',
        path: [...path, n, 'text'],
        message: sentence('areTheSame', {
          list: sentence(`lists.${what}`),
          earlier: earlier + 1,
          later: n + 1,
        }),
      });
    words.set(shownText, n);
  });
}

/** Whether some left side is joined to more than `most`. */
export function joinsMoreThan(limit: number, given: readonly string[], side: 0 | 1 = 0): boolean {
  const counts = new Map<string, number>();
  for (const text of new Set(given)) {
    const id = parted(text)[side];
    counts.set(id, (counts.get(id) ?? 0) + 1);
  }
  return [...counts.values()].some((n) => n > limit);
}
