/** Which assignments have results, and how the scores of each are spread. */
import { z } from 'zod';
import { assignmentRow } from '../assignments';
import { endpoint } from '../endpoint/define';

export const listResults = endpoint({
  method: 'GET',
  path: '/api/results',
  who: 'teacher',
  does: 'Lists my assignments that somebody has begun, the latest closing first, each with the spread of its scores.',
  answer: z.object({
    results: z.array(
      assignmentRow.extend({
        /** Students by tenth of the points possible, the lowest first; the last holds full marks. */
        spread: z.array(z.number()).length(10),
      }),
    ),
  }),
});
