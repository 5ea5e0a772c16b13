/** A second reader marks without seeing names or marks; then the two are compared and differences settled. */
import { z } from 'zod';
import { endpoint, id, idInPath, instant, roomy } from '../endpoint/define';
import { figure } from '../results';
import { given, markingWork, marks, partPlace } from './work';

const side = z.object({ points: z.number(), comment: z.string() });

export const readAgreement = endpoint({
  method: 'GET',
  path: '/api/marking/:assignmentId/:entryId/:partId/second',
  who: 'teacher',
  does: 'Says who reads an item a second time, how far they are, and how far the two markers agree.',
  params: partPlace,
  answer: z.object({
    title: z.string(),
    stem: z.string(),
    maxPoints: z.number(),
    colleagues: z.array(z.object({ accountId: id, name: z.string() })),
    reading: z
      .object({
        id,
        reader: z.string(),
        askedAt: instant,
        /** How many the reader has marked, of how many. */
        done: z.number(),
        all: z.number(),
        /** Marked by both. */
        n: z.number(),
        same: z.number(),
        kappa: figure,
        weighted: figure,
        /** Rows: the first marker's points; columns: the second's; both in the order of `points`. */
        table: z.array(z.array(z.number())),
        points: z.array(z.number()),
        differences: z.array(
          z.object({
            attemptId: id,
            student: z.string(),
            response: z.unknown(),
            responseText: z.string(),
            first: side,
            second: side,
            /** What was settled upon; null while it is not. */
            settled: z.number().nullable(),
            version: z.number(),
          }),
        ),
      })
      .nullable(),
  }),
});

export const askSecond = endpoint({
  method: 'PUT',
  path: '/api/marking/:assignmentId/:entryId/:partId/second',
  who: 'teacher',
  does: 'Asks a colleague to mark an item a second time, without names or marks; or takes the question back.',
  params: partPlace,
  body: z.strictObject({ reader: id.nullable() }),
  answer: z.object({}),
});

export const settle = endpoint({
  method: 'POST',
  path: '/api/marking/:assignmentId/:entryId/:partId/second/settle',
  who: 'teacher',
  does: 'Settles a difference between two markers: these points count.',
  params: partPlace,
  body: z.strictObject({
    attemptId: id,
    version: z.int(),
    points: z.number().min(0),
    comment: z.string().max(2000),
  }),
  answer: z.object({}),
});

const readingId = z.object({ readingId: idInPath });

export const readSecond = endpoint({
  method: 'GET',
  path: '/api/second-readings/:readingId',
  who: 'teacher',
  does: 'Gives what I was asked to mark a second time, without names and without the first marks.',
  params: readingId,
  answer: markingWork,
});

export const giveSecond = endpoint({
  method: 'PUT',
  path: '/api/second-readings/:readingId',
  who: 'teacher',
  does: 'Keeps my second marks; scores do not change by them.',
  params: readingId,
  largest: roomy,
  body: marks,
  answer: given,
});
