/** What stands in a test's margin while it is built: things to look at, never in the way. */
import type { Forecast } from '../forecast';
import { cues, nearPairs } from './pairs';
import { keyNotes } from './keys';
import { readingGrade } from './reading-grade';
import type { NotedItem } from './noted';
import { count, listing, wholePercent } from '../text';
import { sentence } from './sentences';

export { notedItem, type NotedItem } from './noted';
export { readingGrade } from './reading-grade';

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
  sentence('items', {
    n: items.length,
    numbers: listing(items.map(({ number }) => String(number))),
  });

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

/** A sentence, and the items that it speaks of. */
type Observed = [words: string, items?: readonly NotedItem[]];
type Items = readonly NotedItem[];

/** A sentence about some items, where there are any. */
const about = (items: Items, say: (items: Items) => string): Observed[] =>
  items.length > 0 ? [[say(items), items]] : [];

const cellsMissed = (_: Items, { cells, measure }: NotedTest): Observed[] =>
  cells
    .filter(({ want, have }) => have !== want)
    .map(({ title, want, have }) => [
      sentence(have < want ? 'tooFew' : 'tooMany', {
        title,
        have,
        wanted: count(want, measure === 'items' ? 'item' : 'point'),
        off: Math.abs(want - have),
      }),
    ]);

const enemiesTogether = (items: Items, { enemies }: NotedTest): Observed[] =>
  enemies
    .map(([first, second]) => items.filter(({ itemId }) => itemId === first || itemId === second))
    .filter((pair) => pair.length > 1)
    .map((pair) => [sentence('areMarkedDontUseTogether', { pair: itemsAt(pair) }), pair]);

const withoutKey = (items: Items) =>
  about(
    items.filter(({ keyless, points }) => keyless && points > 0),
    (some) => sentence('noKey', { n: some.length, items: itemsAt(some) }),
  );

const retiredItems = (items: Items) =>
  about(
    items.filter(({ retired }) => retired),
    (some) => sentence('retired', { n: some.length, items: itemsAt(some) }),
  );

function tooLong(items: Items, { minutes }: NotedTest): Observed[] {
  const needed = Math.round(items.reduce((sum, { seconds }) => sum + seconds, 0) / 60);
  return minutes !== null && needed > minutes ? [[sentence('tooLong', { needed, minutes })]] : [];
}

const nearlySame = (items: Items): Observed[] =>
  nearPairs(items).map((pair) => [sentence('askAlmostSame', { pair: itemsAt(pair) }), pair]);

const tellingOthers = (items: Items): Observed[] =>
  cues(items).map(({ tells, key, of }) => [
    sentence('givesAwayAnswer', { telling: tells.number, key, told: of.number }),
    [tells, of],
  ]);

const keysAlike = (items: Items): Observed[] =>
  keyNotes(items).map(({ words, items: some }) => [words, some]);

const scoredIn = (items: Items) => items.filter(({ points }) => points > 0);

const withoutStandard = (items: Items) =>
  about(
    scoredIn(items).filter(({ standards }) => standards.length === 0),
    (some) => sentence('noStandard', { n: some.length, items: itemsAt(some) }),
  );

function thinStandards(items: Items): Observed[] {
  const thin = [...byStandard(scoredIn(items))].filter(
    ([, some]) => some.length < leastForStandard,
  );
  if (thin.length === 0) return [];
  const each = listing(
    thin.map(([code, some]) => sentence('codeHas', { code, items: some.length })),
  );
  const all = [...new Set(thin.flatMap(([, some]) => some))];
  return [
    [
      sentence('fewForStandard', { least: leastForStandard, list: each }),
      all.sort((a, b) => a.number - b.number),
    ],
  ];
}

function hardToRead(items: Items, { grades }: NotedTest): Observed[] {
  const grade = readingGrade(items.map(({ text }) => text).join('\n'));
  const highest = Math.max(...grades);
  if (grade === null || grades.length === 0 || grade <= highest + 1) return [];
  return [[sentence('hardToRead', { grade: grade.toFixed(1), highest })]];
}

const markedByHand = (items: Items) =>
  about(
    items.filter(({ byHand }) => byHand),
    (some) => sentence('markedByHand', { n: some.length }),
  );

/** What is looked for, in the order in which a page shows it. */
const observations: [Note['about'], (items: Items, test: NotedTest) => Observed[]][] = [
  ['blueprint', cellsMissed],
  ['enemies', enemiesTogether],
  ['no-key', withoutKey],
  ['retired', retiredItems],
  ['minutes', tooLong],
  ['near', nearlySame],
  ['cue', tellingOthers],
  ['keys', keysAlike],
  ['standard', withoutStandard],
  ['few', thinStandards],
  ['reading', hardToRead],
  ['hand', markedByHand],
];

/** @param items in the test's order */
export const notesOn = (items: readonly NotedItem[], test: NotedTest): Note[] =>
  observations.flatMap(([topic, observe]) =>
    observe(items, test).map(([words, some = []]) => ({
      about: topic,
      words,
      entries: some.map(({ entry }) => entry),
    })),
  );

function byStandard(items: readonly NotedItem[]): Map<string, NotedItem[]> {
  const itemsByWords = new Map<string, NotedItem[]>();
  for (const item of items)
    for (const { code } of item.standards)
      itemsByWords.set(code, [...(itemsByWords.get(code) ?? []), item]);
  return new Map([...itemsByWords].sort(([a], [b]) => a.localeCompare(b)));
}

/** One sentence a figure, with how sure it is and what that rests on. */
export function forecastInWords({ mean, reliability, known, items, classes }: Forecast): string[] {
  const basis = sentence('whatEarnedOn', {
    classes: count(classes, 'class'),
    known,
    items: count(items, 'item'),
  });
  const words: string[] = [];
  if (mean)
    words.push(
      sentence('nextClassMayEarnAbout', {
        mean: wholePercent(mean.value),
        low: wholePercent(mean.low),
        high: wholePercent(mean.high),
        basis,
      }),
    );
  if (reliability)
    words.push(
      sentence('reliabilityInClassAboutTo', {
        reliability: reliability.value.toFixed(2),
        low: reliability.low.toFixed(2),
        high: reliability.high.toFixed(2),
      }),
    );
  return words;
}
