/** Answers that were given on paper and that no machine reads; they stand where a response of any kind may. */
import { z } from 'zod';
import { fileAddress } from './kind/picture';

export const onPaperAnswer = z.union([
  /** Written or drawn into a frame: pictures of it, for a person to mark. */
  z.strictObject({ handwritten: z.array(fileAddress).min(1).max(5) }),
  /** Marks that could mean more than one thing, until a person has looked at them. */
  z.strictObject({ unclear: z.literal(true) }),
]);
export type OnPaperAnswer = z.infer<typeof onPaperAnswer>;

/** @returns null for an answer that a machine can read, and for none */
export function onPaperAnswerTo(
  partId: string,
  given: Readonly<Record<string, unknown>>,
): OnPaperAnswer | null {
  const read = onPaperAnswer.safeParse(given[partId]);
  return read.success ? read.data : null;
}
