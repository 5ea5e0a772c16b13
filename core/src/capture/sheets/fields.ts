/** Whether anything was written into a frame. */
import { shadeAt, type Gray } from '../gray';
import type { SheetField } from './geometry';
import type { PlaceInPicture } from './register';

/** Millimeters: the frame itself is not looked at. */
const inside = 1.2;
const spacing = 0.4;
/** Paper is told piece by piece, since light falls unevenly. */
const piece = 8;
/** From here on a place is as dark as a light pencil. */
const asPencil = 0.22;
/** A dot over an i has more places than that; what a scanner's dust leaves has fewer. */
const fewest = 4;

/** Rather too often than too seldom: a person looks at what is written. */
export function isWritten(
  gray: Gray,
  place: PlaceInPicture,
  { left, top, width, height }: SheetField,
  ink: number,
): boolean {
  let dark = 0;
  for (let y = top + inside; y < top + height - inside; y += piece)
    for (let x = left + inside; x < left + width - inside; x += piece) {
      const shades = shadesIn(gray, place, {
        ...{ left: x, top: y },
        right: Math.min(x + piece, left + width - inside),
        bottom: Math.min(y + piece, top + height - inside),
      });
      dark += darkOf(shades, ink);
      if (dark >= fewest) return true;
    }
  return false;
}

interface Piece {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

function shadesIn(gray: Gray, place: PlaceInPicture, { left, top, right, bottom }: Piece) {
  const shades: number[] = [];
  for (let y = top; y < bottom; y += spacing)
    for (let x = left; x < right; x += spacing) {
      const point = place(x, y);
      shades.push(shadeAt(gray, point.x, point.y));
    }
  return shades;
}

/** How many of the shades are darker than the paper that most of them show. */
function darkOf(shades: readonly number[], ink: number): number {
  const sorted = [...shades].sort((a, b) => a - b);
  const paper = sorted[Math.floor(sorted.length * 0.75)] ?? 255;
  const limit = paper - asPencil * paper * (1 - ink);
  return sorted.findIndex((shade) => shade >= limit);
}
