/** The page as it lay on the glass: upright, filling the picture, so that every place is where the geometry says. */
import { shadeAt, type Gray } from '../gray';
import { placedOn, type FoundSheet } from './find-sheet';
import type { PaperSize } from './register';

const dotsPerInch = 150;
const millimetersPerInch = 25.4;
/** Between so few pixels the paper counts as flat. */
const step = 12;

/** @returns null where the sheet is not of this size */
export function straightened(found: FoundSheet, paper: PaperSize): Gray | null {
  const place = placedOn(found, paper);
  if (!place) return null;
  const perPixel = millimetersPerInch / dotsPerInch;
  const width = Math.round(paper.width / perPixel);
  const height = Math.round(paper.height / perPixel);
  const data = new Uint8Array(width * height);
  for (let top = 0; top < height; top += step)
    for (let left = 0; left < width; left += step) {
      const corner = (dx: number, dy: number) =>
        place((left + dx + 0.5) * perPixel, (top + dy + 0.5) * perPixel);
      const [a, b, c, d] = [corner(0, 0), corner(step, 0), corner(0, step), corner(step, step)];
      const [bottom, right] = [Math.min(step, height - top), Math.min(step, width - left)];
      for (let row = 0; row < bottom; row++) {
        const v = row / step;
        const [x1, y1] = [a.x + (c.x - a.x) * v, a.y + (c.y - a.y) * v];
        const [dx, dy] = [b.x + (d.x - b.x) * v - x1, b.y + (d.y - b.y) * v - y1];
        const first = (top + row) * width + left;
        for (let column = 0; column < right; column++) {
          const u = column / step;
          data[first + column] = shadeAt(found.gray, x1 + dx * u, y1 + dy * u);
        }
      }
    }
  return { width, height, data };
}
