/** The words of a question as a voice reads them, and where each stands on the page. */

interface Piece {
  node: Text;
  /** Where it begins in the text. */
  from: number;
}

export interface SpokenText {
  text: string;
  /** The place of some letters of the text on the page; null where they are between two pieces. */
  rangeAt: (index: number, length: number) => Range | null;
}

/** A formula stands there twice: once to be seen, once for those who hear. One of them is enough. */
const notRead = '.katex-html, [aria-hidden="true"], button, script, style';

/** Reads what is shown of an element, in its order. */
export function spokenText(element: HTMLElement): SpokenText {
  const pieces: Piece[] = [];
  let text = '';
  const walker = document.createTreeWalker(element, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const letters = node.textContent ?? '';
    const isShown = !node.parentElement?.closest(notRead);
    if (!isShown || letters.trim() === '') continue;
    // A pause between what stands apart on the page.
    if (text !== '') text += ' ';
    pieces.push({ node: node as Text, from: text.length });
    text += letters;
  }
  return {
    text,
    rangeAt(index, length) {
      const piece = pieces.findLast(({ from }) => from <= index);
      if (!piece) return null;
      const start = index - piece.from;
      const end = Math.min(piece.node.length, start + Math.max(1, length));
      if (start >= piece.node.length) return null;
      const range = document.createRange();
      range.setStart(piece.node, start);
      range.setEnd(piece.node, end);
      return range;
    },
  };
}

/** How long the word is that begins at a place; where a voice does not say. */
export const wordLength = (text: string, index: number): number =>
  /^\S+/.exec(text.slice(index))?.[0].length ?? 1;
