/** How hard a text is to read. */
import {} from '../certain';

/** Groups of vowels, without a silent e at the end; at least one. English only. */
function syllables(word: string): number {
  const text = word.toLowerCase().replace(/[^a-z]/g, '');
  if (text.length <= 3) return text.length > 0 ? 1 : 0;
  const spoken = text.replace(/(?:[^laeiouy]es|[^laeiouytd]ed|[^laeiouy]e)$/, (end) =>
    end.charAt(0),
  );
  return Math.max(1, spoken.match(/[aeiouy]+/g)?.length ?? 1);
}

const leastWords = 100;

/**
 * School grade by the Flesch-Kincaid formula: 0.39 words a sentence + 11.8 syllables a word - 15.59
 * (Kincaid, Fishburne, Rogers and Chissom 1975). Syllables are counted by rule, so a grade is good to about one.
 *
 * @returns null for fewer than 100 words, for which the formula was not made
 */
export function readingGrade(text: string): number | null {
  const sentences = text
    .split(/(?<=[.!?])\s+|\n+/)
    .map((piece) => piece.match(/\p{L}[\p{L}'’-]*/gu) ?? [])
    .filter(({ length }) => length > 0);
  const words = sentences.flat();
  if (words.length < leastWords) return null;
  const spoken = words.reduce((sum, word) => sum + syllables(word), 0);
  return (0.39 * words.length) / sentences.length + (11.8 * spoken) / words.length - 15.59;
}
