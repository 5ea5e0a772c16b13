/** The key of a typed number: how it is read, and what is near enough to it. */
import { elementAt } from '../../certain';
import { z } from 'zod';
import { exact, longestNumber, readNumber, type Reading } from '../../scoring';
import { sentence } from './sentences';

const amount = z.number().min(0, sentence('toleranceCannotBeBelowZero'));
const number = z.string().trim().min(1).max(longestNumber);
/** Whether a text is a place of a template, which has a number only in a variant. */
export const isPlaced = (text: string) => text.includes('[[');
const isAmount = (text: string) => isPlaced(text) || amountOf(text) !== null;

const tolerance = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('exact') }),
  z.strictObject({
    by: z.literal('absolute'),
    // In a template the amount can be a formula's.
    within: z.union([
      amount,
      z.string().refine(isAmount, {
        error: ({ input }) => sentence('isNotTolerance', { tolerance: String(input) }),
      }),
    ]),
  }),
  z.strictObject({ by: z.literal('percent'), within: amount.max(100) }),
  z.strictObject({ by: z.literal('significant'), figures: z.int().min(1).max(15) }),
]);

const unit = z.strictObject({
  /** As written: "cm", "km/h", "%". */
  name: z.string().trim().min(1).max(20),
  /** One of this unit is so many of the key's own unit. */
  factor: z.number().positive(sentence('unitsFactorMustBeAbove')).default(1),
});

export const numericKey = z.strictObject({
  /** The right number, as a student may write it. */
  value: z.string().trim().min(1, sentence('keyIsEmpty')).max(longestNumber),
  /** Other numbers that are right as well. */
  also: z.array(number).max(50).optional(),
  /** Wrong numbers that tell what was misunderstood; for teachers only. */
  mistakes: z
    .array(z.strictObject({ value: number, misconception: z.string().trim().min(1).max(500) }))
    .max(20)
    .optional(),
  tolerance,
  decimal: z.enum(['point', 'comma', 'either']).default('point'),
  units: z.array(unit).max(20).default([]),
  unitRequired: z.boolean().default(false),
});
export type NumericKey = z.infer<typeof numericKey>;

/** The key's number. Its own notation is strict: a key that can be read in two ways is refused. */
export function keyValue({
  value,
  decimal,
}: Pick<NumericKey, 'value' | 'decimal'>): exact.Rational | null {
  const readings = readNumber(value, decimal === 'either' ? 'point' : decimal);
  return readings.length === 1 && elementAt(readings, 0).unit === ''
    ? elementAt(readings, 0).value
    : null;
}

const readKeys = new WeakMap<NumericKey, exact.Rational[]>();

/** All numbers that are right: read once for each key, which nobody changes in place, not for every student. */
export function rightValues(key: NumericKey): exact.Rational[] {
  const known = readKeys.get(key);
  if (known) return known;
  const values = [key.value, ...(key.also ?? [])].flatMap(
    (value) => keyValue({ ...key, value }) ?? [],
  );
  readKeys.set(key, values);
  return values;
}

/** An amount of tolerance; null for a text that is none, such as a place of a template. */
function amountOf(within: number | string): exact.Rational | null {
  if (typeof within === 'number') return exact.fromNumber(within);
  const [reading, ...others] = readNumber(within, 'point');
  if (!reading || others.length > 0 || reading.unit !== '') return null;
  return reading.value.s < 0n ? null : reading.value;
}

/** One spelling of a unit: m², m^2 and m2 are the same, and so are "in." and "in". */
const squash = (name: string) =>
  name
    .replace(/[\s^]+/g, '')
    .replace(/[⁰¹²³⁴⁵⁶⁷⁸⁹]/g, (digit) => String('⁰¹²³⁴⁵⁶⁷⁸⁹'.indexOf(digit)))
    .replace(/[·⋅]/g, '*')
    .replace(/º/g, '°')
    .replace(/℃/g, '°C')
    .replace(/℉/g, '°F')
    .replace(/(?<=\p{L})\.$/u, '');

/** M is a million where m is a thousandth, and P and p lie further apart still: there capitals are never let pass. */
const prefixed = /^[mp]/i;

/**
 * The unit of the key that was meant: as it is written, else with other capitals where they cannot
 * mean another one.
 */
function unitMeant(
  given: string,
  units: NumericKey['units'],
): NumericKey['units'][number] | undefined {
  const written = squash(given);
  const same = units.find(({ name }) => squash(name) === written);
  if (same) return same;
  const alike = units.filter(({ name }) => {
    const known = squash(name);
    return (
      known.toLowerCase() === written.toLowerCase() &&
      (known[0] === written[0] || !prefixed.test(known))
    );
  });
  return alike.length === 1 ? alike[0] : undefined;
}

/** The reading in the key's own unit; null when its unit is not accepted. */
export function inKeyUnit(
  { value, unit: given }: Reading,
  { units, unitRequired }: NumericKey,
): exact.Rational | null {
  if (given === '') return unitRequired ? null : value;
  const accepted = unitMeant(given, units);
  if (accepted) return exact.times(value, exact.fromNumber(accepted.factor));
  if (given === '%') return unitRequired ? null : exact.divide(value, exact.fromNumber(100));
  return null;
}

/**
 * Source of the three tolerances: QTI 3.0 `equal` (toleranceMode exact, absolute, relative; bounds included) and
 * `equalRounded` (roundingMode significantFigures: both numbers are rounded, then compared).
 */
export function isWithin(
  given: exact.Rational,
  right: exact.Rational,
  by: NumericKey['tolerance'],
): boolean {
  switch (by.by) {
    case 'exact':
      return exact.isEqual(given, right);
    case 'absolute':
      return exact.isAtMost(
        exact.distance(given, right),
        amountOf(by.within) ?? exact.fromNumber(0),
      );
    case 'percent': {
      const share = exact.divide(exact.fromNumber(by.within), exact.fromNumber(100));
      return exact.isAtMost(
        exact.distance(given, right),
        exact.times(exact.magnitude(right), share),
      );
    }
    case 'significant':
      return exact.isEqual(
        exact.toSignificant(given, by.figures),
        exact.toSignificant(right, by.figures),
      );
  }
}
