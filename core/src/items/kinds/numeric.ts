import { elementAt } from '../../certain';
import { z } from 'zod';
import { allOrNothing, exact, longestNumber, readNumber, type Reading } from '../../scoring';
import { alternatives, count } from '../../text';
import { labelOf, partBase, type Kind, type PartBase } from '../kind/kind';
import { numberSpellings } from './spellings';
import { allOrNothingFor, listOf } from '../kind/table';
import { sentence } from './sentences';

const tolerance = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('exact') }),
  z.strictObject({
    by: z.literal('absolute'),
    within: z.number().min(0, sentence('toleranceCannotBeBelowZero')),
  }),
  z.strictObject({
    by: z.literal('percent'),
    within: z.number().min(0, sentence('toleranceCannotBeBelowZero')).max(100),
  }),
  z.strictObject({ by: z.literal('significant'), figures: z.int().min(1).max(15) }),
]);

const unit = z.strictObject({
  /** As written: "cm", "km/h", "%". */
  name: z.string().trim().min(1).max(20),
  /** One of this unit is so many of the key's own unit. */
  factor: z.number().positive(sentence('unitsFactorMustBeAbove')).default(1),
});

const key = z.strictObject({
  /** The right number, as a student may write it. */
  value: z.string().trim().min(1, sentence('keyIsEmpty')).max(longestNumber),
  /** Other numbers that are right as well. */
  also: z.array(z.string().trim().min(1).max(longestNumber)).max(50).optional(),
  tolerance,
  decimal: z.enum(['point', 'comma', 'either']).default('point'),
  units: z.array(unit).max(20).default([]),
  unitRequired: z.boolean().default(false),
});
type NumericKey = z.infer<typeof key>;

/** The key's number. Its own notation is strict: a key that can be read in two ways is refused. */
function keyValue({
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
function rightValues(key: NumericKey): exact.Rational[] {
  const known = readKeys.get(key);
  if (known) return known;
  const values = [key.value, ...(key.also ?? [])].flatMap(
    (value) => keyValue({ ...key, value }) ?? [],
  );
  readKeys.set(key, values);
  return values;
}

const schema = z
  .strictObject({ ...partBase, kind: z.literal('numeric'), key, rule: allOrNothing })
  .superRefine((part, context) => {
    if (keyValue(part.key) === null)
      context.addIssue({
        code: 'custom',
        path: ['key', 'value'],
        message: sentence('isNotNumberWriteLike', { key: part.key.value }),
      });
    part.key.also?.forEach((value, index) => {
      if (keyValue({ ...part.key, value }) === null)
        context.addIssue({
          code: 'custom',
          path: ['key', 'also', index],
          message: sentence('isNotNumberWithoutUnit', { value }),
        });
    });
    if (part.key.unitRequired && part.key.units.length === 0)
      context.addIssue({
        code: 'custom',
        path: ['key', 'units'],
        message: sentence('unitIsRequiredButNone'),
      });
  });

export type Numeric = z.infer<typeof schema>;

export interface SittingNumeric extends PartBase {
  kind: 'numeric';
  unitRequired: boolean;
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
function inKeyUnit(
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
function isWithin(
  given: exact.Rational,
  right: exact.Rational,
  by: NumericKey['tolerance'],
): boolean {
  switch (by.by) {
    case 'exact':
      return exact.isEqual(given, right);
    case 'absolute':
      return exact.isAtMost(exact.distance(given, right), exact.fromNumber(by.within));
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

/** Other ways to write the key's number that count as well: a fraction or a decimal, and a share in percent. */
function otherSpellings(key: NumericKey): string[] {
  const value = keyValue(key);
  if (value === null || key.units.length > 0) return [];
  if (value.d === 1n) return [];
  const spellings = [value.toFraction()];
  const decimal = exact.toNumber(value);
  if (String(decimal).length < 10) spellings.push(String(decimal));
  if (Math.abs(decimal) <= 1 && String(decimal * 100).length < 6)
    spellings.push(`${decimal * 100} %`);
  const typed = key.value.replace(/\s/g, '');
  return spellings.filter((text) => text.replace(/\s/g, '') !== typed);
}

function toleranceInWords(tolerance: NumericKey['tolerance']): string {
  if (tolerance.by === 'exact') return sentence('exactly');
  if (tolerance.by === 'significant')
    return sentence('toFigures', { figures: count(tolerance.figures, 'significantFigure') });
  return sentence(tolerance.by === 'percent' ? 'withinPercent' : 'within', {
    amount: tolerance.within,
  });
}

/** A tolerance as a cell says it; exact is empty. */
function toleranceCell(tolerance: NumericKey['tolerance']): string {
  if (tolerance.by === 'absolute') return String(tolerance.within);
  return tolerance.by === 'percent' ? `${tolerance.within}%` : '';
}

export const numeric: Kind<Numeric, string, SittingNumeric> = {
  kind: 'numeric',
  title: sentence('number'),
  asks: sentence('numberWithOrWithoutUnit'),
  qti: 'qti-text-entry-interaction',
  markedBy: 'machine',
  rules: ['all-or-nothing'],
  typed: 'number',
  part: schema,
  response: z.string().max(200),
  points: ({ rule }) => rule.points,
  score({ key, rule }, response) {
    const right = rightValues(key);
    const isRight = readNumber(response, key.decimal).some((reading) => {
      const value = inKeyUnit(reading, key);
      return value !== null && right.some((fraction) => isWithin(value, fraction, key.tolerance));
    });
    return isRight ? rule.points : 0;
  },
  isEmpty: (response) => response.trim() === '',
  forSitting: ({ id, kind, prompt, key }) => ({ id, kind, prompt, unitRequired: key.unitRequired }),
  spellings: ({ key: { value, units } }) => ({
    listed: [value],
    tried: numberSpellings(value, units[0]?.name ?? ''),
  }),
  folded(part, response) {
    const [reading] = readNumber(response, part.key.decimal);
    if (!reading) return response.trim().toLowerCase();
    const value = inKeyUnit(reading, part.key);
    return value
      ? String(Number(exact.toNumber(value).toPrecision(12)))
      : `${exact.toNumber(reading.value)} ${reading.unit}`;
  },
  accept(part, response) {
    if (numeric.score(part, response) > 0) return part;
    const value = readNumber(response, part.key.decimal)
      .map((reading) => inKeyUnit(reading, part.key))
      .find((fraction) => fraction !== null);
    if (!value) return null;
    return {
      ...part,
      key: { ...part.key, also: [...(part.key.also ?? []), exact.inWords(value)] },
    };
  },
  inWords: (_, response) => response.trim(),
  rightAnswers: ({ key: { value, also = [], units } }) =>
    [value, ...also].map((right) => [right, units[0]?.name].filter(Boolean).join(' ')),
  inTable: {
    read({ cell, points, wrong }, blank) {
      const share = /^([\d.,]+)\s*%$/.exec(cell('tolerance'));
      const within = Number((share?.[1] ?? cell('tolerance')).replace(',', '.'));
      if (Number.isNaN(within))
        wrong('tolerance', sentence('isNotTolerance', { tolerance: cell('tolerance') }));
      const tolerance =
        cell('tolerance') === '' ? { by: 'exact' } : { by: share ? 'percent' : 'absolute', within };
      const units = listOf(cell('units'), ';').map((name) => ({ name, factor: 1 }));
      const key = { value: cell('right'), tolerance, decimal: 'point', units, unitRequired: false };
      return { ...blank, key, rule: allOrNothingFor(points) };
    },
    write: ({ key: { value, tolerance, units } }) => ({
      right: value,
      tolerance: toleranceCell(tolerance),
      units: units.map(({ name }) => name).join(';'),
    }),
  },
  keyInWords({ key, rule }) {
    const names = alternatives(key.units.map(({ name }) => name));
    const units =
      names && sentence(key.unitRequired ? 'inUnit' : 'withOrWithoutUnit', { unit: names });
    const readings = alternatives([key.value, ...otherSpellings(key), ...(key.also ?? [])]);
    const right = [readings, toleranceInWords(key.tolerance), units].filter(Boolean).join(', ');
    return `${right}. ${count(rule.points, 'point')}.`;
  },
  texts: () => [],
  toGist: ({ prompt, needs, key, rule }) => ({
    prompt,
    needs,
    points: rule.points,
    accepted: [key.value, ...(key.also ?? [])],
    tolerance: key.tolerance.by === 'exact' ? undefined : key.tolerance,
    units: key.units.length > 0 ? { units: key.units, required: key.unitRequired } : undefined,
  }),
  fromGist: (gist, id) => {
    const { prompt, needs, points = 1, accepted = [], choices = [], right = [] } = gist;
    const kept = gist.units as { units: NumericKey['units']; required: boolean } | undefined;
    const words = [...accepted, ...right.map((text) => labelOf(choices, text))];
    const [value = '', ...also] = words.filter(
      (word) => keyValue({ value: word, decimal: 'point' }) !== null,
    );
    return {
      id,
      kind: 'numeric',
      prompt,
      needs,
      key: {
        value,
        ...(also.length > 0 && { also }),
        tolerance: (gist.tolerance as NumericKey['tolerance'] | undefined) ?? { by: 'exact' },
        decimal: 'point',
        units: kept?.units ?? [],
        unitRequired: kept?.required ?? false,
      },
      rule: { rule: 'all-or-nothing', points },
    };
  },
};
