/**
 * Answers in words, gathered: those that say the same but for capitals, accents, punctuation or a
 * slip of the pen are one line. Only for answers without a key, where nothing hangs on a letter.
 */
import { fold } from '../scoring';

export interface GatheredLine {
  id: string;
  /** As most of them write it. */
  text: string;
  students: number;
}

/** Longer words bear more slips (common practice, no source). */
function slipsIn(length: number): number {
  if (length >= 9) return 2;
  return length >= 5 ? 1 : 0;
}
/** Longer answers are sentences; two of them are the same or not. */
const longestCompared = 24;
/** So many different answers are compared with each other; beyond, only what is equal is one line. */
const mostCompared = 120;

const folding = { case: true, space: true, accents: true, punctuation: true };

/** @param texts one for each who answered; empty ones are left out */
export function gatherTexts(texts: readonly string[]): GatheredLine[] {
  const bySaying = new Map<string, string[]>();
  for (const text of texts) {
    const key = fold(text, folding) || text.trim();
    if (key !== '') bySaying.set(key, [...(bySaying.get(key) ?? []), text.trim()]);
  }
  const sayings = [...bySaying].sort(
    ([a, some], [b, others]) => others.length - some.length || (a < b ? -1 : 1),
  );
  // The most frequent spelling takes those near it in.
  const lines: { id: string; texts: string[] }[] = [];
  for (const [index, [id, spelled]] of sayings.entries()) {
    const near = index < mostCompared ? lines.find((line) => isNear(line.id, id)) : undefined;
    if (near) near.texts.push(...spelled);
    else lines.push({ id, texts: spelled });
  }
  return lines
    .map((line) => ({ id: line.id, text: mostFrequent(line.texts), students: line.texts.length }))
    .sort((a, b) => b.students - a.students);
}

function mostFrequent(texts: readonly string[]): string {
  const counts = new Map<string, number>();
  for (const text of texts) counts.set(text, (counts.get(text) ?? 0) + 1);
  return [...counts].reduce((best, entry) => (entry[1] > best[1] ? entry : best))[0];
}

/** Whether one is the other with a slip or two. Numbers are never near. */
function isNear(a: string, b: string): boolean {
  const slips = slipsIn(Math.min(a.length, b.length));
  if (slips === 0 || Math.max(a.length, b.length) > longestCompared) return false;
  if (/\d/.test(a + b) || Math.abs(a.length - b.length) > slips) return false;
  return slipsBetween(a, b) <= slips;
}

/**
 * Letters that are left out, added, changed or swapped with the next one.
 *
 * Source: the optimal string alignment distance after F. J. Damerau, "A technique for computer
 * detection and correction of spelling errors", Communications of the ACM 7, 171 (1964).
 */
export function slipsBetween(a: string, b: string): number {
  const [from, to] = [[...a], [...b]];
  let beforeLast: number[] = [];
  let last = Array.from({ length: to.length + 1 }, (_, column) => column);
  for (const [row, letter] of from.entries()) {
    const line = [row + 1];
    for (const [column, other] of to.entries()) {
      const swapped = row > 0 && letter === to[column - 1] && from[row - 1] === other;
      line.push(
        Math.min(
          valueAt(last, column + 1) + 1,
          valueAt(line, column) + 1,
          valueAt(last, column) + (letter === other ? 0 : 1),
          swapped ? valueAt(beforeLast, column - 1) + 1 : Infinity,
        ),
      );
    }
    beforeLast = last;
    last = line;
  }
  return valueAt(last, to.length);
}

const valueAt = (line: readonly number[], column: number) => line[column] ?? Infinity;
