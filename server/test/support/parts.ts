/** Parts of items whose kind a test knows. */
import type { Part, SittingPart } from '@oaken/core/items';

/** The choices of a part that has some. */
export function choicesOf(part: Part | SittingPart | undefined): { id: string; text: string }[] {
  if (!part || !('choices' in part)) throw new Error('The part has no choices.');
  return part.choices as { id: string; text: string }[];
}

/** The ids that are right in a part whose key is a set of choices. */
export function keyOf(part: Part | undefined): string[] {
  if (part?.kind !== 'single-choice' && part?.kind !== 'multiple-choice')
    throw new Error('The key of the part is no set of choices.');
  return part.key;
}
