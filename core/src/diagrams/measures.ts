/** What the fields of a diagram come to: numbers, measures with their units, marked points. */
import { exact, readNumber } from '../scoring';
import { sentence } from './sentences';

/** Thrown within this folder only: what leaves it has the sentence as a value. */
export class Undrawable extends Error {}

/** The number that a text begins with, such as 6 in "6 cm"; null where it is none, as in "?" or "x". */
export function sizeIn(text: string): number | null {
  const [reading] = readNumber(text, 'point');
  return reading ? exact.toNumber(reading.value) : null;
}

/** @throws Undrawable where it is no number */
export function numberIn(text: string): number {
  const size = sizeIn(text);
  if (size === null) throw new Undrawable(sentence('noNumber', { text }));
  return size;
}

/** @throws Undrawable where it is no whole number of a range */
export function countIn(text: string, least: number, largest: number): number {
  const size = numberIn(text);
  if (!Number.isInteger(size) || size < least || size > largest)
    throw new Undrawable(sentence('noCount', { text, least, most: largest }));
  return size;
}

export interface MarkedPoint {
  letter: string;
  value: number;
}

/** `P = 3; 4.5`: each with its letter, or without. @throws Undrawable */
export const pointsIn = (text: string): MarkedPoint[] =>
  text
    .split(';')
    .map((point) => point.trim())
    .filter(Boolean)
    .map((point) => {
      const [, letter = '', number = point] = /^([^=]{1,12})=(.*)$/.exec(point) ?? [];
      return { letter: letter.trim(), value: numberIn(number.trim()) };
    });
