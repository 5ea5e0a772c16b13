/** How a number is shown: as a decimal, a fraction, a mixed number, with so many places, in groups of three. */
import Fraction from 'fraction.js';
import { toDouble, type Num } from './numbers';

/** Text, or a formula, which has its own way to write fractions and signs. */
export type Setting = 'text' | 'formula';

/** A decimal with more places than this is shown as a fraction, unless it is said how. */
const mostPlaces = 6;
/** A number that is only near is shown with so many figures. */
const nearFigures = 6;

/** Whether the fraction ends as a decimal: nothing but twos and fives below the line. */
function placesOf({ d }: Fraction): number | null {
  let [rest, places] = [d, 0];
  for (; rest % 10n === 0n; rest /= 10n) places++;
  for (; rest % 5n === 0n; rest /= 5n) places++;
  for (; rest % 2n === 0n; rest /= 2n) places++;
  return rest === 1n ? places : null;
}

function decimalText(size: Num, places: number | null): string {
  if ('near' in size)
    return places === null
      ? String(Number(size.near.toPrecision(nearFigures)))
      : size.near.toFixed(places);
  const shown = places ?? placesOf(size.exact) ?? nearFigures;
  const scaled = size.exact.mul(new Fraction(10).pow(shown) ?? 1).round();
  const digits = scaled.n.toString().padStart(shown + 1, '0');
  return shown === 0 ? digits : `${digits.slice(0, -shown)}.${digits.slice(-shown)}`;
}

const quotient = (top: bigint, bottom: bigint, setting: Setting) =>
  setting === 'formula' ? `\\frac{${top}}{${bottom}}` : `${top}/${bottom}`;

function fractionText(
  { exact: { n, d } }: Num & { exact: Fraction },
  setting: Setting,
  mixed: boolean,
) {
  if (d === 1n) return n.toString();
  if (!mixed || n < d) return quotient(n, d, setting);
  const between = setting === 'formula' ? '' : ' ';
  return `${n / d}${between}${quotient(n % d, d, setting)}`;
}

/** A number without its sign, as the format wants it. */
export function sizeText(size: Num, format: string, setting: Setting): string {
  // Most are whole, and shown as they are.
  if (format === '' && 'exact' in size && size.exact.d === 1n) return size.exact.n.toString();
  const places = /^(\d) places?$/.exec(format)?.[1];
  if (places !== undefined) return decimalText(size, Number(places));
  if (format === 'grouped')
    return decimalText(size, null).replace(/\B(?<!\.\d*)(?=(\d{3})+(?!\d))/g, ',');
  const isFraction = format === 'fraction' || format === 'mixed';
  if (isFraction && 'exact' in size) return fractionText(size, setting, format === 'mixed');
  if ('exact' in size && (placesOf(size.exact) ?? Infinity) > mostPlaces)
    return fractionText(size, setting, false);
  return decimalText(size, null);
}
/** Whether a format is one that is known. */
export const isFormat = (format: string) => /^(|fraction|mixed|grouped|\d places?)$/.test(format);

/** Whether it is below 0. */
export const isNegative = (num: Num) => toDouble(num) < 0;
/** The number without its sign. */
export const sizeOf = (num: Num): Num =>
  'exact' in num ? { exact: num.exact.abs() } : { near: Math.abs(num.near) };
/** Whether it is exactly 1. */
export const isOne = (num: Num) => 'exact' in num && num.exact.equals(1);

/** A number as a wording has it where nothing is said about its format. */
export const numberText = (num: Num): string =>
  `${isNegative(num) ? '−' : ''}${sizeText(sizeOf(num), '', 'text')}`;
