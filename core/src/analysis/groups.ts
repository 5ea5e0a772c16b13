/** The strong and the weak students of a sitting. */
import { present } from '../certain';

/**
 * How much each student belongs to the group of the `size` with the highest totals (or lowest, with `sign` -1).
 * Students tied at the cut share the free places in equal fractions, so that the order of rows changes nothing.
 */
export function groupWeights(
  totals: Float64Array,
  sorted: Float64Array,
  size: number,
  sign: 1 | -1,
): Float64Array {
  const n = totals.length;
  const cut = present(sorted.at(sign === 1 ? n - size : size - 1), 'total at the cut');
  let beyond = 0;
  let tied = 0;
  for (const total of sorted) {
    if (sign * (total - cut) > 0) beyond++;
    else if (total === cut) tied++;
  }
  const share = (size - beyond) / tied;
  return totals.map((total) => {
    if (total === cut) return share;
    return sign * (total - cut) > 0 ? 1 : 0;
  });
}

/** Source: Kelley (1939), "The selection of upper and lower groups for the validation of test items": 27%. */
const groupShare = 0.27;

/** How many students the strong and the weak group have, each. */
export const groupSizeOf = (students: number): number => Math.round(groupShare * students);
