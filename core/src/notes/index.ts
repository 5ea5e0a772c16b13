/** What stands in a test's margin while it is built: things to look at, never in the way. */
import type { Forecast } from '../forecast';
import { cues, nearPairs } from './pairs';
import { keyNotes } from './keys';
import { readingGrade } from './reading';
import type { NotedItem } from './noted';
import { count, listing, wholePercent } from '../text';

export { notedItem, type NotedItem } from './noted';
export { readingGrade } from './reading';

export interface Note {
  about:
    | 'blueprint'
    | 'enemies'
    | 'no-key'
    | 'minutes'
    | 'retired'
    | 'standard'
    | 'few'
    | 'keys'
    | 'near'
    | 'cue'
    | 'reading'
    | 'hand';
  words: string;
  /** Ids of the entries that it is about, in the test's order. */
  entries: string[];
}

/** Fewer items than this say little about a standard (common practice, no source). */
const leastForStandard = 3;

const itemsAt = (items: readonly NotedItem[]) =>
  `${items.length === 1 ? 'Item' : 'Items'} ${listing(items.map(({ number }) => String(number)))}`;

/** What the test itself says and wants. */
export interface NotedTest {
  /** Empty when it is for no grade in particular. */
  grades: readonly number[];
  /** The time that it is made for, in minutes. */
  minutes: number | null;
  /** Pairs of items that must not stand in one test. */
  enemies: readonly (readonly [number, number])[];
  /** Cells of its blueprint: "MA.6.RAT.1, depth 2". */
  cells: readonly { title: string; want: number; have: number }[];
  /** What the cells count. */
  measure: 'items' | 'points';
}

/** A test for nobody in particular that wants nothing. */
export const plainTest: NotedTest = {
  grades: [],
  minutes: null,
  enemies: [],
  cells: [],
  measure: 'items',
};

/** @param items in the test's order */
export function notesOn(
  items: readonly NotedItem[],
  { grades, minutes, enemies, cells, measure }: NotedTest,
): Note[] {
  const notes: Note[] = [];
  const note = (about: Note['about'], words: string, notedItems: readonly NotedItem[]) =>
    notes.push({ about, words, entries: notedItems.map(({ entry }) => entry) });

  for (const { title, want, have } of cells)
    if (have !== want)
      note(
        'blueprint',
        `${title} has ${have} of ${count(want, measure.slice(0, -1))}: ${Math.abs(want - have)} too ${have < want ? 'few' : 'many'}.`,
        [],
      );

  for (const [value, other] of enemies) {
    const pair = items.filter(({ itemId }) => itemId === value || itemId === other);
    if (pair.length > 1)
      note('enemies', `${itemsAt(pair)} were declared not to stand in one test.`, pair);
  }
  const keyless = items.filter((item) => item.keyless && item.points > 0);
  if (keyless.length > 0)
    note(
      'no-key',
      `${itemsAt(keyless)} ${keyless.length === 1 ? 'has' : 'have'} no key; nobody can earn ${keyless.length === 1 ? 'its' : 'their'} points.`,
      keyless,
    );
  const retired = items.filter((item) => item.retired);
  if (retired.length > 0)
    note(
      'retired',
      `${itemsAt(retired)} ${retired.length === 1 ? 'was' : 'were'} retired from the bank; the test keeps ${retired.length === 1 ? 'it' : 'them'}.`,
      retired,
    );
  const needed = Math.round(items.reduce((sum, { seconds }) => sum + seconds, 0) / 60);
  if (minutes !== null && needed > minutes)
    note('minutes', `The items take about ${needed} minutes; the test is made for ${minutes}.`, []);

  for (const pair of nearPairs(items)) note('near', `${itemsAt(pair)} ask almost the same.`, pair);
  for (const { tells, key, of } of cues(items))
    note('cue', `Item ${tells.number} names “${key}”, which is the answer to item ${of.number}.`, [
      tells,
      of,
    ]);
  for (const { words, items: notedItems } of keyNotes(items)) note('keys', words, notedItems);

  const scored = items.filter(({ points }) => points > 0);
  const loose = scored.filter(({ standards }) => standards.length === 0);
  if (loose.length > 0)
    note(
      'standard',
      `${itemsAt(loose)} ${loose.length === 1 ? 'has' : 'have'} no standard, so results by standard leave ${loose.length === 1 ? 'it' : 'them'} out.`,
      loose,
    );

  const thin = [...byStandard(scored)].filter(
    ([, notedItems]) => notedItems.length < leastForStandard,
  );
  if (thin.length > 0)
    note(
      'few',
      `Fewer than ${leastForStandard} items say little about a standard: ${listing(thin.map(([code, notedItems]) => `${code} has ${notedItems.length}`))}.`,
      [...new Set(thin.flatMap(([, notedItems]) => notedItems))].sort(
        (a, b) => a.number - b.number,
      ),
    );

  const grade = readingGrade(items.map(({ text }) => text).join('\n'));
  if (grade !== null && grades.length > 0 && grade > Math.max(...grades) + 1)
    note(
      'reading',
      `The text reads like grade ${grade.toFixed(1)} (Flesch-Kincaid); the test is for grade ${Math.max(...grades)}.`,
      [],
    );

  const byHand = items.filter((item) => item.byHand);
  if (byHand.length > 0)
    note(
      'hand',
      `${count(byHand.length, 'item')} will wait for you to mark ${byHand.length === 1 ? 'it' : 'them'} by hand.`,
      byHand,
    );
  return notes;
}

function byStandard(items: readonly NotedItem[]): Map<string, NotedItem[]> {
  const itemsByWords = new Map<string, NotedItem[]>();
  for (const item of items)
    for (const { code } of item.standards)
      itemsByWords.set(code, [...(itemsByWords.get(code) ?? []), item]);
  return new Map([...itemsByWords].sort(([a], [b]) => a.localeCompare(b)));
}

/** One sentence a figure, with how sure it is and what that rests on. */
export function forecastInWords({ mean, reliability, known, items, classes }: Forecast): string[] {
  const basis = `what ${count(classes, 'class', 'classes')} earned on ${known} of ${count(items, 'item')}`;
  const words: string[] = [];
  if (mean)
    words.push(
      `The next class may earn about ${wholePercent(mean.value)} %; nineteen of twenty would earn ${wholePercent(mean.low)} to ${wholePercent(mean.high)} %, going by ${basis}.`,
    );
  if (reliability)
    words.push(
      `Reliability in a class about ${reliability.value.toFixed(2)} (${reliability.low.toFixed(2)} to ${reliability.high.toFixed(2)}).`,
    );
  return words;
}
