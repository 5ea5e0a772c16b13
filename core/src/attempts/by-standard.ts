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
  maxPoints: number;
  unmarked: number;
}

/**
 * A question on several standards counts for each of them. In the order in which standards first come up.
 *
 * @param standardsOf codes by the id of the entry
 */
export function byStandard(
  scores: readonly Pick<EntryScore, 'entry' | 'points' | 'maxPoints' | 'needsMarking'>[],
  standardsOf: ReadonlyMap<string, readonly string[]>,
): StandardShare[] {
  const shares = new Map<string, StandardShare>();
  for (const { entry, points, maxPoints, needsMarking } of scores) {
    if (maxPoints === 0) continue;
    for (const code of new Set(standardsOf.get(entry) ?? [])) {
      const standardShare = shares.get(code) ?? {
        code,
        items: 0,
        points: 0,
        maxPoints: 0,
        unmarked: 0,
      };
      shares.set(code, {
        code,
        items: standardShare.items + 1,
        points: sumPoints([standardShare.points, needsMarking ? 0 : points]),
        maxPoints: sumPoints([standardShare.maxPoints, needsMarking ? 0 : maxPoints]),
        unmarked: standardShare.unmarked + (needsMarking ? 1 : 0),
      });
    }
  }
  return [...shares.values()];
}

/** Fewer questions than this say little about a standard. Common practice, no source. */
const fewest = 3;
const round = (n: number) => Math.round(n * 100) / 100;

/** What to make of a share of the points. The cuts are common practice, no source. */
function adviceOn(share: number): string {
  if (share >= 0.85) return 'this is secure';
  if (share >= 0.6) return 'you are nearly there';
  if (share >= 0.3) return 'you are part of the way; look at it again';
  return 'practice this next';
}

/** For the student: what was earned, and what to make of it. */
export function shareInWords({ items, points, maxPoints, unmarked }: StandardShare): string {
  const marked = items - unmarked;
  const waiting =
    unmarked > 0 ? ` ${unmarked === 1 ? '1 waits' : `${unmarked} wait`} for your teacher.` : '';
  if (marked === 0) return `${count(items, 'question')}.${waiting}`;
  const earned = `${round(points)} of ${round(maxPoints)} ${maxPoints === 1 ? 'point' : 'points'} on ${count(marked, 'question')}`;
  const share = points / maxPoints;
  const text = adviceOn(share);
  return marked < fewest
    ? `${earned}. So few questions say little.${waiting}`
    : `${earned}: ${text}.${waiting}`;
}
