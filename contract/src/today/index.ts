import { z } from 'zod';
import { assignmentRow } from '../assignments';
import { endpoint, id, instant } from '../endpoint/define';

export const readToday = endpoint({
  method: 'GET',
  path: '/api/today',
  who: 'teacher',
  does: 'Gives what needs the teacher: windows of the next days, results just complete, items to look at.',
  answer: z.object({
    now: instant,
    /** Open now, or opening or closing within seven days. */
    windows: z.array(assignmentRow),
    waiting: z.array(
      z.object({
        what: z.enum([
          'complete',
          'flagged',
          'not-begun',
          'to-mark',
          'second-marking',
          'to-look-at',
        ]),
        /** Null where a colleague's assignment is not mine to open. */
        assignmentId: id.nullable(),
        secondMarkingId: id.optional(),
        title: z.string(),
        classes: z.string(),
        count: z.number(),
        at: instant,
        detail: z.string(),
      }),
    ),
    footing: z.object({
      open: z.number(),
      working: z.number(),
      complete: z.number(),
      /** Of the complete ones: whose items are still looked at. */
      unread: z.number(),
    }),
  }),
});
