/** What a test says on paper. */
import { kindOf, type ItemContent, type Part, type SittingPart } from '../items';
import { count, plainText } from '../text';

export const choiceLetter = (at: number) => 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'[at] ?? String(at + 1);

/** The shown part of a kind that is itself part of `Part`. */
type Shown<K extends Part['kind']> = Extract<SittingPart, { kind: K }>;
const shownAs = <K extends Part['kind']>(part: Extract<Part, { kind: K }>) =>
  kindOf(part as Part).forSitting(part as never) as unknown as Shown<K>;
const letterIn = (list: readonly { id: string }[], id: string | undefined) =>
  choiceLetter(list.findIndex((own) => own.id === id));

/**
 * What is right, as short as an answer key has it: letters where choices have letters, else a sentence. The letters are
 * those of the part as it is shown, which may stand in another order than its author's.
 *
 * @returns null where nothing is right or wrong
 */
export function keyOnPaper(part: Part): string | null {
  switch (part.kind) {
    case 'single-choice':
    case 'multiple-choice': {
      const { choices } = shownAs<'single-choice' | 'multiple-choice'>(part);
      const letters = choices.flatMap(({ id }, at) =>
        part.key.includes(id) ? choiceLetter(at) : [],
      );
      return letters.join(part.kind === 'single-choice' ? ' or ' : ', ');
    }
    case 'true-false':
      return part.key ? 'True' : 'False';
    case 'matching': {
      const { left, right } = shownAs<'matching'>(part);
      const pairs = part.key
        .map((pair) => pair.split(' '))
        .map(
          ([one, other]) =>
            [left.findIndex(({ id }) => id === one) + 1, letterIn(right, other)] as const,
        );
      return pairs
        .sort(([a], [b]) => a - b)
        .map(([number, letter]) => `${number} ${letter}`)
        .join(', ');
    }
    case 'ordering': {
      const { choices } = shownAs<'ordering'>(part);
      return part.key.map((id) => letterIn(choices, id)).join(', ');
    }
    case 'survey':
    case 'information':
      return null;
    default:
      return withoutPoints(part, kindOf(part).keyInWords(part));
  }
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

export function keysOnPaper({ parts }: ItemContent): PrintedKey[] {
  return parts.flatMap((part, at) => {
    const words = keyOnPaper(part);
    return words === null
      ? []
      : [{ part: parts.length > 1 ? choiceLetter(at).toLowerCase() : '', words }];
  });
}

/** Whether the last choices are so short that several fit on a line. */
export const areShort = (choices: readonly { text: string }[]) =>
  choices.every(
    ({ text }) => !/<(img|table|p|div|ul|ol)\b/.test(text) && plainText(text).length <= 14,
  );
