/** What lists of anything are asked for everywhere. */

/** The sum of a value over a list. */
export const total = <T>(list: Iterable<T>, value: (element: T) => number): number => {
  let sum = 0;
  for (const element of list) sum += value(element);
  return sum;
};

/** The elements of a list by a key, each group in the list’s order. */
export function groupBy<T, Key>(list: Iterable<T>, keyOf: (element: T) => Key): Map<Key, T[]> {
  const groups = new Map<Key, T[]>();
  for (const element of list) {
    const key = keyOf(element);
    const group = groups.get(key);
    if (group) group.push(element);
    else groups.set(key, [element]);
  }
  return groups;
}
