/** A sheet in a picture before anything of it is read: where it lies, and what its code says. */
import { shrunk, type Gray } from '../gray';
import { papers } from '../paper';
import { marksIn, type Marks } from './marks';
import type { PageCode } from './page-code';
import { registered, type PaperSize, type PlaceInPicture } from './register';

export interface FoundSheet {
  /** Null where the code cannot be read. */
  code: PageCode | null;
  /** The picture as it is read: never larger than is of use. */
  gray: Gray;
  /** Pixels of the picture that was given, to one of `gray`. */
  factor: number;
  marks: Marks;
  paper: PaperSize;
  place: PlaceInPicture;
}

/** More pixels tell no more: the longer side of a page at 150 dpi. */
const longest = 1754;

export const paperSizes: readonly PaperSize[] = Object.values(papers).map(([height, width]) => ({
  width,
  height,
}));

/** @param among papers that it may be; the code says which one it is @returns null for a picture of something else */
export function findSheet(
  picture: Gray,
  among: readonly PaperSize[] = paperSizes,
): FoundSheet | null {
  const gray = shrunk(picture, longest);
  const marks = marksIn(gray);
  const factor = picture.width / gray.width;
  let torn: FoundSheet | null = null;
  for (const paper of among) {
    const sheet = registered(gray, marks, paper);
    if (sheet?.code) return { ...sheet, gray, factor, marks, paper };
    if (sheet) torn ??= { ...sheet, gray, factor, marks, paper };
  }
  return torn;
}

/** Where places are, on paper of this size. */
export function placedOn(found: FoundSheet, paper: PaperSize): PlaceInPicture | null {
  const { gray, marks } = found;
  if (found.paper.width === paper.width) return found.place;
  return registered(gray, marks, paper)?.place ?? null;
}
