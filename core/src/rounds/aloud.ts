/**
 * Questions that are asked aloud: the class hears them, the page only takes the answers. Their
 * wording and what is right may be told later.
 */
import { elementAt } from '../certain';
import { choiceLetter, itemContent, readItem, type ItemContent, type Part } from '../items';
import { asAttribute, asRichText } from '../text';

export const aloudKinds = ['choices', 'yes-no', 'number', 'words'] as const;
export type AloudKind = (typeof aloudKinds)[number];
export const fewestChoices = 2;
export const mostChoices = 6;

export interface AskedAloud {
  ask: AloudKind;
  /** How many, from 2 to 6, where choices are asked. */
  choices: number;
  /** What is asked, as far as it is written down. */
  wording: string;
  /** Address of a photo of the board. */
  photo: string | null;
}

/** What stands on pages before there is any wording, in the teacher's language. */
export interface AloudWords {
  heading: string;
  yes: string;
  no: string;
  photo: string;
}

const allRight = { rule: 'all-or-nothing' as const, points: 1 };

/**
 * The item. Its key is not one: an entry of it counts for nobody (its override is `dropped`) until
 * `withKeyTold`.
 */
export function itemAskedAloud(aloud: AskedAloud, words: AloudWords): ItemContent {
  const photo = aloud.photo
    ? `<p><img src="${asAttribute(aloud.photo)}" alt="${asAttribute(words.photo)}"></p>`
    : '';
  return itemContent.parse({
    stem: asRichText(aloud.wording.trim() || words.heading) + photo,
    parts: [partOf(aloud, words)],
  });
}

function partOf({ ask, choices }: AskedAloud, words: AloudWords) {
  const choiceOf = (text: string, index: number) => ({
    id: `c${index + 1}`,
    text: asRichText(text),
  });
  const chosenFrom = (texts: readonly string[]) => ({
    id: 'p1',
    kind: 'single-choice',
    choices: texts.map(choiceOf),
    key: ['c1'],
    rule: allRight,
  });
  switch (ask) {
    case 'choices':
      return chosenFrom(Array.from({ length: choices }, (_, index) => choiceLetter(index)));
    case 'yes-no':
      return chosenFrom([words.yes, words.no]);
    case 'number':
      return {
        id: 'p1',
        kind: 'numeric',
        key: { value: '0', tolerance: { by: 'exact' } },
        rule: allRight,
      };
    case 'words':
      return {
        id: 'p1',
        kind: 'short-text',
        key: {
          variants: [words.heading],
          fold: {},
        },
        rule: allRight,
      };
  }
}

/**
 * The item with what is right: ids of choices, a number, or every spelling that counts. What
 * students saw stays as it was.
 *
 * @returns null where that is no key for it
 */
export function withKeyTold(content: ItemContent, right: readonly string[]): ItemContent | null {
  const part = elementAt(content.parts, 0);
  const told = keyed(part, right);
  if (!told || right.length === 0) return null;
  const read = readItem({ ...content, parts: content.parts.with(0, told) });
  return read.ok ? read.content : null;
}

function keyed(part: Part, right: readonly string[]): Part | null {
  switch (part.kind) {
    case 'single-choice': {
      const known = part.choices.filter(({ id }) => right.includes(id)).map(({ id }) => id);
      return known.length === right.length ? { ...part, key: known } : null;
    }
    case 'numeric':
      return { ...part, key: { ...part.key, value: right[0] ?? '', also: right.slice(1) } };
    case 'short-text':
      return { ...part, key: { ...part.key, variants: [...right] } };
    default:
      return null;
  }
}
