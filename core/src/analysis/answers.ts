/** Answers that are not choices: numbers, texts, sets of choices. What the strong students say instead of the key. */
import { numberAt } from '../certain';
import { groupSizeOf, groupWeights } from './groups';

/** What one student answered to one part. */
export interface GivenAnswer {
  /** The same for all answers that say the same; null where nothing was answered. */
  key: string | null;
  label: string;
  /** Whether it earned everything that the part gives. */
  right: boolean;
  /** Points on all other items. */
  rest: number;
}

/** One answer that most of the strong students gave, and that the key does not take. */
export interface SharedAnswer {
  label: string;
  /** Shares of the strong students who gave it, and who gave what the key takes. */
  strong: number;
  right: number;
  groupSize: number;
}

/** Fewer students with the same answer are chance. Common practice, no source. */
const leastAlike = 3;

/**
 * Strong are the 27% with the most points on the other items: under a wrong key the item itself says nothing.
 *
 * @returns the answer that more than half of them gave and more of them than of the weak, where fewer gave a right one
 */
export function sharedByStrong(given: readonly GivenAnswer[]): SharedAnswer | null {
  const groupSize = groupSizeOf(given.length);
  if (groupSize < 2) return null;
  const rests = Float64Array.from(given, ({ rest }) => rest);
  const sorted = rests.slice().sort();
  if (sorted[0] === sorted.at(-1)) return null;
  const strong = groupWeights(rests, sorted, groupSize, 1);
  const weak = groupWeights(rests, sorted, groupSize, -1);
  const shareOf = (weights: Float64Array, counts: (answer: GivenAnswer) => boolean) =>
    given.reduce(
      (sum, answer, student) => sum + (counts(answer) ? numberAt(weights, student) : 0),
      0,
    ) / groupSize;

  const right = shareOf(strong, (answer) => answer.right);
  const wrong = new Map<string, { label: string; n: number }>();
  for (const answer of given) {
    if (answer.right || answer.key === null) continue;
    const held = wrong.get(answer.key);
    if (held) held.n++;
    else wrong.set(answer.key, { label: answer.label, n: 1 });
  }
  for (const [key, { label, n }] of wrong) {
    if (n < leastAlike) continue;
    const isThis = (answer: GivenAnswer) => answer.key === key && !answer.right;
    const share = shareOf(strong, isThis);
    if (share > 0.5 && share > right && share > shareOf(weak, isThis))
      return { label, strong: share, right, groupSize };
  }
  return null;
}
