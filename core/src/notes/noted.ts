import { itemPoints, kindOf, markedBy, searchableText, type ItemContent } from '../items';

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

function keyOf({ parts }: ItemContent): NotedItem['key'] {
  const [part, ...others] = parts;
  const kind = part && kindOf(part);
  if (!part || others.length > 0 || !kind?.markRight) return null;
  const options = kind.options?.(part) ?? [];
  const [right, ...more] = options.filter((option) => option.right);
  if (!right || more.length > 0) return null;
  return { at: options.indexOf(right), of: options.length, words: right.label };
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
  return {
    entry: entry.id,
    itemId: entry.itemId,
    number,
    points: entry.points,
    text: `${stem}\n${choices}`,
    stem,
    key: keyOf(content),
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
