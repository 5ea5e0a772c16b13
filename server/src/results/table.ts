/** The work of some students as the analysis reads it. */
import type { ScoreTable } from '@oaken/core/analysis';
import type { EntryScore } from '@oaken/core/attempts';
import type { EditionEntry } from '@oaken/core/forms';
import { kindOf, type AnswerOption, type Part } from '@oaken/core/items';

/** The part whose choices are counted: the first that has any. */
export function choicePart({
  content,
}: Pick<EditionEntry, 'content'>): { part: Part; options: AnswerOption[] } | null {
  for (const part of content.parts) {
    const options = kindOf(part).options?.(part);
    if (options) return { part, options };
  }
  return null;
}

/** What one attempt earned, by entry. */
export type Scores = ReadonlyMap<string, EntryScore>;

/**
 * Rows in the order of `finished`, columns in that of `entries`.
 *
 * @param chosenBy which choices were chosen, as bits; without it choices are not looked at
 */
export function tableOf(
  {
    entries,
    scoresOf,
  }: { entries: readonly EditionEntry[]; scoresOf: (attemptId: number) => Scores | undefined },
  finished: readonly { attemptId: number }[],
  chosenBy?: (attemptId: number, entry: EditionEntry) => number,
): ScoreTable {
  const k = entries.length;
  const points = new Float64Array(finished.length * k).fill(NaN);
  const chosen = new Uint32Array(finished.length * k);
  let differing = false;
  finished.forEach(({ attemptId }, s) => {
    const scores = scoresOf(attemptId);
    entries.forEach((entry, i) => {
      const score = scores?.get(entry.id);
      if (!score) differing = true;
      // What waits to be marked says nothing about the item yet; what is excused is not asked.
      if (!score?.reached || score.needsMarking || score.maxPoints === 0) return;
      points[s * k + i] = score.points;
      if (chosenBy) chosen[s * k + i] = chosenBy(attemptId, entry);
    });
  });
  return {
    students: finished.length,
    items: k,
    points,
    maxPoints: Float64Array.from(entries, (entry) => entry.points),
    chosen,
    choices: Uint8Array.from(
      entries,
      (entry) => (chosenBy && choicePart(entry)?.options.length) || 0,
    ),
    differing,
  };
}
