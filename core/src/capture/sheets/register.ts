/** Where the places of a sheet are in a picture of it: by its corner frames, and by the squares along its sides. */
import { shadeAt, type Gray } from '../gray';
import {
  areaOf,
  distance,
  isConvex,
  projectionTo,
  type Point,
  type Projection,
  type Quad,
} from '../plane';
import {
  bandsDown,
  codeCell,
  codeColumns,
  codePlace,
  codeRows,
  markInset,
  marksOf,
  sideMark,
} from './geometry';
import type { Mark, Marks } from './marks';
import { codeFrom, type PageCode } from './page-code';

/** From millimeters on the paper to the picture. */
export type PlaceInPicture = (x: number, y: number) => Point;

export interface Registered {
  place: PlaceInPicture;
  /** Null where the page's code cannot be read; which way is up is known all the same. */
  code: PageCode | null;
}

/** Millimeters. */
export interface PaperSize {
  width: number;
  height: number;
}

/** More frames than these are a picture of something else. */
const mostFrames = 12;
const mostGroups = 4;
const mostQuads = 12;
/** Of the picture, the sheet takes at least so much. */
const leastShare = 0.12;

/** @returns null where no sheet of this size is to be seen */
export function registered(
  gray: Gray,
  { frames, squares }: Marks,
  paper: PaperSize,
): Registered | null {
  // Nearly always the first one is right, so that the others are not even put together.
  for (const quad of quadsOf(frames, gray, paper)) {
    for (let turn = 0; turn < 4; turn++) {
      const corners = turned(quad, turn);
      const known = placesOf(corners, squares, paper);
      const code = codeIn(gray, known.place, paper);
      if (code) return { ...known, code };
    }
  }
  for (const quad of quadsOf(frames, gray, paper))
    for (let turn = 0; turn < 4; turn++) {
      const corners = turned(quad, turn);
      if (isUpright(gray, corners)) return { ...placesOf(corners, squares, paper), code: null };
    }
  return null;
}

/** Frames of about the same size, the largest ones first. */
function groupsOf(frames: readonly Mark[]): Mark[][] {
  const rest = [...frames].sort((a, b) => b.side - a.side);
  const groups: Mark[][] = [];
  while (rest.length > 0 && groups.length < mostGroups) {
    const largest = rest[0]?.side ?? 0;
    const group = rest.filter(({ side }) => side > largest / 1.5);
    rest.splice(0, group.length);
    if (group.length > 1) groups.push(group.slice(0, mostFrames));
  }
  return groups;
}

/** Four frames that could be the corners of the sheet, the largest figure first; then three, or two, with the others put back. */
function* quadsOf(frames: readonly Mark[], gray: Gray, paper: PaperSize): Generator<Quad> {
  const ways = [wholeQuads, mendedQuads, guessedQuads];
  for (const group of groupsOf(frames))
    for (const quads of ways)
      yield* quads(group, paper)
        .filter((quad) => isSheet(quad, gray, paper))
        .sort((a, b) => areaOf(b) - areaOf(a))
        .slice(0, mostQuads);
}

const wholeQuads = (frames: readonly Mark[]): Quad[] =>
  combinations(frames, 4).flatMap((four) => clockwise(four) ?? []);

const mendedQuads = (frames: readonly Mark[]): Quad[] =>
  combinations(frames, 3).flatMap((three) =>
    three.flatMap((_, index) => {
      const [a, b, c] = [three[index], three[(index + 1) % 3], three[(index + 2) % 3]];
      if (!a || !b || !c) return [];
      // Across from the first one.
      return clockwise([a, b, c, { x: b.x + c.x - a.x, y: b.y + c.y - a.y }]) ?? [];
    }),
  );

const guessedQuads = (frames: readonly Mark[], paper: PaperSize): Quad[] =>
  combinations(frames, 2).flatMap((two) => besides(two, paper));

/** Two frames as one side of a sheet that is seen from straight above: a line may run through the others. */
function besides([a, b]: readonly Mark[], paper: PaperSize): Quad[] {
  if (!a || !b) return [];
  const wide = (paper.width - 2 * markInset) / (paper.height - 2 * markInset);
  return [
    [a, b],
    [b, a],
  ].flatMap(([from, to]) =>
    [wide, 1 / wide].flatMap((ratio) => {
      if (!from || !to) return [];
      const [dx, dy] = [(to.y - from.y) * ratio, (from.x - to.x) * ratio];
      const across = ({ x, y }: Point) => ({ x: x + dx, y: y + dy });
      return clockwise([from, to, across(from), across(to)]) ?? [];
    }),
  );
}

function combinations<Thing>(things: readonly Thing[], count: number): Thing[][] {
  if (count === 0) return [[]];
  return things.flatMap((thing, index) =>
    combinations(things.slice(index + 1), count - 1).map((rest) => [thing, ...rest]),
  );
}

function clockwise(points: readonly Point[]): Quad[] | null {
  const x = points.reduce((sum, point) => sum + point.x, 0) / points.length;
  const y = points.reduce((sum, point) => sum + point.y, 0) / points.length;
  const [a, b, c, d] = [...points].sort(
    (p, q) => Math.atan2(p.y - y, p.x - x) - Math.atan2(q.y - y, q.x - x),
  );
  if (!a || !b || !c || !d) return null;
  const quad: Quad = [a, b, c, d];
  return isConvex(quad) ? [quad] : null;
}

function isSheet(quad: Quad, { width, height }: Gray, paper: PaperSize): boolean {
  if (areaOf(quad) < leastShare * width * height) return false;
  const sides = quad.map((corner, index) => distance(corner, quad[(index + 1) % 4] ?? corner));
  const [a = 1, b = 1, c = 1, d = 1] = sides;
  const ratio = (a + c) / (b + d);
  const wanted = (paper.height - 2 * markInset) / (paper.width - 2 * markInset);
  const off = Math.max(ratio, 1 / ratio) / wanted;
  const lean = Math.max(a / c, c / a, b / d, d / b);
  return off > 0.75 && off < 1.33 && lean < 1.8;
}

const turned = ([a, b, c, d]: Quad, turn: number): Quad => {
  const corners = [a, b, c, d, a, b, c].slice(turn, turn + 4);
  return corners as unknown as Quad;
};

/** The upper left frame has no dot in its hole. */
function isUpright(gray: Gray, corners: Quad): boolean {
  const [first = 0, ...others] = corners.map(({ x, y }) => shadeAt(gray, x, y));
  return others.every((shade) => shade < first - 30);
}

/** Between two pairs of marks the paper is taken as flat. */
function placesOf(
  corners: Quad,
  squares: readonly Mark[],
  paper: PaperSize,
): Omit<Registered, 'code'> {
  const { left, right, heights } = marksOf(paper);
  const [width, height] = [right - left, paper.height - 2 * markInset];
  const flat = projectionTo(corners);
  const roughly = (x: number, y: number) => flat((x - left) / width, (y - markInset) / height);
  const scale = Math.sqrt(areaOf(corners) / (width * height));
  const pairs = heights.map((y, index) => {
    if (index === 0) return [corners[0], corners[1]] as const;
    if (index === bandsDown) return [corners[3], corners[2]] as const;
    return [left, right].map((x) => nearest(squares, roughly(x, y), scale)) as unknown as readonly [
      Point,
      Point,
    ];
  });
  const bands = pairs.slice(1).map((below, index): Projection => {
    const above = pairs[index] ?? below;
    return projectionTo([above[0], above[1], below[1], below[0]]);
  });
  const place: PlaceInPicture = (x, y) => {
    const along = ((y - markInset) / height) * bandsDown;
    const band = Math.max(0, Math.min(bandsDown - 1, Math.floor(along)));
    return (bands[band] ?? flat)((x - left) / width, along - band);
  };
  return { place };
}

/** The square that stands where one is awaited; where none does, the place itself. */
function nearest(squares: readonly Mark[], awaited: Point, scale: number): Point {
  const near = squares.filter(
    (square) =>
      distance(square, awaited) < 1.3 * sideMark * scale &&
      square.side > 0.6 * sideMark * scale &&
      square.side < 1.6 * sideMark * scale,
  );
  return (
    near.reduce<Point | null>(
      (best, square) =>
        !best || distance(square, awaited) < distance(best, awaited) ? square : best,
      null,
    ) ?? awaited
  );
}

function codeIn(gray: Gray, place: PlaceInPicture, paper: PaperSize): PageCode | null {
  const corner = codePlace(paper);
  const shades = Array.from({ length: codeColumns * codeRows }, (_, cell) => {
    const column = cell % codeColumns;
    const row = Math.floor(cell / codeColumns);
    return meanShade(gray, place, {
      x: corner.x + (column + 0.5) * codeCell,
      y: corner.y + (row + 0.5) * codeCell,
    });
  });
  const sorted = [...shades].sort((a, b) => a - b);
  const [dark = 0, light = 0] = [sorted[6], sorted.at(-7)];
  if (light - dark < 25) return null;
  return codeFrom(shades.map((shade) => (dark + light) / 2 - shade));
}

function meanShade(gray: Gray, place: PlaceInPicture, { x, y }: Point): number {
  let sum = 0;
  for (const dx of [-0.5, 0, 0.5])
    for (const dy of [-0.5, 0, 0.5]) {
      const point = place(x + dx, y + dy);
      sum += shadeAt(gray, point.x, point.y);
    }
  return sum / 9;
}
