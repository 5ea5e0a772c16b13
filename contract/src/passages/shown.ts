import { numberings } from '@oaken/core/passages';
import { z } from 'zod';

/** A passage as a student sees it. */
export const shownPassage = z.object({
  title: z.string(),
  body: z.string(),
  numbering: z.enum(numberings),
  source: z.string(),
});
