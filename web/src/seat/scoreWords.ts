import type { ShownScore } from '@oaken/contract/attempts';
import { percentText } from '@oaken/words/numbers';
import { language, say } from '../words';

const round = (n: number) => Math.round(n * 100) / 100;

/**
 * A score in as much as the teacher shows of it: "7 of 8, 88%", "88%" or "B"; "1 of 1 so far"
 * while some is not marked.
 */
export function scoreInWords({ points, maxPoints, share, band, waiting }: ShownScore): string {
  const known = points !== null && maxPoints !== null;
  const values = known ? { points: round(points), maxPoints: round(maxPoints) } : null;
  if (waiting > 0)
    return values && values.maxPoints > 0 ? say('report.soFar', values) : say('report.notMarked');
  const words = [
    values ? say('report.score', values) : '',
    share === null ? '' : percentText(share, language.value),
    band ?? '',
  ].filter(Boolean);
  return words.join(', ') || say('report.read');
}

/** What is still to be marked, for the student; empty where all is marked. */
export const waitingInWords = ({ waiting }: ShownScore) =>
  waiting > 0 ? say('report.waiting', { n: round(waiting) }) : '';
