import { z } from 'zod';

/** A number, or why there is none. */
export const figure = z.union([
  z.object({ value: z.number() }),
  z.object({ value: z.null(), reason: z.string() }),
]);
