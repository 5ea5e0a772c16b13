/** Marking by hand: answers that say the same are marked once. */
import { fold, foldEverything } from '../scoring';

/** What a teacher has before them: one answer, and everybody who gave it. */
export interface Gathered<Own> {
  /** The answer as the first one wrote it. */
  response: unknown;
  all: Own[];
}

/**
 * Gathers answers that are equal after folding case, space, accents and punctuation; drawings and files are never equal.
 * In the order in which each first comes up.
 */
export function sameAnswers<Own extends { response: unknown }>(answers: readonly Own[]): Gathered<Own>[] {
  const found = new Map<string, Gathered<Own>>();
  answers.forEach((own, at) => {
    const key = typeof own.response === 'string' ? `=${fold(own.response, foldEverything)}` : `#${at}`;
    const held = found.get(key);
    if (held) held.all.push(own);
    else found.set(key, { response: own.response, all: [own] });
  });
  return [...found.values()];
}
