/** The outlines of the pieces that wholes are cut into. */
import type { SittingFractionModel } from '@oaken/core/items';

export interface Piece {
  /** Counted from 0 through all wholes. */
  index: number;
  whole: number;
  path: string;
}

const gap = 24;
/** One whole on the drawing. */
const size = { bar: [300, 70], circle: [180, 180], grid: [200, 200] } as const;

/** The size of the drawing of all wholes: bars stand below each other, the others side by side. */
export function modelSize({ shape, wholes }: SittingFractionModel): {
  width: number;
  height: number;
} {
  const [width, height] = size[shape];
  return shape === 'bar'
    ? { width: width + 4, height: wholes * (height + gap) - gap + 4 }
    : { width: wholes * (width + gap) - gap + 4, height: height + 4 };
}

function slice(radius: number, from: number, to: number): string {
  const spot = (turn: number) => {
    const angle = 2 * Math.PI * turn - Math.PI / 2;
    return `${(radius + radius * Math.cos(angle)).toFixed(2)} ${(radius + radius * Math.sin(angle)).toFixed(2)}`;
  };
  if (to - from === 1)
    return `M0 ${radius} a${radius} ${radius} 0 1 1 ${2 * radius} 0 a${radius} ${radius} 0 1 1 ${-2 * radius} 0 Z`;
  const isLarge = to - from > 0.5 ? 1 : 0;
  return `M${radius} ${radius} L${spot(from)} A${radius} ${radius} 0 ${isLarge} 1 ${spot(to)} Z`;
}

export interface Whole {
  /** Where it stands on the drawing. */
  transform: string;
  pieces: Piece[];
}

/** The pieces of each whole, row by row. */
export function wholesOf({ shape, columns, rows, wholes }: SittingFractionModel): Whole[] {
  const [width, height] = size[shape];
  const count = columns * rows;
  return Array.from({ length: wholes }, (_, whole) => ({
    transform:
      shape === 'bar'
        ? `translate(2 ${2 + whole * (height + gap)})`
        : `translate(${2 + whole * (width + gap)} 2)`,
    pieces: Array.from({ length: count }, (_piece, n) => {
      const index = whole * count + n;
      if (shape === 'circle')
        return { index, whole, path: slice(width / 2, n / count, (n + 1) / count) };
      const [w, h] = [width / columns, height / rows];
      return {
        index,
        whole,
        path: `M${(n % columns) * w} ${Math.floor(n / columns) * h} h${w} v${h} h${-w} Z`,
      };
    }),
  }));
}
