/** A second marker marks without seeing names or marks; then the two are compared and differences adjudicated. */
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
    secondMarking: z
      .object({
        id,
        secondMarker: z.string(),
        requestedAt: instant,
        /** How many the second marker has marked, of how many. */
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
            /** The points that count; null while it is not. */
            adjudicated: z.number().nullable(),
            version: z.number(),
          }),
        ),
      })
      .nullable(),
  }),
});

export const requestSecondMarking = endpoint({
  method: 'PUT',
  path: '/api/marking/:assignmentId/:entryId/:partId/second',
  who: 'teacher',
  does: 'Asks a colleague to mark an item a second time, without names or marks; or takes the question back.',
  params: partPlace,
  body: z.strictObject({ secondMarker: id.nullable() }),
  answer: z.object({}),
});

export const adjudicate = endpoint({
  method: 'POST',
  path: '/api/marking/:assignmentId/:entryId/:partId/second/adjudicate',
  who: 'teacher',
  does: 'Adjudicates a difference between two markers: these points count.',
  params: partPlace,
  body: z.strictObject({
    attemptId: id,
    version: z.int(),
    points: z.number().min(0),
    comment: z.string().max(2000),
  }),
  answer: z.object({}),
});

const secondMarkingPlace = z.object({ secondMarkingId: idInPath });

export const readSecondMarking = endpoint({
  method: 'GET',
  path: '/api/second-markings/:secondMarkingId',
  who: 'teacher',
  does: 'Gives what I was asked to mark a second time, without names and without the first marks.',
  params: secondMarkingPlace,
  answer: markingWork,
});

export const giveSecondMarks = endpoint({
  method: 'PUT',
  path: '/api/second-markings/:secondMarkingId',
  who: 'teacher',
  does: 'Keeps my second marks; scores do not change by them.',
  params: secondMarkingPlace,
  largest: roomy,
  body: marks,
  answer: given,
});
