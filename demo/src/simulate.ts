/** Answers from an ability model: the better a student and the easier an item, the more often it is right. */
import { elementAt } from '@oaken/core/certain';
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

function weighted(random: Random, pull: [string, number][]): string {
  let remaining = random.next() * pull.reduce((sum, [, weight]) => sum + weight, 0);
  for (const [id, weight] of pull) if ((remaining -= weight) <= 0) return id;
  return elementAt(pull, -1)[0];
}

/** What an answer is made up from. */
interface Asked {
  demoItem: DemoItem;
  knows: boolean;
  pull: Traits['pull'];
  random: Random;
}

/** How answers to a kind are made up. */
interface Respondent<P extends Part> {
  /** The chance of a lucky guess. */
  guess: number;
  /** Only one question of the kind is answered in the demonstration, which has its own texts. */
  rare?: boolean;
  respond(part: P, asked: Asked): unknown;
}

/** Items of other kinds are in the bank, but nobody has sat them. */
const respondents: { [K in Part['kind']]?: Respondent<Extract<Part, { kind: K }>> } = {
  'single-choice': {
    guess: 0.15,
    respond(part, { demoItem, knows, pull, random }) {
      const right = demoItem.planted?.truth ?? part.key;
      if (knows) return right[0];
      return weighted(
        random,
        [...pull].filter(([id]) => !right.includes(id)),
      );
    },
  },
  'multiple-choice': {
    guess: 0.05,
    respond(part, { knows, random }) {
      if (knows) return part.key;
      const chosen = part.choices
        .filter(({ id }) => random.next() < (part.key.includes(id) ? 0.6 : 0.35))
        .map(({ id }) => id);
      return chosen.length > 0 ? chosen : [random.pick(part.choices).id];
    },
  },
  'true-false': {
    guess: 0.45,
    respond: (part, { knows }) => String(part.key === knows),
  },
  numeric: {
    guess: 0,
    respond: ({ key: { value } }, { knows, random }) =>
      knows ? sayNumber(value, random) : wrongNumber(value, random),
  },
  'short-text': {
    guess: 0,
    respond: ({ key: { variants } }, { demoItem, knows, random }) =>
      knows ? sayWord(random.pick(variants.slice(0, 2)), random) : wrongWord(demoItem, random),
  },
  'long-text': {
    guess: 0,
    rare: true,
    respond(_, { knows, random }) {
      const text = random.below(knows ? floodPlain.length : 4) + (knows ? 2 : 0);
      return floodPlain[Math.min(floodPlain.length - 1, text)];
    },
  },
};

const respondentOf = ({ kind }: Part) => respondents[kind] as Respondent<Part> | undefined;

export function canBeSimulated({ content: { parts } }: DemoItem): boolean {
  const [part, ...others] = parts;
  const respondent = part && respondentOf(part);
  return others.length === 0 && respondent !== undefined && !respondent.rare;
}

/** One student's answer to an item; a part without an answer is left out. */
export function answerOf(demoItem: DemoItem, ability: number, random: Random): Responses {
  const traits = traitsOf(demoItem);
  const [part] = demoItem.content.parts;
  if (!part) return {};
  const respondent = respondentOf(part);
  const knows = random.next() < chance(ability, traits, respondent?.guess ?? 0);
  if (!knows && random.next() < 0.04) return {};
  if (!respondent) throw new Error(`No answers are made up for ${part.kind}.`);
  return { [part.id]: respondent.respond(part, { demoItem, knows, pull: traits.pull, random }) };
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
  const luck = random.next();
  if (luck < 0.3) return `${word.charAt(0).toUpperCase()}${word.slice(1)}`;
  if (luck < 0.4) return `${word} `;
  return luck < 0.45 ? `${word}.` : word;
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
  return random.pick([...words, ...(usual[subject] ?? [])]);
}
