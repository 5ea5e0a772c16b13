/** Answers that say the same are marked once. */
import {} from '../certain';
import { fold, foldEverything, readNumber } from '../scoring';

/** What a teacher has before them: one answer, and everybody who gave it. */
export interface Gathered<Own> {
  /** The answer as the first one wrote it. */
  response: unknown;
  all: Own[];
}

/** A number in one spelling that folding leaves alone; null where it is none. */
function numberIn(text: string): string | null {
  const [reading, ...others] = readNumber(text);
  if (!reading) return null;
  // What can be read in two ways is the same only as what is written like it.
  if (others.length > 0)
    return text.replace(/[-−]/g, 'minus ').replace(/\./g, 'point').replace(/,/g, 'comma');
  const { s: sign, n: top, d: bottom } = reading.value;
  const minus = sign < 0n ? 'minus ' : '';
  const over = bottom === 1n ? '' : `over${bottom}`;
  return `${minus}${top}${over} ${reading.unit}`;
}

/**
 * One spelling for all answers that say the same: case, space, accents, punctuation and the form of
 * numbers do not matter.
 */
export function sameSpelling(text: string): string {
  const words =
    numberIn(text) ??
    text
      .split(/\s+/)
      .map((word) => numberOfWord(word) ?? word)
      .join(' ');
  return fold(words, foldEverything);
}

/** A number within a sentence, with the mark that ends the sentence. */
function numberOfWord(word: string): string | null {
  let end = word.length;
  while (end > 0 && '.,;:!?)'.includes(word.charAt(end - 1))) end--;
  const bare = word.slice(0, end);
  return /^[-+−(]?[\d.,½⅓⅔¼¾]/.test(bare) ? numberIn(bare.replace(/^\(/, '')) : null;
}

/**
 * Gathers answers in the order in which each first comes up; drawings and files are never the same, nor are answers to
 * other numbers.
 */
export function sameAnswers<Own extends { response: unknown; variant?: string | undefined }>(
  answers: readonly Own[],
): Gathered<Own>[] {
  const groups = new Map<string, Gathered<Own>>();
  answers.forEach((answer, index) => {
    const key =
      typeof answer.response === 'string'
        ? `=${sameSpelling(answer.response)}=${answer.variant ?? ''}`
        : `#${index}`;
    const held = groups.get(key);
    if (held) held.all.push(answer);
    else groups.set(key, { response: answer.response, all: [answer] });
  });
  return [...groups.values()];
}
