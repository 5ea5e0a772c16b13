/** What a test says on paper. */
import { choiceLetter, kindOf, type ItemContent, type Part } from '../items';
import { count, plainText } from '../text';

export { choiceLetter };

/** What is right, as short as an answer key has it; null where nothing is right or wrong. */
export function keyOnPaper(part: Part): string | null {
  const kind = kindOf(part);
  return kind.keyOnPaper ? kind.keyOnPaper(part) : withoutPoints(part, kind.keyInWords(part));
}

/** The test has points of its own; those of the item's rule beside them would only confuse. */
function withoutPoints(part: Part, words: string): string {
  const end = `. ${count(kindOf(part).points(part), 'point')}.`;
  return words.endsWith(end) ? words.slice(0, -end.length) : words;
}

export interface PrintedKey {
  /** "a", "b" where an item has several parts. */
  part: string;
  words: string;
}

/** The key of each part as an answer key on paper has it. */
export function keysOnPaper({ parts }: ItemContent): PrintedKey[] {
  return parts.flatMap((part, index) => {
    const words = keyOnPaper(part);
    return words === null
      ? []
      : [{ part: parts.length > 1 ? choiceLetter(index).toLowerCase() : '', words }];
  });
}

/** Whether the last choices are so short that several fit on a line. */
export const areShort = (choices: readonly { text: string }[]) =>
  choices.every(
    ({ text }) => !/<(img|table|p|div|ul|ol)\b/.test(text) && plainText(text).length <= 14,
  );
