/**
 * Units and what they are worth in those of the SI, exactly.
 *
 * Sources: BIPM, *The International System of Units (SI)*, 9th edition (2019), tables 2, 4, 5, 7 and 8, for the SI and
 * the units beside it; NIST Special Publication 811 (2008), appendix B.8, for feet, pounds and gallons.
 */
import Fraction from 'fraction.js';

/** The power of each base unit, by its symbol. */
export type Dimension = Readonly<Record<string, number>>;
export interface Unit {
  dimension: Dimension;
  /** One of it in base units. */
  factor: Fraction;
  /** Where its 0 lies, in base units; for temperatures. */
  zero?: Fraction;
}

const of = (factor: string, dimension: Dimension): Unit => ({
  factor: new Fraction(factor),
  dimension,
});
const length = { m: 1 };
const area = { m: 2 };
const volume = { m: 3 };
const mass = { kg: 1 };
const time = { s: 1 };
const force = { kg: 1, m: 1, s: -2 };
const energy = { kg: 1, m: 2, s: -2 };

/** Those that take a prefix. */
const prefixable: Readonly<Record<string, Unit>> = {
  m: of('1', length),
  g: of('0.001', mass),
  s: of('1', time),
  A: of('1', { A: 1 }),
  K: of('1', { K: 1 }),
  mol: of('1', { mol: 1 }),
  cd: of('1', { cd: 1 }),
  L: of('0.001', volume),
  l: of('0.001', volume),
  N: of('1', force),
  J: of('1', energy),
  W: of('1', { kg: 1, m: 2, s: -3 }),
  Pa: of('1', { kg: 1, m: -1, s: -2 }),
  Hz: of('1', { s: -1 }),
  C: of('1', { A: 1, s: 1 }),
  V: of('1', { kg: 1, m: 2, s: -3, A: -1 }),
  Ω: of('1', { kg: 1, m: 2, s: -3, A: -2 }),
  Wh: of('3600', energy),
  cal: of('4.184', energy),
};
const prefixes: Readonly<Record<string, string>> = {
  n: '1/1000000000',
  µ: '1/1000000',
  μ: '1/1000000',
  m: '1/1000',
  c: '1/100',
  d: '1/10',
  h: '100',
  k: '1000',
  M: '1000000',
  G: '1000000000',
};
const pound = '0.45359237';
const others: Readonly<Record<string, Unit>> = {
  min: of('60', time),
  h: of('3600', time),
  hr: of('3600', time),
  d: of('86400', time),
  day: of('86400', time),
  week: of('604800', time),
  ha: of('10000', area),
  t: of('1000', mass),
  in: of('0.0254', length),
  ft: of('0.3048', length),
  yd: of('0.9144', length),
  mi: of('1609.344', length),
  oz: { factor: new Fraction(pound).div(16), dimension: mass },
  lb: of(pound, mass),
  ton: { factor: new Fraction(pound).mul(2000), dimension: mass },
  gal: of('0.003785411784', volume),
  qt: of('0.000946352946', volume),
  pt: of('0.000473176473', volume),
  cup: of('0.0002365882365', volume),
  floz: of('0.0000295735295625', volume),
  mph: { factor: new Fraction('0.44704'), dimension: { m: 1, s: -1 } },
  acre: of('4046.8564224', area),
  '%': of('0.01', {}),
  '°C': { factor: new Fraction(1), dimension: { K: 1 }, zero: new Fraction('273.15') },
  '°F': {
    factor: new Fraction(5, 9),
    dimension: { K: 1 },
    zero: new Fraction('459.67').mul(new Fraction(5, 9)),
  },
};
/** Names in full, without the s of the plural. */
const words: Readonly<Record<string, string>> = {
  meter: 'm',
  metre: 'm',
  kilometer: 'km',
  kilometre: 'km',
  centimeter: 'cm',
  centimetre: 'cm',
  millimeter: 'mm',
  millimetre: 'mm',
  gram: 'g',
  kilogram: 'kg',
  milligram: 'mg',
  liter: 'L',
  litre: 'L',
  milliliter: 'mL',
  millilitre: 'mL',
  second: 's',
  sec: 's',
  minute: 'min',
  hour: 'h',
  inch: 'in',
  inche: 'in',
  foot: 'ft',
  feet: 'ft',
  yard: 'yd',
  mile: 'mi',
  ounce: 'oz',
  pound: 'lb',
  gallon: 'gal',
  quart: 'qt',
  pint: 'pt',
  newton: 'N',
  joule: 'J',
  watt: 'W',
  volt: 'V',
  ampere: 'A',
  ohm: 'Ω',
  hertz: 'Hz',
  pascal: 'Pa',
  percent: '%',
};
const known = (table: Readonly<Record<string, Unit>>, name: string) =>
  Object.hasOwn(table, name) ? table[name] : undefined;

function simpleUnit(name: string): Unit | null {
  const exact = known(prefixable, name) ?? known(others, name);
  if (exact) return exact;
  const [first = '', ...rest] = name;
  const prefix = Object.hasOwn(prefixes, first) ? prefixes[first] : undefined;
  const base = prefix === undefined ? undefined : known(prefixable, rest.join(''));
  if (base && prefix !== undefined) return { ...base, factor: base.factor.mul(prefix) };
  const singular = name.toLowerCase().replace(/s$/, '');
  const symbol = Object.hasOwn(words, singular) ? words[singular] : undefined;
  return symbol === undefined ? (known(others, singular) ?? null) : simpleUnit(symbol);
}

const squash = (text: string) =>
  text
    .trim()
    .replace(/℃/g, '°C')
    .replace(/℉/g, '°F')
    .replace(/º/g, '°')
    .replace(/Ω/g, 'Ω')
    .replace(/° /g, '°')
    .replace(/\bfl\.? ?oz\b/g, 'floz')
    .replace(/²/g, '^2')
    .replace(/³/g, '^3')
    .replace(/⁻/g, '^-')
    .replace(/ per /g, '/')
    .replace(/\bsq(?:uare)?\.? ([a-z]+)/gi, '$1^2')
    .replace(/\bcu(?:bic)?\.? ([a-z]+)/gi, '$1^3')
    .replace(/[·⋅× ]+/g, '*')
    .replace(/\*?\/\*?/g, '/')
    .replace(/(?<=\p{L})\.$/u, '');

/** Reads a unit: cm, km/h, m/s², kg·m²; null for what is none. */
export function readUnit(text: string): Unit | null {
  const tidy = squash(text);
  if (tidy === '' || tidy.length > 40) return null;
  let factor = new Fraction(1);
  const dimension: Record<string, number> = {};
  const pieces = tidy.split(/([*/])/);
  for (let index = 0; index < pieces.length; index += 2) {
    const [, name = '', power = '1'] =
      /^([^^\d]+)\^?\(?(-?\d)?\)?$/.exec(pieces[index] ?? '') ?? [];
    const unit = simpleUnit(name);
    if (!unit) return null;
    if (pieces.length === 1 && power === '1') return unit;
    // A degree of temperature beside other units is a difference, which has no zero.
    const times = Number(power || 1) * (pieces[index - 1] === '/' ? -1 : 1);
    factor = factor.mul(unit.factor.pow(times) ?? 1);
    for (const [base, exponent] of Object.entries(unit.dimension))
      dimension[base] = (dimension[base] ?? 0) + exponent * times;
  }
  return { factor, dimension };
}

/** Whether they measure the same: lengths, speeds. */
export function isSameDimension(a: Unit, b: Unit): boolean {
  const bases = new Set([...Object.keys(a.dimension), ...Object.keys(b.dimension)]);
  return [...bases].every((base) => (a.dimension[base] ?? 0) === (b.dimension[base] ?? 0));
}

/** What so many of a unit are in another one of the same dimension. */
export function converted(value: Fraction, from: Unit, to: Unit): Fraction {
  const inBase = value.mul(from.factor).add(from.zero ?? 0);
  return inBase.sub(to.zero ?? 0).div(to.factor);
}
