import { z } from 'zod';
import { endpoint, instant } from '../endpoint/define';

export const readMailbox = endpoint({
  method: 'GET',
  path: '/api/mailbox',
  who: 'teacher',
  does: 'Reads the simulated mailbox of the demonstration: letters to me and to the students of my classes.',
  answer: z.object({
    /** False where letters go to real mailboxes, or nowhere. */
    there: z.boolean(),
    letters: z.array(
      z.object({ to: z.string(), subject: z.string(), text: z.string(), at: instant }),
    ),
  }),
});
