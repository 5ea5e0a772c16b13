/** Where numbers stand on the drawing of a number line. */
import { amountOf, type Axis } from '@oaken/core/items';

export const lineWidth = 720;
/** From the end of the drawing to the first and the last number. */
export const edge = 48;

/** From the left of the drawing, in its points. */
export function placeOn({ from, to }: Pick<Axis, 'from' | 'to'>, value: number): number {
  const [low = 0, high = 1] = [from, to].map((text) => amountOf(text)?.valueOf() ?? 0);
  return edge + ((lineWidth - 2 * edge) * (value - low)) / (high - low || 1);
}
