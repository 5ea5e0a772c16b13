/** Marking by hand what no key can score. */
import { z } from 'zod';
import type { SittingPart } from '@oaken/core/items';
import { endpoint, id, idInPath, instant } from '../define';

export const listMarking = endpoint({
  method: 'GET',
  path: '/api/marking',
  who: 'teacher',
  does: 'Lists what waits for my mark, by item, the oldest first.',
  answer: z.object({
    waiting: z.array(
      z.object({
        assignmentId: id,
        title: z.string(),
        recipients: z.string(),
        entry: z.string(),
        part: z.string(),
        stem: z.string(),
        waits: z.number(),
        marked: z.number(),
        oldest: instant,
      }),
    ),
  }),
});

const place = z.object({ assignmentId: idInPath, entryId: z.string().max(24), partId: z.string().max(24) });

const mark = z.object({
  points: z.number().nullable(),
  comment: z.string(),
  by: z.string(),
  at: instant,
  version: z.number(),
});

export const readMarking = endpoint({
  method: 'GET',
  path: '/api/marking/:assignmentId/:entryId/:partId',
  who: 'teacher',
  does: 'Gives everybody’s answer to one part of an item with its mark, answers that say the same together.',
  params: place,
  answer: z.object({
    title: z.string(),
    stem: z.string(),
    part: z.looseObject({ id: z.string(), kind: z.string() }) as unknown as z.ZodType<SittingPart>,
    guide: z.string(),
    most: z.number(),
    mayMark: z.boolean(),
    /** Comments that were given on this item, most used first. */
    comments: z.array(z.string()),
    answers: z.array(
      z.object({
        response: z.unknown(),
        /** Of a text. */
        words: z.number().nullable(),
        students: z.array(
          z.object({
            attemptId: id,
            name: z.string(),
            className: z.string(),
            rollNumber: z.number().nullable(),
            mark: mark.nullable(),
          }),
        ),
      }),
    ),
  }),
});

export const giveMarks = endpoint({
  method: 'PUT',
  path: '/api/marking/:assignmentId/:entryId/:partId',
  who: 'teacher',
  does: 'Marks the same answer of one or several students, or takes marks back; their work is scored anew, all or none.',
  params: place,
  body: z.strictObject({
    /** The version of the mark that the page shows; 0 where there is none. */
    attempts: z
      .array(z.strictObject({ attemptId: id, version: z.int().min(0) }))
      .min(1)
      .max(1000),
    /** Null takes the mark back. */
    points: z.number().min(0, 'Points cannot be below zero.').max(1000).nullable(),
    comment: z.string().trim().max(2000, 'At most 2,000 characters.'),
  }),
  answer: z.object({ versions: z.array(z.object({ attemptId: id, version: z.number() })) }),
});
