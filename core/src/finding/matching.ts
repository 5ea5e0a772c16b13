/** Which items hold the words that were typed, and how well. */
import type { Scratch } from './columns';
import type { Candidate, Vocabulary } from './vocabulary';
import { wordsOf, type Codes } from './words';

export interface Match {
  /** For each slot: 0 when it does not match, else how well it does; until the next search. */
  scores: Float64Array;
  matched: string[];
  /** What typed codes and the strands that words name stand for. */
  standards: number[];
  mended: { typed: string; taken: string[] }[];
}

export interface Searchable {
  vocabulary: Vocabulary;
  codes: Codes;
  /** Slots of the items under a standard, itself included. */
  under(standards: ReadonlySet<number>): Iterable<number>;
  lengths: Int32Array;
  slots: number;
  averageLength: number;
  scratch: Scratch;
}

const mostWords = 12;

/**
 * Scores items by Okapi BM25 (k1 = 1.2, b = 0.75; Robertson and Zaragoza 2009, values as is common practice) with the
 * fields' weights as term frequencies. Every word has to match: by itself, by its beginning, or as a standard's code,
 * of which one must;
 * only a word that is found nowhere is taken for one that is nearly spelt like it.
 *
 * @returns null when `typed` holds no word
 */
export function match(typed: string, index: Searchable): Match | null {
  const words = wordsOf(typed).slice(0, mostWords);
  if (words.length === 0) return null;
  const { standards, rest } = index.codes.split(words);
  const scores = index.scratch.take('scores', Float64Array, index.slots);
  const hits = index.scratch.take('hits', Uint8Array, index.slots);
  const matched = new Set<string>();
  const mended: Match['mended'] = [];
  let turn = 0;

  const gainScore = (slot: number, gain: number) => {
    scores[slot] = (scores[slot] ?? 0) + gain;
  };
  const hit = (slot: number, gain: number) => {
    if (hits[slot] === turn) {
      hits[slot] = turn + 1;
      gainScore(slot, gain);
    } else if (hits[slot] === turn + 1) gainScore(slot, gain * 0.2);
  };
  const addCandidate = ({ word, postings, likeness }: Candidate, rarity: number) => {
    matched.add(word);
    const { slots, weights } = postings;
    // A word can stand in every second item, so this runs a hundred thousand times.
    for (let position = 0; position < slots.length; position++) {
      const slot = slots[position] ?? 0;
      const tf = (weights[position] ?? 0) / 2;
      const norm = 1.2 * (0.25 + (0.75 * (index.lengths[slot] ?? 0)) / index.averageLength);
      hit(slot, (likeness * rarity * tf * 2.2) / (tf + norm));
    }
  };

  // Two codes mean one or the other: no teacher looks for the few items that stand under both.
  const meant = new Set(standards.flatMap((codes) => [...codes]));
  if (standards.length > 0) {
    for (const slot of index.under(meant)) hit(slot, 8);
    turn++;
  }
  for (const word of rest) {
    const named = index.codes.named(word);
    for (const slot of named ? index.under(named) : []) hit(slot, 4);
    let candidates = index.vocabulary.startingWith(word);
    if (candidates.length === 0 && !named) {
      candidates = index.vocabulary.nearly(word);
      mended.push({ typed: word, taken: candidates.map((candidate) => candidate.word) });
    }
    // One rarity for the typed word: a rare longer word that only begins so is no better a match.
    const n = Math.min(
      index.slots,
      candidates.reduce((sum, { postings }) => sum + postings.slots.length, 0),
    );
    const rarity = Math.log(1 + (index.slots - n + 0.5) / (n + 0.5));
    for (const candidate of candidates) addCandidate(candidate, rarity);
    turn++;
  }
  for (let slot = 0; slot < index.slots; slot++) if (hits[slot] !== turn) scores[slot] = 0;
  return { scores, matched: [...matched], standards: [...meant], mended };
}
