import { count, wholePercent } from '@oaken/core/text';
import type { ShownScore } from '@oaken/contract/attempts';

const round = (n: number) => Math.round(n * 100) / 100;

/**
 * A score in as much as the teacher shows of it: "7 of 8, 88%", "88%" or "B"; "1 of 1 so far"
 * while some is not marked.
 */
export function scoreInWords({ points, maxPoints, share, band, waiting }: ShownScore): string {
  if (waiting > 0)
    return points === null || maxPoints === null || maxPoints <= 0
      ? 'Not marked yet'
      : `${round(points)} of ${round(maxPoints)} so far`;
  const words = [
    points === null || maxPoints === null ? '' : `${round(points)} of ${round(maxPoints)}`,
    share === null ? '' : `${wholePercent(share)}%`,
    band ?? '',
  ].filter(Boolean);
  return words.join(', ') || 'Read it';
}

/** What waits, for the student; empty where all is marked. */
export const waitingInWords = ({ waiting }: ShownScore) =>
  waiting > 0
    ? `${count(round(waiting), 'point')} wait${waiting === 1 ? 's' : ''} to be marked by your teacher.`
    : '';
