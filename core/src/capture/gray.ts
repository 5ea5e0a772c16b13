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

/** So much more than is asked for is left as it is. */
const hardlyMore = 1.15;

/** The same picture, smaller where its longer side is longer than `longest` pixels: each pixel is the mean of what it covers. */
export function shrunk(gray: Gray, longest: number): Gray {
  const factor = Math.max(gray.width, gray.height) / longest;
  if (factor <= hardlyMore) return gray;
  const width = Math.round(gray.width / factor);
  const height = Math.round(gray.height / factor);
  const across = coverage(gray.width, width);
  const down = coverage(gray.height, height);
  const data = new Uint8Array(width * height);
  const sums = new Float32Array(gray.width);
  for (let y = 0, pixel = 0; y < height; y++) {
    sumRows(gray, down, y, sums);
    for (let x = 0; x < width; x++, pixel++) {
      const from = across.first[x] ?? 0;
      let sum = 0;
      for (let n = 0; n < across.span; n++)
        sum += (sums[from + n] ?? 0) * (across.parts[x * across.span + n] ?? 0);
      // Half a shade more, since storing cuts off what is behind the point.
      data[pixel] = sum + 0.5;
    }
  }
  return { width, height, data };
}

/** Which places of a long line each place of a shorter one covers, and how much each of them counts. */
interface Coverage {
  first: Int32Array;
  /** Of each place of the shorter line, so many parts one after the other. */
  parts: Float32Array;
  span: number;
}

function coverage(long: number, short: number): Coverage {
  const factor = long / short;
  const span = Math.ceil(factor) + 1;
  const first = new Int32Array(short);
  const parts = new Float32Array(short * span);
  for (let place = 0; place < short; place++) {
    const [start, end] = [place * factor, Math.min(long, (place + 1) * factor)];
    const from = Math.floor(start);
    first[place] = from;
    for (let n = 0; n < span; n++) {
      const part = Math.min(from + n + 1, end) - Math.max(from + n, start);
      parts[place * span + n] = Math.max(0, part) / (end - start);
    }
  }
  return { first, parts, span };
}

function sumRows({ width, height, data }: Gray, down: Coverage, y: number, sums: Float32Array) {
  sums.fill(0);
  const from = down.first[y] ?? 0;
  for (let n = 0; n < down.span && from + n < height; n++) {
    const part = down.parts[y * down.span + n] ?? 0;
    const start = (from + n) * width;
    if (part > 0)
      for (let x = 0; x < width; x++) sums[x] = (sums[x] ?? 0) + (data[start + x] ?? 0) * part;
  }
}
