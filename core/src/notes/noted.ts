import { elementAt } from '../certain';
import { itemPoints, markedBy, searchableText, type ItemContent } from '../items';
import { plainText } from '../text';

/** An item of a test as the notes look at it. */
export interface NotedItem {
  /** Id of its entry in the test. */
  entry: string;
  itemId: number;
  /** Its place, from 1. */
  number: number;
  points: number;
  /** Everything a student reads of it, without markup. */
  text: string;
  /** The question alone, without markup. */
  stem: string;
  /** For one right choice out of several: its place from 0, its words, and how many there are. */
  key: { at: number; of: number; words: string } | null;
  /** A passage that its neighbours share: they may well name the same things. */
  passage: number | null;
  standards: readonly { code: string }[];
  byHand: boolean;
  /** Nobody can earn its points: nothing in it has a key, and nobody marks it. */
  keyless: boolean;
  /** Taken out of its bank; the test keeps what it pins. */
  retired: boolean;
  /** The time that it takes, in seconds. */
  seconds: number;
  facility: { value: number; n: number } | null;
  itemRestCorrelation: number | null;
}

/** The notes' view of an item, from what a test's page knows of it. */
export function notedItem(
  entry: { id: string; itemId: number; points: number },
  number: number,
  pinned: Pick<
    NotedItem,
    'standards' | 'facility' | 'itemRestCorrelation' | 'retired' | 'seconds'
  > & {
    content: ItemContent;
  },
): NotedItem {
  const { content, standards, facility, itemRestCorrelation, retired, seconds } = pinned;
  const { stem, choices } = searchableText(content);
  const [part] = content.parts;
  const singleChoice =
    content.parts.length === 1 && part?.kind === 'single-choice' && part.key.length === 1
      ? part
      : null;
  const keyIndex = singleChoice
    ? singleChoice.choices.findIndex(({ id }) => id === singleChoice.key[0])
    : -1;
  return {
    entry: entry.id,
    itemId: entry.itemId,
    number,
    points: entry.points,
    text: `${stem}\n${choices}`,
    stem,
    key:
      singleChoice && keyIndex >= 0
        ? {
            at: keyIndex,
            of: singleChoice.choices.length,
            words: plainText(elementAt(singleChoice.choices, keyIndex).text),
          }
        : null,
    passage: content.passage?.id ?? null,
    standards,
    byHand: markedBy(content) === 'hand',
    keyless: itemPoints(content) === 0,
    retired,
    seconds,
    facility,
    itemRestCorrelation,
  };
}
