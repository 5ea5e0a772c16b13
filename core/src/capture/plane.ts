/** Points, lines, four-sided figures, and how a square is seen from aside. */
export interface Point {
  x: number;
  y: number;
}

/** The corners one after the other, clockwise as a picture shows them. */
export type Quad = readonly [Point, Point, Point, Point];

/** Twice the area of a triangle; positive where its corners run clockwise as a picture shows them. */
export const turn = (a: Point, b: Point, c: Point): number =>
  (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);

/** Between two points, in units of the plane. */
export const distance = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y);

/** @returns null for parallel lines */
export function crossing(a: Point, b: Point, c: Point, d: Point): Point | null {
  const [ux, uy, vx, vy] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y];
  const across = ux * vy - uy * vx;
  if (Math.abs(across) < 1e-9) return null;
  const along = ((c.x - a.x) * vy - (c.y - a.y) * vx) / across;
  return { x: a.x + along * ux, y: a.y + along * uy };
}

/** Of a polygon; positive where its corners run clockwise as a picture shows them. */
export function areaOf(corners: readonly Point[]): number {
  const [first] = corners;
  if (!first) return 0;
  return (
    corners
      .slice(2)
      .reduce((sum, corner, n) => sum + turn(first, corners[n + 1] ?? first, corner), 0) / 2
  );
}

/** Whether its corners run clockwise without turning back. */
export const isConvex = ([a, b, c, d]: Quad): boolean =>
  turn(a, b, c) > 0 && turn(b, c, d) > 0 && turn(c, d, a) > 0 && turn(d, a, b) > 0;

/** From a place on a square, in units of its side, to a place in the picture. */
export type Projection = (u: number, v: number) => Point;

/**
 * How a square whose corners are seen at `quad` is seen everywhere.
 *
 * Source: Heckbert, "Fundamentals of texture mapping and image warping" (1989), 2.2.3; from memory.
 */
export function projectionTo([p, q, r, s]: Quad): Projection {
  const [dx1, dy1, dx2, dy2] = [q.x - r.x, q.y - r.y, s.x - r.x, s.y - r.y];
  const [sx, sy] = [p.x - q.x + r.x - s.x, p.y - q.y + r.y - s.y];
  const across = dx1 * dy2 - dx2 * dy1;
  const g = (sx * dy2 - dx2 * sy) / across;
  const h = (dx1 * sy - sx * dy1) / across;
  const [a, b, d, e] = [
    q.x - p.x + g * q.x,
    s.x - p.x + h * s.x,
    q.y - p.y + g * q.y,
    s.y - p.y + h * s.y,
  ];
  return (u, v) => {
    const scale = 1 / (g * u + h * v + 1);
    return { x: (a * u + b * v + p.x) * scale, y: (d * u + e * v + p.y) * scale };
  };
}
