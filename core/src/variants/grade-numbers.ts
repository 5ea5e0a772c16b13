/**
 * Numbers that a grade has not met. Source: Common Core State Standards for Mathematics (2010): 3.NBT.A (whole numbers
 * within 1,000), footnotes of 3.NF (denominators 2, 3, 4, 6, 8), 4.NBT (whole numbers to 1,000,000) and 4.NF
 * (denominators 2, 3, 4, 5, 6, 8, 10, 12, 100), 4.NF.C.6 (decimals to hundredths), 5.NBT.A.3 (to thousandths),
 * 6.NS.C.5 (numbers below zero). From memory.
 */
import type { Num } from '../templates';
import { numberText } from '../templates';

/** Why a grade has not met a number. */
export type Beyond = 'negative' | 'decimal' | 'thousandths' | 'denominator' | 'large';

const denominators: Readonly<Record<number, readonly bigint[]>> = {
  3: [2n, 3n, 4n, 6n, 8n],
  4: [2n, 3n, 4n, 5n, 6n, 8n, 10n, 12n, 100n],
};
const largest: Readonly<Record<number, number>> = { 1: 120, 2: 1000, 3: 1000, 4: 1_000_000 };

/** What makes a number strange to a grade, 1 to 12; null where nothing does. */
export function beyondGrade(num: Num, grade: number): Beyond | null {
  if (!('exact' in num)) return null;
  const { s, n, d } = num.exact;
  if (grade < 6 && s < 0n) return 'negative';
  const limit = largest[grade];
  if (limit !== undefined && num.exact.abs().valueOf() > limit) return 'large';
  if (d === 1n || n === 0n) return null;
  const written = numberText(num);
  if (written.includes('.')) {
    const places = written.length - written.indexOf('.') - 1;
    if (grade < 4) return 'decimal';
    return grade < 5 && places > 2 ? 'thousandths' : null;
  }
  const met = denominators[grade];
  return met && !met.includes(d) ? 'denominator' : null;
}
