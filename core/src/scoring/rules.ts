/**
 * How points follow from what was chosen. A rule is data; one function applies it.
 *
 * Source of `table`: QTI 3.0, response processing, `mapResponse` with `lowerBound`, `upperBound` and
 * `defaultValue`; `all-or-nothing` is QTI's `match_correct`.
 */
import { z } from 'zod';
import { sentence } from './sentences';

const points = z
  .number(sentence('pointsMustBeNumber'))
  .min(0, sentence('pointsCannotBeBelowZero'))
  .max(1000, sentence('moreThan1000PointsIs'));

export const allOrNothing = z.strictObject({ rule: z.literal('all-or-nothing'), points });
export const eachRight = z.strictObject({ rule: z.literal('each-right'), points });
export const wrongTakesAway = z.strictObject({ rule: z.literal('wrong-takes-away'), points });
export const pointsTable = z
  .strictObject({
    rule: z.literal('table'),
    values: z
      .array(z.strictObject({ value: z.string().min(1), points: z.number().min(-1000).max(1000) }))
      .min(1, sentence('tablePointsNeedsAtLeast'))
      .max(100),
    /** For a value that is not in the table. */
    otherwise: z.number().min(-1000).max(1000).default(0),
    lower: z.number().min(-1000).max(1000).optional(),
    upper: z.number().min(-1000).max(1000).optional(),
  })
  .superRefine((table, context) => {
    const seen = new Set<string>();
    table.values.forEach(({ value }, index) => {
      if (seen.has(value))
        context.addIssue({
          code: 'custom',
          path: ['values', index, 'value'],
          message: sentence('isInTablePointsTwice', { value }),
        });
      seen.add(value);
    });
    if (table.lower !== undefined && table.upper !== undefined && table.lower > table.upper)
      context.addIssue({
        code: 'custom',
        path: ['upper'],
        message: sentence('upperBoundIsBelowLower', { upper: table.upper, lower: table.lower }),
      });
  });

export const setRule = z.discriminatedUnion('rule', [
  allOrNothing,
  eachRight,
  wrongTakesAway,
  pointsTable,
]);
export const oneRule = z.discriminatedUnion('rule', [allOrNothing, pointsTable]);

/** For several things that are each right or not. */
export const shareRule = z.discriminatedUnion('rule', [allOrNothing, eachRight]);
/** For marks that somebody sets, of which some can be too many. */
export const marksRule = z.discriminatedUnion('rule', [allOrNothing, eachRight, wrongTakesAway]);

/** For an order: the whole, each thing in its own place, or each pair in the right order. */
export const orderRule = z.discriminatedUnion('rule', [
  allOrNothing,
  z.strictObject({ rule: z.literal('each-place'), points }),
  z.strictObject({ rule: z.literal('each-pair'), points }),
]);
/** A teacher gives up to so many points. */
export const byHand = z.strictObject({ rule: z.literal('by-hand'), points });

export type SetRule = z.infer<typeof setRule>;
export type ShareRule = z.infer<typeof shareRule>;
export type MarksRule = z.infer<typeof marksRule>;
export type OneRule = z.infer<typeof oneRule>;
export type OrderRule = z.infer<typeof orderRule>;
type PointsTable = z.infer<typeof pointsTable>;

/**
 * Points of one item, without the dust of binary fractions: 0.1 + 0.2 is 0.3. A part's points are not rounded, so that
 * three thirds of an item are the whole.
 */
export const roundPoints = (value: number) => Math.round(value * 1e12) / 1e12;

/** The points of several items together. A hundred thirds, each rounded to 1e-12, are off by 5e-11 at most. */
export const sumPoints = (items: readonly number[]) =>
  Math.round(items.reduce((sum, item) => sum + item, 0) * 1e9) / 1e9;

/** Together never below zero, unless the teacher lets it. */
function withinBounds(
  value: number,
  { lower = 0, upper = Infinity }: Pick<PointsTable, 'lower' | 'upper'>,
): number {
  return Math.min(upper, Math.max(lower, value));
}

/**
 * Points for a set of chosen values.
 *
 * @param right the values that the key calls right; not empty unless the rule is a table
 * @param chosen what the student chose; a value given twice counts once (QTI: mapping of a multiple container)
 */
export function pointsForSet(
  rule: SetRule,
  right: Iterable<string>,
  chosen: Iterable<string>,
): number {
  const rightOnes = new Set(right);
  const picked = new Set(chosen);
  let hits = 0;
  for (const value of picked) if (rightOnes.has(value)) hits++;
  const misses = picked.size - hits;
  switch (rule.rule) {
    case 'all-or-nothing':
      return hits === rightOnes.size && misses === 0 ? rule.points : 0;
    case 'each-right':
      return rule.points * (hits / rightOnes.size);
    case 'wrong-takes-away':
      return rule.points * (Math.max(0, hits - misses) / rightOnes.size);
    case 'table': {
      const worth = new Map(rule.values.map(({ value, points }) => [value, points]));
      let sum = 0;
      for (const value of picked) sum += worth.get(value) ?? rule.otherwise;
      return roundPoints(withinBounds(sum, rule));
    }
  }
}

/** The most that `rule` can give when at most `mostChosen` of `values` may be chosen. */
export function mostPoints(rule: SetRule, values: string[], mostChosen = values.length): number {
  if (rule.rule !== 'table') return rule.points;
  const worth = new Map(rule.values.map(({ value, points }) => [value, points]));
  const gains = values
    .map((value) => worth.get(value) ?? rule.otherwise)
    .filter((gain) => gain > 0);
  gains.sort((a, b) => b - a);
  return roundPoints(
    withinBounds(
      gains.slice(0, mostChosen).reduce((sum, gain) => sum + gain, 0),
      rule,
    ),
  );
}

/** A part whose table gives `value` as much as the best value has. */
export function acceptInTable<P extends { rule: OneRule }>(
  p: P,
  rule: PointsTable,
  value: string,
): P {
  const best = Math.max(...rule.values.map(({ points: worth }) => worth));
  const values = [...rule.values.filter((line) => line.value !== value), { value, points: best }];
  const known = rule.values.find((line) => line.value === value);
  return known && known.points >= best ? p : { ...p, rule: { ...rule, values } };
}
