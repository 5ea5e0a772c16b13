/** Where the bars and dots of a plot stand on its drawing. */
import { amountOf, type Axis } from '@oaken/core/items';

export const plotWidth = 640;
export const plotHeight = 340;
export const frame = { left: 64, right: 16, top: 16, bottom: 16 } as const;

/** From the top of the drawing, in its points. */
export function heightOf({ from, to }: Pick<Axis, 'from' | 'to'>, value: number): number {
  const [low = 0, high = 1] = [from, to].map((text) => amountOf(text)?.valueOf() ?? 0);
  const room = plotHeight - frame.top - frame.bottom;
  return plotHeight - frame.bottom - (room * (value - low)) / (high - low || 1);
}

/** The middle of a column, and how wide a bar in it is. */
export function columnOf(index: number, columns: number): { middle: number; bar: number } {
  const width = (plotWidth - frame.left - frame.right) / Math.max(1, columns);
  return { middle: frame.left + width * (index + 0.5), bar: width * 0.6 };
}
