/** Pages on which nothing stands. */
import { shrunk, type Gray } from '../gray';

/** Pixels of the longer side; strokes are wider than one of them. */
const longest = 800;
/** What a scanner leaves at the edges of a page is not looked at. */
const margin = 0.04;
/** Darker than the paper by so many shades. */
const asInk = 60;
/** What shows through from the other side, and dust, is less than this share of a page. */
const fewest = 0.0004;

/** Whether a page is the back of something. */
export function isBlank(picture: Gray): boolean {
  const { width, height, data } = shrunk(picture, longest);
  const [left, top] = [Math.ceil(width * margin), Math.ceil(height * margin)];
  const shades: number[] = [];
  for (let y = top; y < height - top; y++)
    for (let x = left; x < width - left; x++) shades.push(data[y * width + x] ?? 255);
  const sorted = Uint8Array.from(shades).sort();
  const paper = sorted[Math.floor(sorted.length / 2)] ?? 255;
  const dark = shades.filter((shade) => shade < paper - asInk).length;
  return dark < fewest * shades.length;
}
