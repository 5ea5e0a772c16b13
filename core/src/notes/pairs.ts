/** Items that stand in each other's way. */
import { elementAt } from '../certain';
import { wordsOf } from '../finding';
import type { NotedItem } from './noted';

/** Share of words in common from which two items count as almost the same; that of near copies in a bank. */
const leastLikeness = 0.6;

/** Pairs that ask almost the same: most of their words are in both. */
export function nearPairs(items: readonly NotedItem[]): [NotedItem, NotedItem][] {
  const words = items.map(({ text }) => new Set(wordsOf(text)));
  const pairs: [NotedItem, NotedItem][] = [];
  for (let a = 0; a < items.length; a++)
    for (let b = a + 1; b < items.length; b++) {
      const [first, other] = [elementAt(words, a), elementAt(words, b)];
      if (Math.min(first.size, other.size) < 4) continue;
      let shared = 0;
      for (const word of first) if (other.has(word)) shared++;
      if (shared / (first.size + other.size - shared) >= leastLikeness)
        pairs.push([elementAt(items, a), elementAt(items, b)]);
    }
  return pairs;
}

/**
 * Items whose question names the answer to another one. Figures and short words are left out: they come up everywhere;
 * so are items about the same passage.
 */
export function cues(
  items: readonly NotedItem[],
): { tells: NotedItem; key: string; of: NotedItem }[] {
  const stems = items.map(({ stem }) => ` ${wordsOf(stem).join(' ')} `);
  return items.flatMap((of) => {
    const key = of.key?.words ?? '';
    const words = wordsOf(key);
    const phrase = words.join(' ');
    if (phrase.length < 5 || words.length > 6 || words.every((word) => /^\d/.test(word))) return [];
    // What the question itself names cannot be given away any more.
    if (elementAt(stems, items.indexOf(of)).includes(` ${phrase} `)) return [];
    return items
      .filter(
        (item, index) =>
          item !== of &&
          elementAt(stems, index).includes(` ${phrase} `) &&
          (item.passage === null || item.passage !== of.passage),
      )
      .map((tells) => ({ tells, key, of }));
  });
}
