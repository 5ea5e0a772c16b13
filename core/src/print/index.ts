/** What a test says on paper. */
import { kindOf, type ItemContent, type Part } from '../items';
import { plainText } from '../text';

export const choiceLetter = (at: number) => 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'[at] ?? String(at + 1);

/** What is right, as short as an answer key has it: letters where choices have letters, else a sentence. */
export function keyOnPaper(part: Part): string | null {
  switch (part.kind) {
    case 'single-choice':
    case 'multiple-choice':
      return part.choices.flatMap(({ id }, at) => (part.key.includes(id) ? choiceLetter(at) : [])).join(part.kind === 'single-choice' ? ' or ' : ', '); // prettier-ignore
    case 'true-false':
      return part.key ? 'True' : 'False';
    case 'matching':
      return part.key
        .map((pair) => pair.split(' '))
        .map(
          ([left, right]) =>
            `${part.left.findIndex(({ id }) => id === left) + 1} ${choiceLetter(part.right.findIndex(({ id }) => id === right))}`,
        ) // prettier-ignore
        .join(', ');
    case 'ordering':
      return part.key.map((own) => choiceLetter(shownOrder(part).indexOf(own))).join(', ');
    case 'survey':
    case 'information':
      return null;
    default:
      return kindOf(part).keyInWords(part);
  }
}

/** The choices of an ordering part as a student sees them; the kind itself mixes them when it is shown. */
function shownOrder(part: Extract<Part, { kind: 'ordering' }>): string[] {
  const shown = kindOf(part).forSitting(part) as { choices?: { id: string }[] };
  return (shown.choices ?? part.choices).map(({ id }) => id);
}

export interface PrintedKey {
  /** "a", "b" where an item has several parts. */
  part: string;
  words: string;
}

export function keysOnPaper({ parts }: ItemContent): PrintedKey[] {
  return parts.flatMap((part, at) => {
    const words = keyOnPaper(part);
    return words === null ? [] : [{ part: parts.length > 1 ? choiceLetter(at).toLowerCase() : '', words }];
  });
}

/** Whether the last choices are so short that several fit on a line. */
export const areShort = (choices: readonly { text: string }[]) =>
  choices.every(({ text }) => !/<(img|table|p|div|ul|ol)\b/.test(text) && plainText(text).length <= 14);
