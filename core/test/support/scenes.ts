/**
 * Pictures of a class that holds up strips, with known truth: perspective, lens, light, noise, fingers,
 * glare, and a room full of things that are no codes.
 */
import {
  cellsAcross,
  cellsOf,
  stripCodes,
  type Gray,
  type Point,
  type Quad,
  type StripCode,
} from '@oaken/core/capture';
import { randomFrom, type Random } from '@oaken/core/random';

/** The sandbox of the tests looks up each global anew, which is slow where it is done for every pixel. */
const math = Math;

export interface Held extends StripCode {
  corners: Quad;
  /** The side of a square of the same area as the frame that is seen, in pixels. */
  size: number;
  /** The shade of a finger over a corner, and whether a bright spot lies on it. */
  finger: number | null;
  shines: boolean;
}

export interface Scene {
  picture: Gray;
  held: Held[];
}

/** What makes a picture hard; the usual room where nothing is said. */
export interface Conditions {
  width: number;
  height: number;
  codes: number;
  /** Of the frames, in pixels. */
  smallest: number;
  largest: number;
  /** Degrees. */
  tilt: number;
  /** Of the lens, in pixels: one standard deviation. */
  blur: number;
  /** Shades: one standard deviation. */
  noise: number;
  /** Shares of codes with a finger over a corner, and with a bright spot. */
  fingers: number;
  glare: number;
  clutter: boolean;
  /** Which codes are held up; any where nothing is said. */
  answers?: readonly StripCode[];
}

export const usualRoom: Conditions = {
  ...{ width: 1280, height: 720, codes: 30, smallest: 24, largest: 70 },
  ...{ tilt: 50, blur: 0.7, noise: 5, fingers: 0.15, glare: 0.1, clutter: true },
};

const between = (random: Random, low: number, high: number) => low + (high - low) * random.next();

class Canvas {
  readonly shades: Float32Array;

  constructor(
    readonly width: number,
    readonly height: number,
  ) {
    this.shades = new Float32Array(width * height);
  }

  /** Draws where `shade` says something, seen through so many points of each pixel in both directions. */
  draw(
    [left, top, right, bottom]: readonly [number, number, number, number],
    shade: (x: number, y: number) => number | null,
    points = 3,
  ): void {
    const x1 = math.min(this.width, math.ceil(right));
    const y1 = math.min(this.height, math.ceil(bottom));
    for (let y = math.max(0, math.floor(top)); y < y1; y++)
      for (let x = math.max(0, math.floor(left)); x < x1; x++) {
        const place = y * this.width + x;
        const under = this.shades[place]!;
        let sum = 0;
        for (let i = 0; i < points; i++)
          for (let j = 0; j < points; j++)
            sum += shade(x + (i + 0.5) / points, y + (j + 0.5) / points) ?? under;
        this.shades[place] = sum / points ** 2;
      }
  }

  blur(sigma: number): void {
    const reach = math.ceil(3 * sigma);
    const kernel = Array.from({ length: 2 * reach + 1 }, (_, n) =>
      math.exp(-((n - reach) ** 2) / (2 * sigma * sigma)),
    );
    const total = kernel.reduce((sum, weight) => sum + weight, 0);
    for (const [lines, length, line, next] of [
      [this.height, this.width, this.width, 1],
      [this.width, this.height, 1, this.width],
    ] as const) {
      const row = new Float32Array(length);
      for (let n = 0; n < lines; n++) {
        for (let i = 0; i < length; i++) row[i] = this.shades[n * line + i * next]!;
        for (let i = 0; i < length; i++) {
          let sum = 0;
          for (let k = -reach; k <= reach; k++)
            sum += row[math.min(length - 1, math.max(0, i + k))]! * kernel[k + reach]!;
          this.shades[n * line + i * next] = sum / total;
        }
      }
    }
  }

  develop(random: Random, moment: Random, noise: number): Gray {
    const data = new Uint8Array(this.shades.length);
    // Light falls off towards one side of the room.
    const [gx, gy] = [between(random, -0.25, 0.25), between(random, -0.2, 0.2)];
    const level = between(random, 0.65, 1.05);
    const grain = Float32Array.from({ length: 4093 }, () => moment.normal() * noise);
    for (let place = 0; place < data.length; place++) {
      const x = (place % this.width) / this.width - 0.5;
      const y = math.floor(place / this.width) / this.height - 0.5;
      const lit = this.shades[place]! * level * (1 + gx * x + gy * y);
      const value = lit + grain[(place * 31 + (place >> 11)) % 4093]!;
      data[place] = math.max(0, math.min(255, value));
    }
    return { width: this.width, height: this.height, data };
  }
}

/** Walls, stripes, checks, letters, posters of random blocks: what a room is full of. */
function fillRoom(canvas: Canvas, random: Random): void {
  const { width, height } = canvas;
  const wall = between(random, 90, 190);
  canvas.shades.fill(wall);
  for (let n = 0; n < 60; n++) {
    const [x, y] = [between(random, -40, width), between(random, -40, height)];
    const [w, h] = [between(random, 15, 260), between(random, 15, 220)];
    const [a, b] = [between(random, 10, 245), between(random, 10, 245)];
    const [pitch, angle] = [between(random, 3, 22), between(random, 0, math.PI)];
    const [cos, sin] = [math.cos(angle), math.sin(angle)];
    const cells = Uint8Array.from({ length: 256 }, () => random.below(2));
    const pattern = [
      () => a,
      (u: number) => (math.floor(u / pitch) % 2 === 0 ? a : b),
      (u: number, v: number) => ((math.floor(u / pitch) + math.floor(v / pitch)) % 2 ? a : b),
      (u: number, v: number) =>
        cells[(math.floor(u / pitch) & 15) * 16 + (math.floor(v / pitch) & 15)] ? a : b,
      (u: number, v: number) => (math.hypot(u - w / 2, v - h / 2) < math.min(w, h) / 3 ? a : b),
      (u: number, v: number) =>
        math.min(u, v, w - u, h - v) < pitch ? math.min(a, b) : math.max(a, b),
    ][random.below(6)]!;
    // It is turned about its first corner.
    const [xs, ys] = [
      [0, w * cos, -h * sin, w * cos - h * sin],
      [0, w * sin, h * cos, w * sin + h * cos],
    ];
    const box = [
      x + math.min(...xs),
      y + math.min(...ys),
      x + math.max(...xs),
      y + math.max(...ys),
    ] as const;
    canvas.draw(
      box,
      (px, py) => {
        const [u, v] = [(px - x) * cos + (py - y) * sin, (py - y) * cos - (px - x) * sin];
        return u >= 0 && v >= 0 && u < w && v < h ? pattern(u, v) : null;
      },
      1,
    );
  }
}

/** A square of side 1, tilted and turned, seen in perspective from so many sides away. */
function posed(random: Random, tilt: number): (u: number, v: number) => Point {
  const spin = between(random, 0, 2 * math.PI);
  const axis = between(random, 0, 2 * math.PI);
  const lean = (between(random, 0, tilt) * math.PI) / 180;
  const away = between(random, 8, 40);
  return (u, v) => {
    const [x, y] = [u - 0.5, v - 0.5];
    const [sx, sy] = [
      x * math.cos(spin) - y * math.sin(spin),
      x * math.sin(spin) + y * math.cos(spin),
    ];
    const [p, q] = [
      sx * math.cos(axis) + sy * math.sin(axis),
      sy * math.cos(axis) - sx * math.sin(axis),
    ];
    const depth = 1 + (q * math.sin(lean)) / away;
    const [ax, ay] = [p / depth, (q * math.cos(lean)) / depth];
    return {
      x: ax * math.cos(axis) - ay * math.sin(axis),
      y: ax * math.sin(axis) + ay * math.cos(axis),
    };
  };
}

/** Where a point of the picture lies on a square of side 1 whose corners are seen at `quad`. */
function placeOn([p, q, r, s]: Quad): (x: number, y: number) => [number, number] {
  const [dx1, dy1, dx2, dy2] = [q.x - r.x, q.y - r.y, s.x - r.x, s.y - r.y];
  const [sx, sy] = [p.x - q.x + r.x - s.x, p.y - q.y + r.y - s.y];
  const across = dx1 * dy2 - dx2 * dy1;
  const [g, h] = [(sx * dy2 - dx2 * sy) / across, (dx1 * sy - sx * dy1) / across];
  const [a, b, c] = [q.x - p.x + g * q.x, s.x - p.x + h * s.x, p.x];
  const [d, e, f] = [q.y - p.y + g * q.y, s.y - p.y + h * s.y, p.y];
  return (x, y) => {
    const u = (e - f * h) * x + (c * h - b) * y + (b * f - c * e);
    const v = (f * g - d) * x + (a - c * g) * y + (c * d - a * f);
    const w = (d * h - e * g) * x + (b * g - a * h) * y + (a * e - b * d);
    return [u / w, v / w];
  };
}

const polygonArea = (points: readonly Point[]) =>
  math.abs(
    points.reduce((sum, p, n) => {
      const q = points[(n + 1) % points.length]!;
      return sum + p.x * q.y - q.x * p.y;
    }, 0),
  ) / 2;

function hold(
  canvas: Canvas,
  random: Random,
  code: (typeof stripCodes)[number],
  [left, top, right, bottom]: readonly [number, number, number, number],
  { smallest, largest, tilt, fingers, glare }: Conditions,
  moment: Random,
): Held {
  const pose = posed(random, tilt);
  const unit = [pose(0, 0), pose(1, 0), pose(1, 1), pose(0, 1)];
  const size = between(random, smallest, largest);
  const scale = size / math.sqrt(polygonArea(unit));
  const reach = size * 1.25;
  const center = {
    x: between(random, left + reach, math.max(left + reach, right - reach)) + moment.next(),
    y: between(random, top + reach, math.max(top + reach, bottom - reach)) + moment.next(),
  };
  const map = (u: number, v: number) => {
    const { x, y } = pose(u, v);
    return { x: center.x + scale * x, y: center.y + scale * y };
  };
  const corners: Quad = [map(0, 0), map(1, 0), map(1, 1), map(0, 1)];
  const back = placeOn(corners);
  const cells = cellsOf(code.word);
  const across = cellsAcross + 2;
  const [ink, card] = [between(random, 15, 45), between(random, 205, 240)];
  const shadeOf = (u: number, v: number): number | null => {
    const [column, row] = [math.floor(u * across), math.floor(v * across)];
    if (column < 0 || row < 0 || column >= across || row >= across)
      // The light margin, and the card around it.
      return u > -0.19 && v > -0.19 && u < 1.19 && v < 1.19 ? card : null;
    const inside = column > 0 && row > 0 && column <= cellsAcross && row <= cellsAcross;
    return !inside || cells[(row - 1) * cellsAcross + column - 1] ? ink : card;
  };
  const box = [
    center.x - 2 * size,
    center.y - 2 * size,
    center.x + 2 * size,
    center.y + 2 * size,
  ] as const;
  canvas.draw(box, (x, y) => shadeOf(...back(x, y)));
  let finger: number | null = null;
  if (random.next() < fingers) {
    // From outside over a corner, in any shade of skin.
    const [u, v] = [random.below(2), random.below(2)];
    const skin = between(random, 50, 200);
    finger = skin;
    const [ru, rv] = [between(random, 0.12, 0.2), between(random, 0.12, 0.2)];
    canvas.draw(box, (x, y) => {
      const [pu, pv] = back(x, y);
      return ((pu - u) / ru) ** 2 + ((pv - v) / rv) ** 2 < 1 ? skin : null;
    });
  }
  const shines = random.next() < glare;
  if (shines) {
    const [u, v, r] = [random.next(), random.next(), between(random, 0.08, 0.16)];
    canvas.draw(box, (x, y) => {
      const [pu, pv] = back(x, y);
      const shine = 160 * math.exp(-((pu - u) ** 2 + (pv - v) ** 2) / (2 * r * r));
      const under = shadeOf(pu, pv);
      return under === null || shine < 4 ? null : math.min(255, under + shine);
    });
  }
  return { number: code.number, letter: code.letter, corners, size, finger, shines };
}

const stripOf = ({ number, letter }: StripCode) =>
  stripCodes.find((code) => code.number === number && code.letter === letter)!;

/**
 * A picture that follows from its seed. @param frame others of the same moment: the hands tremble, the
 * lens looks for its focus, and the grain is another one
 */
export function sceneOf(seed: string, change: Partial<Conditions> = {}, frame = 0): Scene {
  const { answers } = change;
  const conditions = { ...usualRoom, ...(answers && { codes: answers.length }), ...change };
  const { width, height, codes, blur, noise, clutter } = conditions;
  const random = randomFrom(seed);
  const moment = randomFrom(`${seed}/${frame}`);
  const canvas = new Canvas(width, height);
  if (clutter) fillRoom(canvas, random);
  else canvas.shades.fill(between(random, 90, 190));
  const columns = math.ceil(math.sqrt((codes * width) / height));
  const rows = math.ceil(codes / columns);
  const numbers = random.shuffle(Array.from({ length: 60 }, (_, n) => n)).slice(0, codes);
  const held = numbers.map((number, n) => {
    const [column, row] = [n % columns, math.floor(n / columns)];
    const code = answers ? stripOf(answers[n]!) : stripCodes[4 * number + random.below(4)]!;
    const box = [
      (column * width) / columns,
      (row * height) / rows,
      ((column + 1) * width) / columns,
      ((row + 1) * height) / rows,
    ] as const;
    return hold(canvas, random, code, box, conditions, moment);
  });
  if (blur > 0) canvas.blur(blur * between(moment, 0.8, 1.2));
  return { picture: canvas.develop(random, moment, noise), held };
}

export interface Marked {
  right: number;
  missed: Held[];
  /** Read where something else is held, or nothing. */
  wrong: StripCode[];
}

/** What was read of a scene, beside what is in it. */
export function marked({ held }: Scene, read: readonly StripCode[]): Marked {
  const same = (a: StripCode, b: StripCode) => a.number === b.number && a.letter === b.letter;
  return {
    right: held.filter((code) => read.some((other) => same(code, other))).length,
    missed: held.filter((code) => !read.some((other) => same(code, other))),
    wrong: read.filter((code) => !held.some((other) => same(code, other))),
  };
}
