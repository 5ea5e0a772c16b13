/** Reads numbers as students write them: 1/2, 1 1/2, ½, 0.5, 0,5, 1,234.5, 3.2 × 10^4, 5E-1, (−3), −7 °C, 50 %. */
import Fraction from 'fraction.js';
import { elementAt } from '../certain';
import { digitsUp, vulgar } from './signs';
import { add, divide, fromDecimal, negate, rational, type Rational } from './rational';

/** Which sign parts whole from fraction. With `either`, a number that can be read in two ways counts in both. */
export type DecimalSign = 'point' | 'comma' | 'either';

export interface Reading {
  value: Rational;
  /** What stands around the number, without spaces; "" when nothing does. */
  unit: string;
}

export const longestNumber = 60;

/** One spelling for what looks alike: minus signs, spaces, fraction slashes, powers of ten. */
function tidy(text: string): string {
  return (
    text
      .replace(/[\u200B-\u200D\u2060\uFEFF]/g, '')
      .replace(/[\u2010-\u2015\u2212\uFE63\uFF0D]/g, '-')
      .replace(/[\u00A0\u2007\u2009\u202F]/g, ' ')
      .replace(/[‘’ʼ]/g, "'")
      .replace(/℃/g, '°C')
      .replace(/℉/g, '°F')
      .replace(/(\d\.?) ?E(?=[+-]?\d)/g, '$1e')
      .replace(/[½⅓⅔¼¾⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞]/g, (sign) => ` ${vulgar[sign]}`)
      .replace(/[\u2044\u2215]/g, '/')
      .replace(
        /\s*[×xX·*]\s*10\s*(?:\^\s*\(?\s*(-?\d+)\s*\)?|([⁻]?[⁰¹²³⁴⁵⁶⁷⁸⁹]+))/g,
        (_, plain?: string, up?: string) => {
          const raised = up
            ?.replace('⁻', '-')
            .replace(/[⁰-⁹¹²³]/g, (d) => String(digitsUp.indexOf(d)));
          return `e${plain ?? raised}`;
        },
      )
      .replace(/\s+/g, ' ')
      .trim()
      .replace(/\/ ?\( ?([+-]?[\d., ]+)\)/g, '/$1')
      .replace(/^\((.*)\)$/, '$1')
      // A full stop that ends the sentence, not the number.
      .replace(/([.,]\d+|[\p{L}%°²³]\d?)\.$/u, '$1')
      .trim()
  );
}

const plainNumber = String.raw`\d[\d.,' ]*(?:e[+-]?\d{1,2})?|[.,]\d+(?:e[+-]?\d{1,2})?`;
/** Written in only one way, whatever parts whole from fraction. */
const plainWhole = /^-?\d{1,15}$/;
const plainDecimal = /^-?\d{1,15}(\.\d{1,15})?$/;
const shape = new RegExp(
  `^(?<sign>[+-]?) ?(?:(?<whole>\\d+)(?: | ?\\+ ?)(?<top>\\d+) ?/ ?(?<bottom>\\d+)|(?<over>${plainNumber}) ?/ ?(?<minus>[+-]?)(?<under>${plainNumber})|(?<plain>${plainNumber}))`,
);

/** A run of digits with separators under one convention, as a plain decimal; null when it breaks the convention. */
function underConvention(text: string, sign: '.' | ','): string | null {
  const groups = sign === '.' ? "[,' ]" : "[.' ]";
  const decimals = sign === '.' ? '\\.' : ',';
  const [body = '', exponent] = text.trim().split('e');
  const grouped = new RegExp(
    `^(\\d+|[1-9]\\d{0,2}(?:(${groups})\\d{3})(?:\\2\\d{3})*)?(?:${decimals}(\\d*))?$`,
  ).exec(body);
  if (!grouped || !/\d/.test(body)) return null;
  const whole = (grouped[1] ?? '0').replace(/\D/g, '');
  return `${whole}.${grouped[3] ?? ''}${exponent === undefined ? '' : `e${Number(exponent)}`}`;
}

/** What may stand before the fraction of a number. */
const decimalSigns = { either: ['.', ','], point: ['.'], comma: [','] } as const;

function readPlain(text: string, decimal: DecimalSign): Rational[] {
  const separator = decimalSigns[decimal]
    .map((sign) => underConvention(text, sign))
    .filter((t) => t !== null);
  return [...new Set(separator)].map(fromDecimal);
}

/**
 * Every way in which `text` can be read as one number with an optional unit; none when it is not a number.
 * A percent sign is left as the unit "%"; the caller knows whether percent is a unit or means hundredths.
 */
export function readNumber(text: string, decimal: DecimalSign = 'either'): Reading[] {
  if (text.length > longestNumber) return [];
  // Most are plain, and need no tidying.
  if ((decimal === 'point' ? plainDecimal : plainWhole).test(text))
    return [{ value: new Fraction(text), unit: '' }];
  let rest = tidy(text);
  let unit = '';
  const before = /^([-+]?) ?([$€£¥]) ?/.exec(rest);
  if (before) {
    unit = elementAt(before, 2);
    rest = elementAt(before, 1) + rest.slice(before[0].length);
  }
  const match = shape.exec(rest);
  if (!match?.groups) return [];
  const part = match.groups;
  const after = rest.slice(match[0].trimEnd().length).trim();
  // Digits left over mean that the number did not end where it seemed to ("3 4 5", "1/2/3").
  if (/^[\d.,/'-]/.test(after)) return [];
  unit += after.replace(/\s+/g, '');

  let values: Rational[];
  if (part.bottom !== undefined) {
    const bottom = BigInt(part.bottom);
    if (bottom === 0n) return [];
    values = [add(rational(BigInt(part.whole ?? 0), 1n), rational(BigInt(part.top ?? 0), bottom))];
  } else if (part.under !== undefined) {
    const unders = readPlain(part.under, decimal).filter((under) => under.n !== 0n);
    const quotients = readPlain(part.over ?? '', decimal).flatMap((over) =>
      unders.map((under) => divide(over, under)),
    );
    values = part.minus === '-' ? quotients.map(negate) : quotients;
  } else {
    values = readPlain(part.plain ?? '', decimal);
  }
  return values.map((value) => ({ value: part.sign === '-' ? negate(value) : value, unit }));
}
