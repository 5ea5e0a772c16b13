/** A picture in shades of gray. A pixel covers one unit of the plane: the first one from (0, 0) to (1, 1). */
export interface Gray {
  width: number;
  height: number;
  /** Row by row, 0 black to 255 white. */
  data: Uint8Array;
}

/** @param rgba four bytes a pixel, as a canvas gives them; weights of ITU-R BT.601 */
export function grayOf(rgba: Uint8Array | Uint8ClampedArray, width: number, height: number): Gray {
  const data = new Uint8Array(width * height);
  for (let pixel = 0; pixel < data.length; pixel++) {
    const [r, g, b] = [rgba[4 * pixel] ?? 0, rgba[4 * pixel + 1] ?? 0, rgba[4 * pixel + 2] ?? 0];
    data[pixel] = (77 * r + 150 * g + 29 * b) >> 8;
  }
  return { width, height, data };
}

/** The shade at a point, between the four pixels around it; outside it goes on as at the edge. */
export function shadeAt({ width, height, data }: Gray, x: number, y: number): number {
  const u = within(x - 0.5, width - 1.001);
  const v = within(y - 0.5, height - 1.001);
  // Both are positive, so that the whole part is the floor.
  const [column, row] = [u | 0, v | 0];
  const [right, down] = [u - column, v - row];
  const first = row * width + column;
  const top = (data[first] ?? 0) * (1 - right) + (data[first + 1] ?? 0) * right;
  const below = first + width;
  const bottom = (data[below] ?? 0) * (1 - right) + (data[below + 1] ?? 0) * right;
  return top * (1 - down) + bottom * down;
}

function within(value: number, highest: number): number {
  if (value > highest) return highest > 0 ? highest : 0;
  return value < 0 ? 0 : value;
}
