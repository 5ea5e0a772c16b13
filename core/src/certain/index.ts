/**
 * What must be there. A list that cannot be empty, a key that was put in a moment ago: the types do
 * not know it, and where it is wrong after all the program says what was missing, instead of going
 * on with nothing. It is never what somebody sent.
 */

/** Something that had to be there was not: a mistake of the program. */
export class Missing extends Error {
  constructor(what: string) {
    super(`There is no ${what}.`);
    this.name = 'Missing';
  }
}

/**
 * The value, which is neither null nor undefined.
 *
 * @param what names it in the error
 * @throws Missing
 */
export function present<T>(value: T | null | undefined, what: string): T {
  if (value === null || value === undefined) throw new Missing(what);
  return value;
}

/**
 * The element of a list at an index from 0; from the end where the index is negative.
 *
 * @throws Missing with the index and the length
 */
export function elementAt<T>(list: readonly T[], index: number): T {
  const element = list.at(index);
  if (element === undefined) throw new Missing(`element ${index} in a list of ${list.length}`);
  return element;
}

/**
 * The number in a typed array at an index from 0.
 *
 * @throws Missing with the index and the length
 */
export function numberAt(
  numbers: { readonly length: number; readonly [index: number]: number },
  index: number,
): number {
  const value = numbers[index];
  if (value === undefined) throw new Missing(`number ${index} in ${numbers.length}`);
  return value;
}

/**
 * What a map holds under a key.
 *
 * @throws Missing with the key
 */
export function valueOf<Key, Value>(map: ReadonlyMap<Key, Value>, key: Key): Value {
  const value = map.get(key);
  if (value === undefined) throw new Missing(`value for ${String(key)}`);
  return value;
}
