/**
 * A bank of any size for trying the search out: verses from a few hundred words and thousands of invented place
 * names, so that common, rare and unique words all occur. The same seed gives the same bank.
 */
import { elementAt } from '@oaken/core/certain';
import { describeItem, type ItemContent, type Part } from '@oaken/core/items';
import { randomFrom, type Random } from '@oaken/core/random';

const words = {
  adjective:
    'wide narrow steep flat early late heavy light warm cold salty fresh young old busy quiet northern southern upper lower dry wet broad deep shallow rough smooth distant nearby famous'.split(
      ' ',
    ),
  noun: 'river bridge market valley harbour ferry orchard mill quarry lighthouse canal dune cliff meadow reservoir glacier delta plateau path tower garden library station ropeworks workshop map chart scale ratio fraction percentage graph table argument claim reason paragraph verse letter report'.split(
    ' ',
  ),
  verb: 'crosses borders feeds shapes carries measures compares explains describes predicts supports weakens doubles halves exceeds equals follows changes reaches leaves'.split(
    ' ',
  ),
  ask: [
    'Which statement fits best',
    'What follows from this',
    'Which value is closest',
    'What is the most likely reason',
    'Which of these is true',
    'How large is the difference',
  ],
};
const syllables =
  'bra del fen gar hol ist kel lom mar nor oss pil quen ros sul tar ulm ves wil yar zen brook dale ford ham mere stead wick'.split(
    ' ',
  );

const place = (random: Random) => {
  const n = 2 + random.below(2);
  const name = Array.from({ length: n }, () => random.pick(syllables)).join('');
  return name.charAt(0).toUpperCase() + name.slice(1);
};

/** The more often a word comes first in the list, the more often it is used. */
const often = (list: readonly string[], random: Random) =>
  elementAt(list, Math.floor(list.length * random.next() ** 2));

const phrase = (random: Random) =>
  `the ${often(words.adjective, random)} ${often(words.noun, random)} of ${place(random)} ${often(words.verb, random)} ${2 + random.below(300)} ${often(words.noun, random)}s`;

function partOf(random: Random): Part {
  const roll = random.next();
  const id = 'a';
  if (roll < 0.15)
    return {
      id,
      kind: 'numeric',
      key: {
        value: String(1 + random.below(999)),
        tolerance: { by: 'exact' },
        decimal: 'point',
        units: [],
        unitRequired: false,
      },
      rule: { rule: 'all-or-nothing', points: 1 },
    };
  if (roll < 0.2)
    return {
      id,
      kind: 'true-false',
      key: random.next() < 0.5,
      rule: { rule: 'all-or-nothing', points: 1 },
    };
  if (roll < 0.25)
    return { id, kind: 'long-text', lines: 8, guide: '', rule: { rule: 'by-hand', points: 4 } };
  const choices = [...'abcd'].map((text) => ({ id: text, text: phrase(random) }));
  if (roll < 0.4)
    return {
      id,
      kind: 'multiple-choice',
      choices,
      key: ['a', 'c'],
      rule: { rule: 'each-right', points: 2 },
    };
  return {
    id,
    kind: 'single-choice',
    choices,
    key: [random.pick(choices).id],
    rule: { rule: 'all-or-nothing', points: 1 },
  };
}

export interface LargeItem {
  content: ItemContent;
  described: ReturnType<typeof describeItem>;
  /** Which of the given standards, subjects go with them. */
  standard: number;
  depth: number;
  seconds: number;
  tags: string[];
  seenN: number;
  seenShare: number;
  itemRestCorrelation: number | null;
  /** Days before now. */
  age: number;
}

export function* largeBank(seed: string, n: number, standards: number): Generator<LargeItem> {
  const random = randomFrom(seed);
  for (let index = 0; index < n; index++) {
    const stem = phrase(random);
    const content: ItemContent = {
      stem: `<p>${stem.charAt(0).toUpperCase()}${stem.slice(1)}, and ${phrase(random)}. ${random.pick(words.ask)}?</p>`,
      parts: [partOf(random)],
      explanation: '',
      hints: [],
      notes: '',
    };
    const seenN = random.next() < 0.6 ? random.below(400) : 0;
    yield {
      content,
      described: describeItem(content),
      standard: Math.floor(standards * random.next() ** 1.5),
      depth: 1 + random.below(4),
      seconds: 30 + 15 * random.below(10),
      tags:
        random.next() < 0.3
          ? [random.pick(['warm up', 'homework', 'challenge', 'review', 'mock test'])]
          : [],
      seenN,
      seenShare: seenN > 0 ? 0.2 + 0.7 * random.next() : 0,
      itemRestCorrelation:
        seenN > 30 ? Math.round((random.next() * 0.7 - 0.1) * 1000) / 1000 : null,
      age: random.below(700),
    };
  }
}
