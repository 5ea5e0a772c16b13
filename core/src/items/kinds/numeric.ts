import { z } from 'zod';
import { allOrNothing, exact, readNumber } from '../../scoring';
import { alternatives, count } from '../../text';
import { followsBase, labelOf, partBase, type Kind, type PartBase } from '../kind/kind';
import {
  inKeyUnit,
  isPlaced,
  isWithin,
  keyValue,
  numericKey,
  rightValues,
  type NumericKey,
} from './numeric-key';
import { numberSpellings } from './spellings';
import { allOrNothingFor, listOf } from '../kind/table';
import { sentence } from './sentences';

const schema = z
  .strictObject({
    ...partBase,
    ...followsBase,
    kind: z.literal('numeric'),
    key: numericKey,
    rule: allOrNothing,
  })
  .superRefine((part, context) => {
    const check = (path: (string | number)[], value: string, message: string) => {
      if (!isPlaced(value) && keyValue({ ...part.key, value }) === null)
        context.addIssue({ code: 'custom', path: ['key', ...path], message });
    };
    const { value, also = [], mistakes = [] } = part.key;
    check(['value'], value, sentence('isNotNumberWriteLike', { key: value }));
    also.forEach((other, index) =>
      check(['also', index], other, sentence('isNotNumberWithoutUnit', { value: other })),
    );
    mistakes.forEach((mistake, index) =>
      check(
        ['mistakes', index, 'value'],
        mistake.value,
        sentence('isNotNumberWithoutUnit', { value: mistake.value }),
      ),
    );
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
  mistake({ key }, response) {
    const readings = readNumber(response, key.decimal).flatMap(
      (reading) => inKeyUnit(reading, key) ?? [],
    );
    const known = key.mistakes?.find(({ value }) => {
      const wrong = keyValue({ ...key, value });
      return wrong && readings.some((given) => isWithin(given, wrong, key.tolerance));
    });
    return known?.misconception ?? null;
  },
  mistakes: ({ key: { mistakes = [] } }) =>
    mistakes.map(({ value, misconception }) => ({ response: value, misconception })),
  numberIn: ({ key }, response) =>
    readNumber(response, key.decimal)
      .map((reading) => inKeyUnit(reading, key))
      .find((value) => value !== null) ?? null,
  withNumber: (part, value) => ({
    ...part,
    key: { ...part.key, value, also: undefined, mistakes: undefined },
  }),
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
  toGist: ({ prompt, needs, follows, key, rule }) => ({
    prompt,
    needs,
    follows,
    points: rule.points,
    accepted: [key.value, ...(key.also ?? [])],
    tolerance: key.tolerance.by === 'exact' ? undefined : key.tolerance,
    mistakes: key.mistakes,
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
      ...(gist.follows !== undefined && { follows: gist.follows }),
      key: {
        value,
        ...(also.length > 0 && { also }),
        ...(gist.mistakes !== undefined && { mistakes: gist.mistakes as NumericKey['mistakes'] }),
        tolerance: (gist.tolerance as NumericKey['tolerance'] | undefined) ?? { by: 'exact' },
        decimal: 'point',
        units: kept?.units ?? [],
        unitRequired: kept?.required ?? false,
      },
      rule: { rule: 'all-or-nothing', points },
    };
  },
};
