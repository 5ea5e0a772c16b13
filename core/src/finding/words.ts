/** How a text becomes the words that a search finds it by. */
import { elementAt, valueOf } from '../certain';

/** Small letters without accents; anything that is neither letter nor figure parts two words. */
export function wordsOf(text: string): string[] {
  // Most texts are plain ASCII, where nothing has to be taken apart.
  // eslint-disable-next-line no-control-regex
  if (/^[\x00-\x7f]*$/.test(text)) return text.toLowerCase().match(/[a-z0-9]+/g) ?? [];
  return (
    text
      .normalize('NFKD')
      .replace(/\p{M}/gu, '')
      .toLowerCase()
      .match(/[\p{L}\p{N}]+/gu) ?? []
  );
}

/** A standard's code as it can be compared: `MA.6.RAT.2`, `ma6rat2` and `ma-6-rat-2` are one. */
export const squashCode = (code: string) => wordsOf(code).join('');

/** Every run of a code's segments that could stand for it, `rat2` and `6rat` for `MA.6.RAT.2` among them. */
function runsOf(code: string): Set<string> {
  const segments = wordsOf(code);
  const runs = new Set<string>();
  for (let from = 0; from < segments.length; from++)
    for (let to = from + 1; to <= segments.length; to++)
      runs.add(segments.slice(from, to).join(''));
  return runs;
}

/** What a run of typed words stands for among the codes of standards. */
export class Codes {
  private readonly byRun = new Map<string, Set<number>>();

  constructor(standards: Iterable<{ id: number; code: string }>) {
    for (const { id, code } of standards)
      for (const run of runsOf(code)) {
        const held = this.byRun.get(run);
        if (held) held.add(id);
        else this.byRun.set(run, new Set([id]));
      }
  }

  /**
   * Parts `words` into codes and words: the longest runs that read as a code come first. A run needs a letter and
   * stands either for more than one word or for more than a plain word ("rat 2", "ma6rat2", but not "rat").
   */
  split(words: readonly string[]): { standards: Set<number>[]; rest: string[] } {
    const standards: Set<number>[] = [];
    const rest: string[] = [];
    for (let index = 0; index < words.length;) {
      const length = this.longestRun(words, index);
      if (length === 0) rest.push(elementAt(words, index++));
      else {
        standards.push(valueOf(this.byRun, words.slice(index, index + length).join('')));
        index += length;
      }
    }
    return { standards, rest };
  }

  private longestRun(words: readonly string[], index: number): number {
    for (let length = Math.min(8, words.length - index); length > 0; length--) {
      const run = words.slice(index, index + length).join('');
      const mixed = /\p{L}/u.test(run) && /\p{N}/u.test(run);
      if (mixed && this.byRun.has(run)) return length;
    }
    return 0;
  }

  /** The standards that a plain word names by a segment of their code, such as a strand's "rat". */
  named(word: string): ReadonlySet<number> | undefined {
    return /\p{L}/u.test(word) ? this.byRun.get(word) : undefined;
  }
}
