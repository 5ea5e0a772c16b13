/** Answers from an ability model: the better a student and the easier an item, the more often it is right. */
import { exact, readNumber } from '@oaken/core/scoring';
import type { Part, Responses } from '@oaken/core/items';
import { randomFrom, type Random } from '@oaken/core/random';
import { allItems, type DemoItem } from './items';
import { floodPlain } from './written';

interface Traits {
  difficulty: number;
  itemRestCorrelation: number;
  /** How strongly each choice draws those who do not know. */
  pull: Map<string, number>;
}

function traitsOf(demoItem: DemoItem): Traits {
  const random = randomFrom(`traits/${demoItem.content.stem}`);
  const [part] = demoItem.content.parts;
  const pull = new Map<string, number>();
  if (part && 'choices' in part)
    for (const { id } of part.choices) pull.set(id, 0.6 + random.next());
  // Whoever marked the wrong key fell for it, and so do others.
  if (demoItem.planted?.truth && part?.kind === 'single-choice')
    for (const id of part.key) pull.set(id, 4);
  if (demoItem.planted?.tempting) pull.set(demoItem.planted.tempting, 7);
  const hard = demoItem.planted?.tempting ? 0.5 : 0;
  return {
    difficulty: -0.9 + 0.35 * (demoItem.depth - 1) + 0.6 * random.normal() + hard,
    itemRestCorrelation: 1 + 0.8 * random.next(),
    pull,
  };
}

/** The three-parameter logistic model with the scaling constant 1.7 (Birnbaum 1968). */
const chance = (ability: number, { difficulty, itemRestCorrelation }: Traits, guess: number) =>
  guess + (1 - guess) / (1 + Math.exp(-1.7 * itemRestCorrelation * (ability - difficulty)));

/** Kinds whose answers are made up, with the chance of a lucky guess; items of others are in the bank, but nobody has sat them. */
const guesses: Partial<Record<Part['kind'], number>> = {
  'single-choice': 0.15,
  'multiple-choice': 0.05,
  'true-false': 0.45,
  numeric: 0,
  'short-text': 0,
};

function weighted(random: Random, pull: [string, number][]): string {
  let remaining = random.next() * pull.reduce((sum, [, weight]) => sum + weight, 0);
  for (const [id, weight] of pull) if ((remaining -= weight) <= 0) return id;
  return pull.at(-1)![0];
}

export const canBeSimulated = ({ content: { parts } }: DemoItem) =>
  parts.length === 1 && parts[0]!.kind in guesses;

/** One student's answer to an item; a part without an answer is left out. */
export function answerOf(demoItem: DemoItem, ability: number, random: Random): Responses {
  const traits = traitsOf(demoItem);
  const [part] = demoItem.content.parts;
  if (!part) return {};
  const knows = random.next() < chance(ability, traits, guesses[part.kind] ?? 0);
  if (!knows && random.next() < 0.04) return {};
  return { [part.id]: respond(part, demoItem, knows, traits, random) };
}

function respond(
  part: Part,
  demoItem: DemoItem,
  knows: boolean,
  { pull }: Traits,
  random: Random,
): unknown {
  switch (part.kind) {
    case 'single-choice': {
      const right = demoItem.planted?.truth ?? part.key;
      if (knows) return right[0];
      return weighted(
        random,
        [...pull].filter(([id]) => !right.includes(id)),
      );
    }
    case 'multiple-choice': {
      if (knows) return part.key;
      const chosen = part.choices
        .filter(({ id }) => random.next() < (part.key.includes(id) ? 0.6 : 0.35))
        .map(({ id }) => id);
      return chosen.length > 0 ? chosen : [random.pick(part.choices).id];
    }
    case 'true-false':
      return String(part.key === knows);
    case 'numeric':
      return knows ? sayNumber(part.key.value, random) : wrongNumber(part.key.value, random);
    case 'short-text':
      return knows
        ? sayWord(random.pick(part.key.variants.slice(0, 2)), random)
        : wrongWord(demoItem, random);
    case 'long-text':
      // Only one question is written on in the demonstration.
      return floodPlain[
        Math.min(
          floodPlain.length - 1,
          random.below(knows ? floodPlain.length : 4) + (knows ? 2 : 0),
        )
      ];
    default:
      throw new Error(`No answers are made up for ${part.kind}.`);
  }
}

function sayNumber(value: string, random: Random): string {
  return random.next() < 0.2 ? ` ${value}` : value;
}

/** The mistakes that numbers invite: a place too many or too few, upside down, one off. */
function wrongNumber(value: string, random: Random): string {
  const [reading] = readNumber(value, 'point');
  const n = reading ? exact.toNumber(reading.value) : 1;
  const round = (x: number) => String(Number(x.toPrecision(4)));
  return weighted(random, [
    [round(n * 10), 3],
    [round(n / 10), 2],
    [round(1 / (n || 1)), 1],
    [round(n + 1), 1],
    [round(n * 2), 2],
  ]);
}

function sayWord(word: string, random: Random): string {
  const roster = random.next();
  return roster < 0.3
    ? `${word[0]!.toUpperCase()}${word.slice(1)}`
    : roster < 0.4
      ? `${word} `
      : roster < 0.45
        ? `${word}.`
        : word;
}

/** Words of the same subject that mean something else. */
function wrongWord(demoItem: DemoItem, random: Random): string {
  const subject = demoItem.standard.slice(0, 2);
  const others = allItems.filter(
    (other) => other !== demoItem && other.standard.startsWith(subject),
  );
  const words = others.flatMap(({ content: { parts } }) =>
    parts[0]?.kind === 'short-text' ? parts[0].key.variants.slice(0, 1) : [],
  );
  const usual: Record<string, string[]> = {
    ES: ['evaporation', 'rain'],
    GE: ['delta', 'stream'],
    RE: ['over', 'water'],
    MA: ['negative', 'none'],
  };
  return random.pick([...words, ...usual[subject]!]);
}
