import SearchableMap from 'minisearch/SearchableMap';

/** Where a word stands: slots in growing order, each with the weight of the fields it stands in, a whole number. */
export interface Postings {
  slots: number[];
  weights: number[];
}

export interface Candidate {
  word: string;
  postings: Postings;
  /** 1 for the word itself, less for one that only begins so or is spelt a little differently. */
  likeness: number;
}

/** More words than this that begin alike are cut to the shortest. */
const mostCandidates = 60;

/** All words of the items, found by themselves, by how they begin and by how they are nearly spelt. */
export class Vocabulary {
  private readonly words = new Map<string, Postings>();
  /** The same postings in a tree of letters, for beginnings and mistakes. */
  private readonly map = new SearchableMap<Postings>();

  add(word: string, slot: number, weight: number): void {
    const held = this.words.get(word);
    if (!held) {
      const postings = { slots: [slot], weights: [weight] };
      this.words.set(word, postings);
      this.map.set(word, postings);
    } else if (held.slots.at(-1) === slot) held.weights.push((held.weights.pop() ?? 0) + weight);
    else {
      held.slots.push(slot);
      held.weights.push(weight);
    }
  }

  get(word: string): Postings | undefined {
    return this.words.get(word);
  }

  /** The word itself and words that begin with it. */
  startingWith(typed: string): Candidate[] {
    const listed = this.words.get(typed);
    const candidates: Candidate[] = listed ? [{ word: typed, postings: listed, likeness: 1 }] : [];
    if (typed.length < 3 && listed) return candidates;
    const longer: Candidate[] = [];
    for (const [word, postings] of this.map.atPrefix(typed))
      if (word !== typed)
        longer.push({ word, postings, likeness: (0.8 * typed.length) / word.length });
    if (longer.length > mostCandidates)
      longer.sort((a, b) => b.likeness - a.likeness).length = mostCandidates;
    return [...candidates, ...longer];
  }

  /** Words within one or, when it is long, two mistakes of `typed`; figures are never taken for other figures. */
  nearly(typed: string): Candidate[] {
    if (typed.length < 4 || /^\p{N}+$/u.test(typed)) return [];
    const candidates: Candidate[] = [];
    for (const [word, [postings, distance]] of this.map.fuzzyGet(typed, typed.length < 8 ? 1 : 2))
      candidates.push({ word, postings, likeness: distance === 0 ? 1 : 0.5 / distance });
    // Two letters that changed places are two changes by edit distance, but one slip of the hand.
    if (typed.length < 8)
      for (const swapped of transposed(typed)) {
        const postings = this.words.get(swapped);
        if (postings) candidates.push({ word: swapped, postings, likeness: 0.5 });
      }
    return candidates
      .sort((a, b) => b.likeness - a.likeness || a.word.localeCompare(b.word))
      .slice(0, 8);
  }
}

function* transposed(word: string): Generator<string> {
  for (let index = 0; index + 1 < word.length; index++)
    if (word[index] !== word[index + 1])
      yield (
        word.slice(0, index) + word.charAt(index + 1) + word.charAt(index) + word.slice(index + 2)
      );
}
