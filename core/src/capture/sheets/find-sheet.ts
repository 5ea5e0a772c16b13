/** A sheet in a picture before anything of it is read: where it lies, and what its code says. */
import { shrunk, type Gray } from '../gray';
import { papers } from '../paper';
import { distance } from '../plane';
import { marksOf } from './geometry';
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

/** @param among papers that it may be; its figure says which one it is @returns null for a picture of something else */
export function findSheet(
  picture: Gray,
  among: readonly PaperSize[] = paperSizes,
): FoundSheet | null {
  const gray = shrunk(picture, longest);
  const marks = marksIn(gray);
  const factor = picture.width / gray.width;
  const candidates = among.flatMap((paper): FoundSheet[] => {
    const sheet = registered(gray, marks, paper);
    return sheet ? [{ ...sheet, gray, factor, marks, paper }] : [];
  });
  // A code can be read on the wrong paper too, since it stands close to a corner.
  const coded = candidates.filter(({ code }) => code !== null);
  const [likeliest] = (coded.length > 0 ? coded : candidates).sort(
    (a, b) => strangeness(a) - strangeness(b),
  );
  return likeliest ?? null;
}

/** How far the sheet's figure in the picture is from that of its paper: 0 for the same. */
function strangeness({ place, paper }: FoundSheet): number {
  const { left, right, heights } = marksOf(paper);
  const [top = 0, bottom = 0] = [heights[0], heights.at(-1)];
  const across = distance(place(left, top), place(right, top));
  const down = distance(place(left, top), place(left, bottom));
  return Math.abs(Math.log((across / down) * ((bottom - top) / (right - left))));
}

/** Where places are, on paper of this size. */
export function placedOn(found: FoundSheet, paper: PaperSize): PlaceInPicture | null {
  const { gray, marks } = found;
  if (found.paper.width === paper.width) return found.place;
  return registered(gray, marks, paper)?.place ?? null;
}
