import { wordsOf } from '@oaken/core/finding';

/** Parts a text into what matched a search and what did not. */
export function markWords(
  text: string,
  matched: readonly string[],
): { text: string; hit: boolean }[] {
  if (matched.length === 0) return [{ text, hit: false }];
  const hits = new Set(matched);
  const pieces: { text: string; hit: boolean }[] = [];
  for (const piece of text.split(/([\p{L}\p{N}\p{M}]+)/u)) {
    if (piece === '') continue;
    const words = wordsOf(piece);
    const hit = words.length > 0 && words.some((word) => hits.has(word));
    const last = pieces.at(-1);
    if (last && last.hit === hit) last.text += piece;
    else pieces.push({ text: piece, hit });
  }
  return pieces;
}
