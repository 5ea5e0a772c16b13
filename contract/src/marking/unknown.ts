/** Short answers that earned nothing and that nobody has looked at: a decision can become part of the key. */
import { z } from 'zod';
import { endpoint, roomy } from '../endpoint/define';
import { partPlace } from './work';

export const readUnknown = endpoint({
  method: 'GET',
  path: '/api/marking/:assignmentId/:entryId/:partId/unknown',
  who: 'teacher',
  does: 'Lists the answers that the key does not know, the most frequent first, and those that were decided.',
  params: partPlace,
  answer: z.object({
    title: z.string(),
    stem: z.string(),
    key: z.string(),
    mayDecide: z.boolean(),
    answers: z.array(
      z.object({
        spelling: z.string(),
        responseText: z.string(),
        students: z.number(),
        staysWrong: z.boolean(),
      }),
    ),
  }),
});

/** That it is right is said as a rescore of the key. */
export const decideWrong = endpoint({
  method: 'PUT',
  path: '/api/marking/:assignmentId/:entryId/:partId/unknown',
  who: 'teacher',
  does: 'Says that these answers stay wrong, or may be asked about again.',
  params: partPlace,
  largest: roomy,
  body: z.strictObject({
    spellings: z.array(z.string().max(200)).min(1).max(500),
    wrong: z.boolean(),
  }),
  answer: z.object({}),
});
