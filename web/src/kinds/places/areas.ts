/** The areas of places on a picture, in the picture's points: drawn, moved and sized. */
import { elementAt } from '@oaken/core/certain';
import type { Places } from '@oaken/core/items';

export type Area = Places['places'][number]['area'];
export interface Spot {
  x: number;
  y: number;
}

/** How far one press of an arrow key moves. */
const step = 4;
export const arrowSteps: Readonly<Record<string, Spot>> = {
  ArrowUp: { x: 0, y: -step },
  ArrowDown: { x: 0, y: step },
  ArrowLeft: { x: -step, y: 0 },
  ArrowRight: { x: step, y: 0 },
};

/** What a drag from one spot to another draws: a rectangle between them, or a circle around the first. */
export const drawnArea = (shape: Area['shape'], from: Spot, to: Spot): Area =>
  shape === 'circle'
    ? {
        shape: 'circle',
        ...from,
        radius: Math.max(1, Math.round(Math.hypot(to.x - from.x, to.y - from.y))),
      }
    : {
        shape: 'rect',
        x: Math.min(from.x, to.x),
        y: Math.min(from.y, to.y),
        width: Math.max(1, Math.abs(to.x - from.x)),
        height: Math.max(1, Math.abs(to.y - from.y)),
      };

/** An area in the middle of a picture, a quarter of its smaller side wide, for those who do not draw. */
export function areaInMiddle(
  shape: Area['shape'],
  { width, height }: { width: number; height: number },
): Area {
  const [x, y] = [Math.round(width / 2), Math.round(height / 2)];
  const size = Math.round(Math.min(width, height) / 8);
  return shape === 'circle'
    ? { shape: 'circle', x, y, radius: size }
    : { shape: 'rect', x: x - size, y: y - size, width: 2 * size, height: 2 * size };
}

export const moved = (area: Area, { x, y }: Spot): Area =>
  area.shape === 'poly'
    ? { ...area, points: area.points.map((value, n) => value + (n % 2 ? y : x)) }
    : { ...area, x: area.x + x, y: area.y + y };

/** Larger or smaller, never too small to be hit. A shape of corners has no size of its own and moves instead. */
export function resized(area: Area, by: Spot): Area {
  if (area.shape === 'poly') return moved(area, by);
  if (area.shape === 'circle')
    return { ...area, radius: Math.max(step, area.radius + by.x + by.y) };
  return {
    ...area,
    width: Math.max(2 * step, area.width + by.x),
    height: Math.max(2 * step, area.height + by.y),
  };
}

/** Where the name of an area stands: its middle, or its first corner. */
export function middleOf(area: Area): Spot {
  if (area.shape === 'rect') return { x: area.x + area.width / 2, y: area.y + area.height / 2 };
  if (area.shape === 'circle') return { x: area.x, y: area.y };
  return { x: elementAt(area.points, 0), y: elementAt(area.points, 1) };
}
