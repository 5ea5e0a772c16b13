/** Where the marks of an axis stand, and how its numbers are written. */
import type Fraction from 'fraction.js';

const mostSteps = 200;

/** From one number to another, a step apart; empty where they make no axis. */
export function marksBetween(low: Fraction, high: Fraction, step: Fraction): Fraction[] {
  if (step.lte(0) || high.lte(low)) return [];
  const steps = high.sub(low).div(step);
  if (steps.gt(mostSteps)) return [];
  return Array.from({ length: Number(steps.floor().n) + 1 }, (_, n) => low.add(step.mul(n)));
}

/** A number written as the step of its axis is: as a fraction where that is one, and else as a decimal. */
export function writtenLike(value: Fraction, step: string): string {
  const decimal = value.toString();
  return step.includes('/') || decimal.includes('(') ? value.toFraction() : decimal;
}
