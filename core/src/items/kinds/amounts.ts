/** Numbers of a key that are written: whole, decimal or a fraction; in a template, a place for one. */
import type Fraction from 'fraction.js';
import { z } from 'zod';
import { marksBetween } from '../../axes';
import { exactValue, readTerm } from '../../expressions';
import { isPlaced } from './numeric-key';
import { sentence } from './sentences';

export const longestAmount = 40;

/** The exact number that a text says: -5, 2.5, 1/2, 1 1/2; null for everything else. */
export function amountOf(text: string): Fraction | null {
  const read = readTerm(text);
  return read.ok ? exactValue(read.term) : null;
}

/** A number, or a place that will have one. */
export const amountText = z
  .string()
  .trim()
  .max(longestAmount)
  .refine((text) => isPlaced(text) || amountOf(text) !== null, {
    error: ({ input }) => sentence('isNotANumber', { text: String(input) }),
  });

/** A number as somebody's device sends it. */
export const sentAmount = z.string().max(longestAmount);

/** One spelling for a number: 0.5 is 1/2; null for what is none. */
export const plainAmount = (text: string): string | null => amountOf(text)?.toFraction() ?? null;

/** From one number to another, in steps. */
export const axis = z.strictObject({ from: amountText, to: amountText, step: amountText });
export type Axis = z.infer<typeof axis>;

/** Where the marks of an axis stand; empty where its numbers are not there yet, or make no axis. */
export function marksOf({ from, to, step }: Axis): Fraction[] {
  const [low, high, by] = [from, to, step].map(amountOf);
  return low && high && by ? marksBetween(low, high, by) : [];
}

/** Adds an issue for an axis on which nothing can stand. */
export function checkAxis(given: Axis, path: (string | number)[], context: z.RefinementCtx): void {
  const isDrawn = Object.values(given).some(isPlaced);
  if (!isDrawn && marksOf(given).length < 2)
    context.addIssue({ code: 'custom', path, message: sentence('axisHasNoMarks') });
}

/** Whether a number lies on an axis at a multiple of `snap` from its beginning. */
export function isOnAxis(value: Fraction, { from, to }: Axis, snap: string): boolean {
  const [low, high, by] = [from, to, snap].map(amountOf);
  if (!low || !high || !by || by.lte(0)) return false;
  return value.gte(low) && value.lte(high) && value.sub(low).div(by).d === 1n;
}

/** Where somebody can set a mark on an axis. */
export const settableOn = ({ from, to }: Pick<Axis, 'from' | 'to'>, snap: string): Fraction[] =>
  marksOf({ from, to, step: snap });
