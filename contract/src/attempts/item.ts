/** A question as it leaves the server for a student. */
import { studentTools, type SittingPart } from '@oaken/core/items';
import { z } from 'zod';
import { id } from '../endpoint/define';

/** Each kind shows its own fields; what must not be among them is proved by the walk over the student routes. */
const sittingPart = z.looseObject({
  id: z.string(),
  kind: z.string(),
}) as unknown as z.ZodType<SittingPart>;

/** A question as a student has it: nothing in it tells the key. */
export const sittingItem = z.object({
  stem: z.string(),
  parts: z.array(sittingPart),
  passage: z.object({ id, revision: id }).optional(),
  /** What may be used for it, besides what the whole attempt allows. */
  tools: z.array(z.enum(studentTools)).optional(),
});
