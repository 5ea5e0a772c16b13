/** Where the right choices stand. */
import { elementAt } from '../certain';
import { listing } from '../text';
import type { NotedItem } from './noted';
import { sentence } from './sentences';

const letter = (index: number) => 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'[index] ?? String(index + 1);
/** So many equal letters on end catch the eye of a student who guesses (common practice, no source). */
const longRun = 4;

/**
 * Runs of one letter, and a letter that is right far more often than the others. Nothing of it
 * matters once choices are shuffled.
 */
export function keyNotes(items: readonly NotedItem[]): { words: string; items: NotedItem[] }[] {
  const keyed = items.flatMap((item) =>
    item.key !== null && item.key.of > 2 ? [{ item, key: item.key }] : [],
  );
  const notes: { words: string; items: NotedItem[] }[] = [];
  for (let from = 0; from < keyed.length;) {
    const first = elementAt(keyed, from).key.at;
    const end = keyed.findIndex(({ key }, index) => index > from && key.at !== first);
    const run = keyed.slice(from, end === -1 ? keyed.length : end).map(({ item }) => item);
    from += run.length;
    if (run.length < longRun) continue;
    notes.push({
      words: sentence('keyInARow', {
        letter: letter(first),
        times: run.length,
        numbers: listing(run.map(({ number }) => String(number))),
      }),
      items: run,
    });
  }
  const mostChoices = Math.max(0, ...keyed.map(({ key }) => key.of));
  for (let index = 0; index < mostChoices; index++) {
    const those = keyed.filter(({ key }) => key.at === index);
    // Two standard deviations above what chance would give; each item adds the chance that its own letter comes up.
    const chances = keyed.map(({ key }) => (index < key.of ? 1 / key.of : 0));
    const mean = chances.reduce((sum, p) => sum + p, 0);
    const sd = Math.sqrt(chances.reduce((sum, p) => sum + p * (1 - p), 0));
    if (keyed.length >= 8 && those.length > mean + 2 * sd)
      notes.push({
        words: sentence('keyTooOften', {
          letter: letter(index),
          times: those.length,
          choices: keyed.length,
        }),
        items: those.map(({ item }) => item),
      });
  }
  return notes;
}
