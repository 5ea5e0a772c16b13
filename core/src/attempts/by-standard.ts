/** What one student earned on each standard of a test. */
import { sumPoints } from '../scoring';
import { count } from '../text';
import type { EntryScore } from './score';

export interface StandardShare {
  /** The standard's code. */
  code: string;
  /** Questions on it that count, those that wait for a teacher among them. */
  items: number;
  /** Of those that are marked. */
  points: number;
  most: number;
  waits: number;
}

/**
 * A question on several standards counts for each of them. In the order in which standards first come up.
 *
 * @param standardsOf codes by the id of the entry
 */
export function byStandard(
  scores: readonly Pick<EntryScore, 'entry' | 'points' | 'most' | 'waits'>[],
  standardsOf: ReadonlyMap<string, readonly string[]>,
): StandardShare[] {
  const found = new Map<string, StandardShare>();
  for (const { entry, points, most, waits } of scores) {
    if (most === 0) continue;
    for (const code of new Set(standardsOf.get(entry) ?? [])) {
      const own = found.get(code) ?? { code, items: 0, points: 0, most: 0, waits: 0 };
      found.set(code, {
        code,
        items: own.items + 1,
        points: sumPoints([own.points, waits ? 0 : points]),
        most: sumPoints([own.most, waits ? 0 : most]),
        waits: own.waits + (waits ? 1 : 0),
      });
    }
  }
  return [...found.values()];
}

/** Fewer questions than this say little about a standard. Common practice, no source. */
const fewest = 3;
const round = (n: number) => Math.round(n * 100) / 100;

/** What to make of a share of the points. The cuts are common practice, no source. */
function adviceOn(share: number): string {
  if (share >= 0.85) return 'this is secure';
  if (share >= 0.6) return 'you are nearly there';
  if (share >= 0.3) return 'you are part of the way; look at it again';
  return 'this is the next thing to practise';
}

/** For the student: what was earned, and what to make of it. */
export function shareInWords({ items, points, most, waits }: StandardShare): string {
  const marked = items - waits;
  const waiting =
    waits > 0 ? ` ${waits === 1 ? '1 waits' : `${waits} wait`} for your teacher.` : '';
  if (marked === 0) return `${count(items, 'question')}.${waiting}`;
  const earned = `${round(points)} of ${round(most)} ${most === 1 ? 'point' : 'points'} on ${count(marked, 'question')}`;
  const share = points / most;
  const said = adviceOn(share);
  return marked < fewest
    ? `${earned}. So few questions say little.${waiting}`
    : `${earned}: ${said}.${waiting}`;
}
