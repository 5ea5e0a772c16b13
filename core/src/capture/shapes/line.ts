/** A straight line through points that do not quite lie on one. */
import type { Point } from '../plane';

/** The line of least squares through points, without those that lie far off it. */
export function lineThrough(points: readonly Point[]): [Point, Point] | null {
  let kept = points;
  for (let round = 0; round < 3; round++) {
    if (kept.length < 4) return null;
    const { center, along } = principal(kept);
    const off = kept.map(({ x, y }) =>
      Math.abs((x - center.x) * -along.y + (y - center.y) * along.x),
    );
    const typical = [...off].sort((a, b) => a - b)[Math.floor(off.length / 2)] ?? 0;
    const near = kept.filter((_, index) => (off[index] ?? 0) <= Math.max(0.35, 2.5 * typical));
    if (near.length === kept.length || round === 2)
      return [center, { x: center.x + along.x, y: center.y + along.y }];
    kept = near;
  }
  return null;
}

function principal(points: readonly Point[]): { center: Point; along: Point } {
  const mean = (of: (point: Point) => number) =>
    points.reduce((sum, point) => sum + of(point), 0) / points.length;
  const center = { x: mean(({ x }) => x), y: mean(({ y }) => y) };
  const xx = mean(({ x }) => (x - center.x) ** 2);
  const yy = mean(({ y }) => (y - center.y) ** 2);
  const xy = mean(({ x, y }) => (x - center.x) * (y - center.y));
  const angle = 0.5 * Math.atan2(2 * xy, xx - yy);
  return { center, along: { x: Math.cos(angle), y: Math.sin(angle) } };
}
