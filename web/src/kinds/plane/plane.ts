/** Where points of a coordinate plane stand on its drawing, and the shapes of figures there. */
import { amountOf, type Axis, type Figure } from '@oaken/core/items';

export const planeWidth = 520;
const margin = 44;

export interface Spot {
  x: number;
  y: number;
}

const ends = ({ from, to }: Pick<Axis, 'from' | 'to'>) =>
  [from, to].map((text) => amountOf(text)?.valueOf() ?? 0) as [number, number];

export class Plane {
  private readonly across: [number, number];
  private readonly up: [number, number];

  constructor(x: Pick<Axis, 'from' | 'to'>, y: Pick<Axis, 'from' | 'to'>) {
    this.across = ends(x);
    this.up = ends(y);
  }

  /** Where a point stands on the drawing, which has its origin at the upper left. */
  at({ x, y }: Spot): Spot {
    const room = planeWidth - 2 * margin;
    const [left, right] = this.across;
    const [low, high] = this.up;
    return {
      x: margin + (room * (x - left)) / (right - left || 1),
      y: planeWidth - margin - (room * (y - low)) / (high - low || 1),
    };
  }

  /** The edges of the grid on the drawing. */
  readonly frame = { x: margin, y: margin, size: planeWidth - 2 * margin };

  /** Where the axes lie: at 0, or at the edge where 0 is not on the drawing. */
  get origin(): Spot {
    const clamp = ([low, high]: [number, number]) => Math.min(high, Math.max(low, 0));
    return this.at({ x: clamp(this.across), y: clamp(this.up) });
  }

  /** How far a figure without end has to go to leave the drawing. */
  get reach(): number {
    return 2 * (this.across[1] - this.across[0] + this.up[1] - this.up[0]);
  }
  get width(): [number, number] {
    return this.across;
  }
}

const line = (plane: Plane, points: readonly Spot[]) =>
  points
    .map((point, index) => {
      const { x, y } = plane.at(point);
      return `${index === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`;
    })
    .join(' ');

function along(from: Spot, to: Spot, reach: number): Spot[] {
  const length = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  const [dx, dy] = [((to.x - from.x) / length) * reach, ((to.y - from.y) / length) * reach];
  return [
    { x: from.x - dx, y: from.y - dy },
    { x: from.x + dx, y: from.y + dy },
  ];
}

function parabola(plane: Plane, vertex: Spot, through: Spot): string {
  const stretch = (through.y - vertex.y) / (through.x - vertex.x) ** 2;
  const [left, right] = plane.width;
  const points = Array.from({ length: 121 }, (_, n) => {
    const x = left + ((right - left) * n) / 120;
    return { x, y: vertex.y + stretch * (x - vertex.x) ** 2 };
  });
  return line(plane, points);
}

function circle(plane: Plane, center: Spot, through: Spot): string {
  const radius = Math.hypot(through.x - center.x, through.y - center.y);
  const points = Array.from({ length: 73 }, (_, n) => {
    const angle = (n * Math.PI) / 36;
    return { x: center.x + radius * Math.cos(angle), y: center.y + radius * Math.sin(angle) };
  });
  return line(plane, points);
}

/** The side of an edge on which a point lies, far beyond the drawing. */
function side(plane: Plane, edge: readonly Spot[], inside: Spot): string {
  const [p, q] = edge as [Spot, Spot];
  const [dx, dy] = [q.x - p.x, q.y - p.y];
  const turn = dx * (inside.y - p.y) - dy * (inside.x - p.x) > 0 ? 1 : -1;
  const away = (spot: Spot) => ({ x: spot.x - turn * dy, y: spot.y + turn * dx });
  return `${line(plane, [p, q, away(q), away(p)])} Z`;
}

export interface Drawn {
  /** An outline; empty for points. */
  path: string;
  /** What is shaded; empty for all but half-planes. */
  area: string;
  isDashed: boolean;
  /** The points that make it. */
  points: Spot[];
}

const numbers = (figure: Figure): Spot[] =>
  figure.points.map(([x, y]) => ({
    x: amountOf(x)?.valueOf() ?? Number.NaN,
    y: amountOf(y)?.valueOf() ?? Number.NaN,
  }));

/** A figure on the drawing; null where its points are not there yet, or make none. */
export function drawnFigure(plane: Plane, figure: Figure): Drawn | null {
  const spots = numbers(figure);
  const [first, second, third] = spots;
  if (!first || spots.some(({ x, y }) => Number.isNaN(x) || Number.isNaN(y))) return null;
  const points = spots.map((spot) => plane.at(spot));
  const drawn = (path: string): Drawn => ({ path, area: '', isDashed: false, points });
  if (figure.figure === 'point' || !second) return drawn('');
  switch (figure.figure) {
    case 'segment':
      return drawn(line(plane, [first, second]));
    case 'line':
      return drawn(line(plane, along(first, second, plane.reach)));
    case 'circle':
      return drawn(circle(plane, first, second));
    case 'parabola':
      return second.x === first.x ? drawn('') : drawn(parabola(plane, first, second));
    case 'half-plane': {
      const edge = along(first, second, plane.reach);
      return {
        path: line(plane, edge),
        area: third ? side(plane, edge, third) : '',
        isDashed: figure.isOpen === true,
        points: points.slice(0, 2),
      };
    }
  }
}
