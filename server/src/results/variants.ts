/** Whether the variants of a question that makes itself were equally hard. */
import type { ItemResult } from '@oaken/contract/results';
import { differenceOfVariants, type VariantOutcome } from '@oaken/core/analysis';
import { drawnFor, type EditionEntry } from '@oaken/core/forms';
import { stepsOfVariants } from '@oaken/core/variants';
import type { Gathered } from './gather';
import type { Finished } from './lines';

/** Each student's variant with whether it earned all its points; what waits for a mark is left out. */
function outcomesOf(
  { entryOf, recordOf }: Gathered,
  finished: readonly Finished[],
  entry: EditionEntry,
): VariantOutcome[] {
  const stepsOf = stepsOfVariants(entry.content);
  return finished.flatMap(({ attemptId, seed }) => {
    const score = recordOf(attemptId).scores.get(entry.id);
    const drawn = drawnFor(entry, seed);
    const { variant } = entryOf(attemptId, entry);
    if (!score?.reached || score.needsMarking || score.maxPoints === 0) return [];
    if (!drawn || variant === undefined) return [];
    const right = score.points >= score.maxPoints - 1e-9;
    return [{ variant, steps: stepsOf(drawn.values), right }];
  });
}

/** What is known of the variants that a class was given. */
export const variantResults = (
  gathered: Gathered,
  finished: readonly Finished[],
  entry: EditionEntry,
): NonNullable<ItemResult['variants']> =>
  differenceOfVariants(outcomesOf(gathered, finished, entry));
