/**
 * Pictures of answer sheets that were filled in, with known truth: pencil in all its ways, erasures, scanners and
 * copiers, and photos from aside.
 */
import type { Gray, Point } from '@oaken/core/capture';
import {
  bubbleRadius,
  codeCell,
  codeCellsOf,
  codeColumns,
  codePlace,
  frameDot,
  frameHole,
  frameSide,
  marksOf,
  numberRows,
  sideMark,
  type BubbleRow,
  type SheetGeometry,
} from '@oaken/core/capture/sheets';
import { randomFrom, type Random } from '@oaken/core/random';

/** The sandbox of the tests looks up each global anew, which is slow where it is done for every pixel. */
const math = Math;

export interface ScanConditions {
  dpi: number;
  /** Degrees. */
  turned: number;
  /** Shades: one standard deviation. */
  noise: number;
  /** Pixels: one standard deviation. */
  blur: number;
  /** Dark lines from top to bottom, as a soiled copier leaves them. */
  streaks: number;
  /** How much darker the darkest side is. */
  shading: number;
  /** From aside, on a desk; the dpi are those of the paper's middle. */
  photo: boolean;
  /** How rows are filled, by share. */
  hands: Partial<Record<Hand, number>>;
}

/** How a student fills a row. */
export type Hand =
  | 'full'
  | 'light'
  | 'scribble'
  | 'tick'
  | 'cross'
  | 'erased'
  | 'wiped'
  | 'crossed-out'
  | 'two'
  | 'blank';

export const usualHands: Record<Hand, number> = {
  ...{ full: 0.8, light: 0.05, scribble: 0.04, tick: 0.015, cross: 0.015 },
  ...{ erased: 0.04, wiped: 0.005, 'crossed-out': 0.002, two: 0.003, blank: 0.03 },
};
export const usualScan: ScanConditions = {
  ...{ dpi: 150, turned: 0, noise: 4, blur: 0.7, streaks: 0, shading: 0.05, photo: false },
  hands: usualHands,
};

export interface FilledRow {
  row: BubbleRow;
  hand: Hand;
  /** What the student means; null where nobody can know. */
  means: string[] | null;
}

export interface Scan {
  picture: Gray;
  filled: FilledRow[];
}

const between = (random: Random, low: number, high: number) => low + (high - low) * random.next();
/** Of the drawing that is scanned afterwards, pixels to a millimeter. */
const fine = 9;

/** The paper, drawn in millimeters. */
class Paper {
  readonly columns: number;
  readonly rows: number;
  readonly shades: Float32Array;

  constructor(width: number, height: number, white: number) {
    this.columns = math.ceil(width * fine);
    this.rows = math.ceil(height * fine);
    this.shades = new Float32Array(this.columns * this.rows).fill(white);
  }

  /** @param shade of a place in millimeters, and what lies under it; null leaves it */
  draw(
    [left, top, right, bottom]: readonly [number, number, number, number],
    shade: (x: number, y: number, under: number) => number | null,
  ): void {
    const x1 = math.min(this.columns, math.ceil(right * fine));
    const y1 = math.min(this.rows, math.ceil(bottom * fine));
    for (let y = math.max(0, math.floor(top * fine)); y < y1; y++)
      for (let x = math.max(0, math.floor(left * fine)); x < x1; x++) {
        const place = y * this.columns + x;
        const under = this.shades[place]!;
        this.shades[place] = shade((x + 0.5) / fine, (y + 0.5) / fine, under) ?? under;
      }
  }

  block(left: number, top: number, side: number, shade: number): void {
    this.draw([left, top, left + side, top + side], (x, y) =>
      x >= left && y >= top && x < left + side && y < top + side ? shade : null,
    );
  }

  /** A stroke of a pencil or a pen, which only ever makes darker. */
  stroke(from: Point, to: Point, width: number, shade: number): void {
    const [dx, dy] = [to.x - from.x, to.y - from.y];
    const length = math.hypot(dx, dy) || 1;
    const box = [
      math.min(from.x, to.x) - width,
      math.min(from.y, to.y) - width,
      math.max(from.x, to.x) + width,
      math.max(from.y, to.y) + width,
    ] as const;
    this.draw(box, (x, y, under) => {
      const along = math.max(0, math.min(1, ((x - from.x) * dx + (y - from.y) * dy) / length ** 2));
      const off = math.hypot(x - from.x - along * dx, y - from.y - along * dy);
      return off < width / 2 ? math.min(under, shade) : null;
    });
  }

  disc({ x, y }: Point, radius: number, shade: (u: number, v: number) => number): void {
    this.draw([x - radius, y - radius, x + radius, y + radius], (px, py, under) =>
      math.hypot(px - x, py - y) < radius ? math.min(under, shade(px - x, py - y)) : null,
    );
  }
}

const ink = 30;

function printed(paper: Paper, geometry: SheetGeometry, code: Parameters<typeof codeCellsOf>[0]) {
  const { left, right, heights } = marksOf(geometry);
  heights.forEach((y, index) => {
    for (const x of [left, right])
      if (index === 0 || index === heights.length - 1) {
        paper.block(x - frameSide / 2, y - frameSide / 2, frameSide, ink);
        paper.block(x - frameHole / 2, y - frameHole / 2, frameHole, 245);
        if (index > 0 || x === right)
          paper.block(x - frameDot / 2, y - frameDot / 2, frameDot, ink);
      } else paper.block(x - sideMark / 2, y - sideMark / 2, sideMark, ink);
  });
  const corner = codePlace(geometry);
  codeCellsOf(code).forEach((dark, cell) => {
    const [column, row] = [cell % codeColumns, math.floor(cell / codeColumns)];
    if (dark) paper.block(corner.x + column * codeCell, corner.y + row * codeCell, codeCell, ink);
  });
}

/** An outline and a letter of a few strokes, another one for each sign. */
function printedBubble(paper: Paper, { x, y }: Point, says: string): void {
  paper.draw([x - 2.5, y - 2.5, x + 2.5, y + 2.5], (px, py) => {
    const off = math.abs(math.hypot(px - x, py - y) - bubbleRadius);
    return off < 0.13 ? ink + 40 : null;
  });
  const random = randomFrom(`letter ${says}`);
  const strokes = 2 + random.below(2);
  for (let n = 0; n < strokes; n++) {
    const point = () => ({ x: x + between(random, -0.5, 0.5), y: y + between(random, -0.8, 0.8) });
    paper.stroke(point(), point(), 0.2, 70);
  }
}

/** The outline of a box to write a digit in. */
function printedBox(paper: Paper, { x, y }: Point): void {
  const [left, top, right, bottom] = [x - 7.55, y - 2.2, x - 3.55, y + 2.2];
  const line = (from: Point, to: Point) => paper.stroke(from, to, 0.25, ink);
  line({ x: left, y: top }, { x: right, y: top });
  line({ x: right, y: top }, { x: right, y: bottom });
  line({ x: right, y: bottom }, { x: left, y: bottom });
  line({ x: left, y: bottom }, { x: left, y: top });
}

/** A bubble that somebody fills. */
function fill(paper: Paper, random: Random, { x, y }: Point, hand: Hand): void {
  const spot = { x: x + between(random, -0.4, 0.4), y: y + between(random, -0.4, 0.4) };
  const grain = (shade: number) => (u: number, v: number) =>
    shade + 18 * math.sin(9 * u + 5 * v) + 10 * math.sin(23 * v - 7 * u);
  const pencil = between(random, 55, 125);
  switch (hand) {
    case 'light':
      return paper.disc(spot, between(random, 1.6, 2.1), grain(between(random, 140, 178)));
    case 'scribble': {
      const turns = 5 + random.below(3);
      let from = { x: spot.x - 1.5, y: spot.y - 1.2 };
      for (let n = 1; n <= turns; n++) {
        const to = {
          x: spot.x - 1.5 + (3 * n) / turns,
          y: spot.y + (n % 2 ? 1.4 : -1.4),
        };
        paper.stroke(from, to, 0.42, pencil);
        from = to;
      }
      return;
    }
    case 'tick':
      paper.stroke(
        { x: spot.x - 1.4, y: spot.y },
        { x: spot.x - 0.3, y: spot.y + 1.3 },
        0.5,
        pencil,
      );
      return paper.stroke(
        { x: spot.x - 0.3, y: spot.y + 1.3 },
        { x: spot.x + 2, y: spot.y - 1.8 },
        0.5,
        pencil,
      );
    case 'cross':
      paper.stroke(
        { x: spot.x - 1.5, y: spot.y - 1.5 },
        { x: spot.x + 1.5, y: spot.y + 1.5 },
        0.5,
        pencil,
      );
      return paper.stroke(
        { x: spot.x + 1.5, y: spot.y - 1.5 },
        { x: spot.x - 1.5, y: spot.y + 1.5 },
        0.5,
        pencil,
      );
    default:
      return paper.disc(spot, between(random, 1.6, 2.3), grain(pencil));
  }
}

/** What an eraser leaves: a trace, and a smear around it. */
function erase(paper: Paper, random: Random, { x, y }: Point): void {
  const trace = between(random, 205, 232);
  paper.disc({ x, y }, between(random, 1.6, 2.1), () => trace);
  const smear = between(random, 232, 242);
  paper.disc({ x: x + between(random, -1, 1), y }, 3, () => smear);
}

function fillRow(paper: Paper, random: Random, row: BubbleRow, hand: Hand): FilledRow {
  const { bubbles } = row;
  const chosen = random.below(bubbles.length);
  const other = (chosen + 1 + random.below(bubbles.length - 1)) % bubbles.length;
  const means = [bubbles[chosen]!.says];
  switch (hand) {
    case 'blank':
      return { row, hand, means: [] };
    case 'wiped':
      erase(paper, random, bubbles[chosen]!);
      return { row, hand, means: [] };
    case 'erased':
      erase(paper, random, bubbles[other]!);
      break;
    case 'two':
      fill(paper, random, bubbles[other]!, 'full');
      fill(paper, random, bubbles[chosen]!, 'full');
      return { row, hand, means: null };
    case 'crossed-out':
      fill(paper, random, bubbles[other]!, 'full');
      fill(paper, random, bubbles[other]!, 'cross');
      break;
  }
  fill(paper, random, bubbles[chosen]!, hand);
  return { row, hand, means };
}

function handFor(random: Random, hands: ScanConditions['hands']): Hand {
  let left = random.next() * Object.values(hands).reduce((sum, share) => sum + share, 0);
  for (const [hand, share] of Object.entries(hands)) {
    left -= share;
    if (left < 0) return hand as Hand;
  }
  return 'full';
}

export interface Filling {
  page?: number;
  sheet?: number;
  number?: number;
  /** Filled in the bubbles for the number. */
  bubbled?: number;
  /** What covers some of the paper, in millimeters. */
  torn?: readonly [left: number, top: number, right: number, bottom: number];
}

/** A picture that follows from its seed. */
export function scanOf(
  seed: string,
  geometry: SheetGeometry,
  change: Partial<ScanConditions> = {},
  { page = 1, sheet = 1, number = 7, bubbled, torn }: Filling = {},
): Scan {
  const conditions = { ...usualScan, ...change };
  const random = randomFrom(seed);
  const paper = new Paper(geometry.width, geometry.height, 245);
  printed(paper, geometry, { check: geometry.check, sheet, page, number });
  const { rows } = geometry.pages[page - 1]!;
  const digits = numberRows(geometry);
  for (const row of [...digits, ...rows])
    for (const bubble of row.bubbles) printedBubble(paper, bubble, bubble.says);
  for (const { bubbles, box } of rows) if (box) printedBox(paper, bubbles[0]!);
  if (bubbled !== undefined)
    digits.forEach(({ bubbles }, place) => {
      const digit = place === 0 ? math.floor(bubbled / 10) : bubbled % 10;
      fill(paper, random, bubbles[digit]!, 'full');
    });
  const filled = rows.map((row) => fillRow(paper, random, row, handFor(random, conditions.hands)));
  for (let n = 0; n < conditions.streaks; n++) {
    const x = between(random, 5, geometry.width - 5);
    const shade = between(random, 90, 170);
    paper.stroke({ x, y: 0 }, { x, y: geometry.height }, between(random, 0.15, 0.3), shade);
  }
  if (torn) paper.draw(torn, () => 90);
  return { picture: taken(paper, random, conditions), filled };
}

/** The paper as a scanner or a phone sees it. */
function taken(paper: Paper, random: Random, conditions: ScanConditions): Gray {
  const { dpi, turned, noise, blur, shading, photo } = conditions;
  const scale = dpi / 25.4 / fine;
  const angle = (turned * math.PI) / 180;
  const [cos, sin] = [math.cos(angle), math.sin(angle)];
  // All of the paper is seen, however it is turned.
  const room = scale * (photo ? 1.16 : 1);
  const [across, down] = [math.abs(cos), math.abs(sin)];
  const width = math.round((paper.columns * across + paper.rows * down) * room);
  const height = math.round((paper.rows * across + paper.columns * down) * room);
  const lean = photo
    ? { x: between(random, -0.16, 0.16), y: between(random, -0.16, 0.16) }
    : { x: 0, y: 0 };
  const [gx, gy] = [between(random, -shading, shading), between(random, -shading, shading)];
  const shades = new Float32Array(width * height);
  const desk = photo ? 95 : 245;
  for (let row = 0; row < height; row++)
    for (let column = 0; column < width; column++) {
      let sum = 0;
      for (const [du, dv] of [
        [0.25, 0.25],
        [0.75, 0.25],
        [0.25, 0.75],
        [0.75, 0.75],
      ] as const) {
        const [x, y] = [(column + du) / width - 0.5, (row + dv) / height - 0.5];
        const depth = 1 + lean.x * x + lean.y * y;
        const [u, v] = [(x * width) / depth / scale, (y * height) / depth / scale];
        const px = math.floor(u * cos + v * sin + paper.columns / 2);
        const py = math.floor(v * cos - u * sin + paper.rows / 2);
        const isPaper = px >= 0 && py >= 0 && px < paper.columns && py < paper.rows;
        sum += isPaper ? paper.shades[py * paper.columns + px]! : desk;
      }
      const [x, y] = [column / width - 0.5, row / height - 0.5];
      shades[row * width + column] = (sum / 4) * (1 + gx * x + gy * y - (photo ? 0.12 : 0));
    }
  blurred(shades, width, height, blur);
  const grain = Float32Array.from({ length: 4093 }, () => random.normal() * noise);
  const data = new Uint8Array(shades.length);
  for (let place = 0; place < data.length; place++)
    data[place] = math.max(
      0,
      math.min(255, shades[place]! + grain[(place * 31 + (place >> 11)) % 4093]!),
    );
  return { width, height, data };
}

function blurred(shades: Float32Array, width: number, height: number, sigma: number): void {
  if (sigma <= 0) return;
  const reach = math.ceil(2.5 * sigma);
  const kernel = Array.from({ length: 2 * reach + 1 }, (_, n) =>
    math.exp(-((n - reach) ** 2) / (2 * sigma * sigma)),
  );
  const total = kernel.reduce((sum, weight) => sum + weight, 0);
  for (const [lines, length, line, next] of [
    [height, width, width, 1],
    [width, height, 1, width],
  ] as const) {
    const row = new Float32Array(length);
    for (let n = 0; n < lines; n++) {
      for (let i = 0; i < length; i++) row[i] = shades[n * line + i * next]!;
      for (let i = 0; i < length; i++) {
        let sum = 0;
        for (let k = -reach; k <= reach; k++)
          sum += row[math.min(length - 1, math.max(0, i + k))]! * kernel[k + reach]!;
        shades[n * line + i * next] = sum / total;
      }
    }
  }
}
