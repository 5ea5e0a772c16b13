/** What every endpoint of an attempt takes: the attempt, and an answer as it is saved. */
import { sentResponses } from '@oaken/core/items';
import { z } from 'zod';
import { idInPath, instant, shortId } from '../endpoint/define';
import { sentence } from './sentences';

export const attemptId = z.object({ attemptId: idInPath });

/** An answer to each part of a question, as a student's page sends it. */
export const writtenResponses = sentResponses.refine(
  (responses) => JSON.stringify(responses).length <= 20_000,
  sentence('thatAnswerIsTooLong'),
);

export const savedAnswer = z.strictObject({
  entry: shortId,
  number: z.int().min(1),
  device: z.string().regex(/^[a-z0-9]{12}$/),
  responses: writtenResponses,
  flagged: z.boolean(),
  /**
   * When it was written, by the device's account of the server's clock; it matters only where it
   * arrives after the end.
   */
  writtenAt: instant.optional(),
});

/** Whose act it was that handed work in; on paper it is in when its sheet was read. */
export const handedInBy = z.enum(['student', 'server', 'teacher', 'paper']);
export type HandedInBy = z.infer<typeof handedInBy>;

export type SavedAnswer = z.infer<typeof savedAnswer>;
