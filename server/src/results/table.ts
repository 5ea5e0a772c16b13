/** The work of some students as the analysis reads it. */
import type { ScoreTable } from '@oaken/core/analysis';
import type { EditionEntry } from '@oaken/core/forms';
import { countable, kindOf, type AnswerOption, type Part } from '@oaken/core/items';
import type { Gathered } from './gather';

/** The part whose choices are counted: the first that has any. */
export function choicePart({ content }: EditionEntry): { part: Part; options: AnswerOption[] } | null {
  for (const part of content.parts) {
    const options = kindOf(part).options?.(part);
    if (options) return { part, options };
  }
  return null;
}

/** Rows in the order of `finished`, columns in that of `entries`. */
export function tableOf(
  { entries, answers, scores }: Pick<Gathered, 'entries' | 'answers' | 'scores'>,
  finished: readonly { attemptId: number | null }[],
): ScoreTable {
  const k = entries.length;
  const points = new Float64Array(finished.length * k).fill(NaN);
  const chosen = new Uint32Array(finished.length * k);
  const counted = entries.map(choicePart);
  const differing = finished.some(({ attemptId }) => entries.some(({ id }) => !scores.get(attemptId!)?.has(id)));
  finished.forEach(({ attemptId }, s) => {
    entries.forEach(({ id }, i) => {
      const score = scores.get(attemptId!)?.get(id);
      // What waits to be marked says nothing about the item yet; what is excused is not asked.
      if (!score?.reached || score.waits || score.most === 0) return;
      points[s * k + i] = score.points;
      const own = counted[i];
      if (!own) return;
      for (const choice of countable(own.part, answers.get(attemptId!)?.get(id) ?? {}).chosen) {
        const at = own.options.findIndex((option) => option.id === choice);
        if (at >= 0) chosen[s * k + i]! |= 1 << at;
      }
    });
  });
  return {
    students: finished.length,
    items: k,
    points,
    most: Float64Array.from(entries, (entry) => entry.points),
    chosen,
    choices: Uint8Array.from(counted, (own) => own?.options.length ?? 0),
    differing,
  };
}
