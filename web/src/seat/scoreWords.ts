import { wholePercent } from '@oaken/core/text';
import type { ShownScore } from '@oaken/contract/attempts';

const round = (n: number) => Math.round(n * 100) / 100;

/** A score in as much as the teacher shows of it: "7 of 8, 88 %", "88 %" or "B". */
export function scoreInWords({ points, most, share, band }: ShownScore): string {
  const said = [
    points === null || most === null ? '' : `${round(points)} of ${round(most)}`,
    share === null ? '' : `${wholePercent(share)} %`,
    band ?? '',
  ].filter(Boolean);
  return said.join(', ') || 'Read it';
}
