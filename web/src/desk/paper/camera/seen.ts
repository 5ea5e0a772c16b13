/** What a camera sees of answer sheets, and when a picture of one is good enough to be sent. */
import type { Point } from '@oaken/core/capture';
import type { CameraPicture } from '../../camera/readers';

export interface SheetSeen {
  sheet: {
    /** As it is printed. */
    number: number;
    page: number;
    /** In pixels of the picture. */
    outline: Point[];
    /** The very picture in which it was read. */
    picture: CameraPicture;
  } | null;
}

/** Corners that move less than this share of the picture from one picture to the next are held still. */
const still = 0.008;

/** Whether two pictures one after the other show the same page, held still. */
export function isSteady(before: SheetSeen | null, now: SheetSeen, width: number): boolean {
  const [first, second] = [before?.sheet, now.sheet];
  if (!first || !second) return false;
  if (first.number !== second.number || first.page !== second.page) return false;
  return second.outline.every(({ x, y }, index) => {
    const corner = first.outline[index] ?? { x: 0, y: 0 };
    return Math.hypot(corner.x - x, corner.y - y) < still * width;
  });
}
