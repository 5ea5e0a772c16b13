/** What one student earned on each standard of a test. */
import { sumPoints } from '../scoring';
import type { Language } from '../timing';
import { written } from '@oaken/words/written';
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
function adviceOn(share: number): 'secure' | 'near' | 'part' | 'next' {
  if (share >= 0.85) return 'secure';
  if (share >= 0.6) return 'near';
  return share >= 0.3 ? 'part' : 'next';
}

/** For the student: what was earned, and what to make of it. */
export function shareInWords(
  { items, points, maxPoints, unmarked }: StandardShare,
  language: Language,
): string {
  const say = written(language);
  const marked = items - unmarked;
  const questions = (n: number) => say('studentReport.standard.questions', { n });
  const waiting = unmarked > 0 ? [say('studentReport.standard.unmarked', { n: unmarked })] : [];
  if (marked === 0)
    return [
      say('studentReport.standard.onlyQuestions', { questions: questions(items) }),
      ...waiting,
    ].join(' ');
  const earned = say('studentReport.standard.points', {
    earned: round(points),
    n: round(maxPoints),
    questions: questions(marked),
  });
  const advised =
    marked < fewest
      ? say('studentReport.standard.few', { points: earned })
      : say('studentReport.standard.advised', {
          points: earned,
          advice: say(`studentReport.advice.${adviceOn(points / maxPoints)}`),
        });
  return [advised, ...waiting].join(' ');
}
