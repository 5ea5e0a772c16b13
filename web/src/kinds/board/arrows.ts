import type { Step } from './StepKeys.vue';

const arrows: Readonly<Record<string, Step>> = {
  ArrowLeft: 'left',
  ArrowRight: 'right',
  ArrowUp: 'up',
  ArrowDown: 'down',
};
/** The step of an arrow key; undefined for other keys. */
export const stepOf = ({ key }: KeyboardEvent): Step | undefined =>
  Object.hasOwn(arrows, key) ? arrows[key] : undefined;

/** Whether a key sets what the cursor is on. */
export const isSetting = ({ key }: KeyboardEvent): boolean => key === ' ' || key === 'Enter';

/** A number with the sign that is printed. */
export const printed = (number: string): string => number.replace('-', '−');

/** The number of a list that lies nearest. */
export function nearestIndex(values: readonly number[], wanted: number): number {
  let best = 0;
  values.forEach((value, index) => {
    if (Math.abs(value - wanted) < Math.abs((values[best] ?? 0) - wanted)) best = index;
  });
  return best;
}
