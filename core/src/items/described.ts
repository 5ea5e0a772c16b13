import { elementAt } from '../certain';
import { itemPoints, markedBy, mediaOf, searchableText, type ItemContent } from './item';
import { exampleOf } from './variants';
import type { PartKind } from './kinds';
import { media as allMedia, mediaBits, type MarkedBy } from './kind/media';

/** What is kept beside an item's content so that it can be found. */
export interface DescribedItem {
  kind: PartKind;
  points: number;
  markedBy: MarkedBy;
  /** Sum of `mediaBits`. */
  media: number;
  /** Words of the stem, and of what the parts show. */
  words: string;
  choiceWords: string;
}

/** More words than any search needs, and fewer than the database's column takes. */
const longestWords = 15_000;

/** An item of several parts goes by the kind of its first one. */
export function describeItem(content: ItemContent): DescribedItem {
  const { stem, choices } = searchableText(exampleOf(content));
  const shows = mediaOf(content);
  return {
    kind: elementAt(content.parts, 0).kind,
    points: itemPoints(content),
    markedBy: markedBy(content),
    media: allMedia.reduce((sum, medium) => sum + (shows[medium] ? mediaBits[medium] : 0), 0),
    words: stem.slice(0, longestWords),
    choiceWords: choices.slice(0, longestWords),
  };
}
