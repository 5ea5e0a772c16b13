/** When two answers say the same. */
import { readNumber, exact } from '../scoring';
import { plainText } from '../text';

/** What an answer reads: its words, and a formula as it is written. */
export function readsAs(html: string): string {
  const latex = [...html.matchAll(/data-formula="([^"]*)"/g)].map(([, formula = '']) => formula);
  const pictures = [...html.matchAll(/src="([^"]*)"/g)].map(([, source = '']) => source);
  const diagrams = [...html.matchAll(/data-diagram="([^"]*)"/g)].map(([, kept = '']) => kept);
  return [plainText(html), ...latex, ...pictures, ...diagrams]
    .join(' ')
    .replace(/\s+/g, ' ')
    .trim();
}

/** A fraction of a formula as it is typed. */
const typed = (latex: string) =>
  latex.replace(/(\d*)\s*\\d?frac\{(-?\d+)\}\{(-?\d+)\}/g, (_, whole: string, top, bottom) =>
    `${whole} ${top}/${bottom}`.trim(),
  );

/** The number that an answer is, with its unit; null where it is none. */
export function numberOf(html: string): { value: exact.Rational; unit: string } | null {
  const formula = /^(?:<p>)?\s*<span data-formula="([^"]*)"><\/span>\s*(?:<\/p>)?$/.exec(
    html.trim(),
  );
  const text = formula ? typed(formula[1] ?? '') : plainText(html);
  const [reading, ...others] = readNumber(text, 'point');
  return reading && others.length === 0 ? reading : null;
}

/** Whether two answers are worth the same: 2/4 and 1/2, 0.5 m and 0.50 m. */
export function areWorthTheSame(one: string, other: string): boolean {
  const [a, b] = [numberOf(one), numberOf(other)];
  return a !== null && b !== null && a.unit === b.unit && exact.isEqual(a.value, b.value);
}
