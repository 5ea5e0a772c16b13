/**
 * What is dark in a picture: darker than the middle between the darkest and the lightest around it.
 * Where hardly anything differs, nothing is dark: paper in the shade stays paper.
 */
import type { Gray } from '../gray';

/** Darkest and lightest are looked for in squares of so many pixels, and in those around. */
const tile = 4;
/** Less than so many shades apart is all the same; the grain of a picture by lamplight is about 30. */
const leastContrast = 40;

/** For each tile the shade between dark and light; 0 where there is no difference. */
function middles(gray: Gray) {
  const [across, down] = [Math.ceil(gray.width / tile), Math.ceil(gray.height / tile)];
  // Of the lightest the distance to white, so that both are looked for in the same way.
  const [low, high] = extremes(gray, across, down).map((tiles) => lowestAround(tiles, across));
  const middle = new Uint8Array(across * down);
  for (let place = 0; place < middle.length; place++) {
    const [dark, light] = [low?.[place] ?? 0, 255 - (high?.[place] ?? 0)];
    middle[place] = light - dark < leastContrast ? 0 : (dark + light) >> 1;
  }
  return { middle, across };
}

/** The darkest shade of each tile, and 255 less its lightest; every second row tells enough of them. */
function extremes({ width, height, data }: Gray, across: number, down: number): Uint8Array[] {
  const darkest = new Uint8Array(across * down).fill(255);
  const paleness = new Uint8Array(across * down).fill(255);
  for (let y = 0; y < height; y += 2) {
    const tiles = (y >> 2) * across;
    for (let x = 0, pixel = y * width; x < width; x++, pixel++) {
      const shade = data[pixel] ?? 0;
      const place = tiles + (x >> 2);
      if (shade < (darkest[place] ?? 0)) darkest[place] = shade;
      if (255 - shade < (paleness[place] ?? 0)) paleness[place] = 255 - shade;
    }
  }
  return [darkest, paleness];
}

/** Each tile takes the lowest of itself and its neighbors: first sideways, then up and down. */
function lowestAround(tiles: Uint8Array, across: number): Uint8Array {
  const sideways = new Uint8Array(tiles);
  for (let row = 0; row < tiles.length; row += across)
    for (let place = row; place < row + across; place++) {
      let lowest = tiles[place] ?? 0;
      const left = place > row ? (tiles[place - 1] ?? 0) : lowest;
      const right = place < row + across - 1 ? (tiles[place + 1] ?? 0) : lowest;
      if (left < lowest) lowest = left;
      if (right < lowest) lowest = right;
      sideways[place] = lowest;
    }
  const lowest = new Uint8Array(sideways);
  for (let place = 0; place < lowest.length; place++) {
    let shade = sideways[place] ?? 0;
    const above = place >= across ? (sideways[place - across] ?? 0) : shade;
    const below = place + across < lowest.length ? (sideways[place + across] ?? 0) : shade;
    if (above < shade) shade = above;
    if (below < shade) shade = below;
    lowest[place] = shade;
  }
  return lowest;
}

/** @returns 1 for each dark pixel, with a frame of light ones around: its rows are two pixels longer than the picture's */
export function darkPixels(gray: Gray): Uint8Array {
  const { width, height, data } = gray;
  const { middle, across } = middles(gray);
  const dark = new Uint8Array((width + 2) * (height + 2));
  for (let y = 0; y < height; y++) {
    const tiles = (y >> 2) * across;
    let place = (y + 1) * (width + 2) + 1;
    for (let x = 0, pixel = y * width; x < width; x++, pixel++, place++)
      if ((data[pixel] ?? 0) < (middle[tiles + (x >> 2)] ?? 0)) dark[place] = 1;
  }
  return dark;
}
