/** Help in a practice, and sounds that can be played a number of times. */
import { mostPlays } from '@oaken/core/text';
import { z } from 'zod';
import { endpoint, idInPath, roomy, shortId } from '../endpoint/define';
import { sittingItem } from './item';
import { attemptId, savedAnswer, writtenResponses } from './saved';

/** The help that a student has been given with one question of a practice. */
export const help = z.object({
  tries: z.number(),
  /** The share that the last checked answer earned; null before the first. */
  share: z.number().nullable(),
  /** For each part of the question, whether the last checked answer was right. */
  parts: z.array(z.object({ id: z.string(), right: z.boolean() })),
  /** What of the last checked answer earned points; empty where it is right or wrong as a whole. */
  remark: z.string(),
  /** Hints so far, and how many there are in all. */
  hints: z.array(z.string()),
  hintsInAll: z.number(),
  /** Checks that are left; null: as many as wanted. */
  triesLeft: z.number().nullable(),
  shown: z.boolean(),
  done: z.boolean(),
  /** What it has given so far, as a share of its points. */
  earned: z.number(),
  /** What it gives if the next answer is right; once it is done, what it gave. */
  worth: z.number(),
  /** Once it is done: what was right, and why. */
  right: z.array(z.string()).nullable(),
  explanation: z.string().nullable(),
  /** Once it is done: whether it can be tried with other numbers. */
  again: z.boolean(),
});

export type Help = z.infer<typeof help>;

export const countPlay = endpoint({
  method: 'POST',
  path: '/api/seat/attempts/:attemptId/plays',
  who: 'student',
  does: 'Says how often a sound or film that can be played only so often has been played; the largest number stands.',
  params: attemptId,
  body: z.strictObject({
    file: z.string().regex(/^[A-Za-z0-9_-]{22}$/),
    times: z.int().min(1).max(mostPlays),
  }),
  answer: z.object({ times: z.number() }),
});

export const askHelp = endpoint({
  method: 'POST',
  path: '/api/seat/attempts/:attemptId/entries/:entryId/help',
  who: 'student',
  does: 'In practice: checks an answer, gives the next hint, or shows the answer. Saying it twice with one number does it once.',
  params: z.object({ attemptId: idInPath, entryId: shortId }),
  largest: roomy,
  body: z.discriminatedUnion('want', [
    z.strictObject({ want: z.literal('check'), answer: savedAnswer }),
    /** The hint after so many. */
    z.strictObject({ want: z.literal('hint'), after: z.int().min(0).max(50) }),
    z.strictObject({ want: z.literal('answer') }),
  ]),
  answer: help,
});

export const tryOtherNumbers = endpoint({
  method: 'POST',
  path: '/api/seat/attempts/:attemptId/entries/:entryId/other-numbers',
  who: 'student',
  does: 'In practice: gives a question that is done with other numbers, and checks an answer to it. Nothing of it is kept or counts.',
  params: z.object({ attemptId: idInPath, entryId: shortId }),
  largest: roomy,
  body: z.strictObject({
    /** The first, second, … other numbers: the same for the same round. */
    round: z.int().min(1).max(1000),
    /** The answer that is to be checked; null to see the question only. */
    responses: writtenResponses.nullable(),
  }),
  answer: z.object({
    item: sittingItem,
    /** What became of the answer; null where none was sent. */
    checked: z
      .object({
        share: z.number(),
        remark: z.string(),
        right: z.array(z.string()).nullable(),
        explanation: z.string().nullable(),
      })
      .nullable(),
  }),
});
