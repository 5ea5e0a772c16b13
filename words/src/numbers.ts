/** Shares as people read them. */
import { locales, type Language } from './languages';

/**
 * A share of 1 as whole percent, as it is printed everywhere and as letter bands compare it: halves go up, also where
 * binary fractions lie just below.
 */
export const wholePercent = (share: number): number => Math.round(Math.round(share * 1e8) / 1e6);

/** 0.65 as "65%"; a half goes up, as teachers round. */
export function percentText(share: number, language: Language = 'en', digits = 0): string {
  const scale = 10 ** digits;
  return new Intl.NumberFormat(locales[language], {
    style: 'percent',
    maximumFractionDigits: digits,
  }).format(wholePercent(share * scale) / 100 / scale);
}
