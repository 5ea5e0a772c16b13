/** An attempt as the sitting page has it. */
import { orders } from '@oaken/core/assignments';
import { responses, studentTools } from '@oaken/core/items';
import { practiceHelp } from '@oaken/core/assignments';
import { z } from 'zod';
import { shownPassage } from '../passages/shown';
import { endpoint, id, idInPath, instant } from '../endpoint/define';
import { sittingItem } from './item';
import { help } from './practice';

export const storedAnswer = z.object({
  entry: z.string(),
  /** Grows with each change; the highest wins. */
  number: z.number(),
  device: z.string(),
  responses,
  flagged: z.boolean(),
});

export type StoredAnswer = z.infer<typeof storedAnswer>;

export const attemptAnswer = z.object({
  id,
  now: instant,
  deadlineAt: instant.nullable(),
  /** How long after the deadline a save under way is still taken, in milliseconds. */
  grace: z.number(),
  handedInAt: instant.nullable(),
  number: z.number(),
  /** Minutes before the end at which the student is told. */
  warnMinutes: z.array(z.number()),
  order: z.enum(orders),
  mode: z.enum(['test', 'practice']),
  offPerTry: z.number(),
  /** What help a practice gives; null for a test. */
  practice: practiceHelp.nullable(),
  /** Where the attempt stands in its stages; null: all questions are open together. */
  course: z
    .object({
      stage: z.number(),
      /** How far the questions of earlier stages came, in order. */
      earlier: z.array(z.enum(['unanswered', 'partly', 'answered', 'to read'])),
      /** How many questions come after the ones that are open. */
      ahead: z.number(),
      clock: z
        .object({ of: z.enum(['section', 'item']), length: z.number(), endsAt: instant })
        .nullable(),
      /** What going on leads to; null on the last stage. */
      next: z.enum(['section', 'item']).nullable(),
    })
    .nullable(),
  /** The page says that it is still there once a minute: who leaves for long is let in by the teacher only. */
  oneSitting: z.boolean(),
  /**
   * In practice, what was asked of each question so far, with the help that was given; it can be
   * read again at no cost.
   */
  help: z.record(z.string(), help),
  /** What the student's accommodations ask of the page. */
  aloud: z.boolean(),
  /** What may be used with every question. */
  tools: z.array(z.enum(studentTools)),
  textSize: z.number(),
  form: z.object({
    title: z.string(),
    directions: z.string(),
    sections: z.array(
      z.object({
        id: z.string(),
        title: z.string(),
        directions: z.string(),
        minutes: z.number().nullable(),
        entries: z.array(
          z.object({
            id: z.string(),
            points: z.number(),
            item: sittingItem,
          }),
        ),
      }),
    ),
    /** By the id of their revision. */
    passages: z.record(z.string(), shownPassage),
  }),
  answers: z.array(storedAnswer),
  /** How often sounds and films were played that can be played only so often, by their file. */
  plays: z.record(z.string(), z.number()),
});

export type AttemptAnswer = z.infer<typeof attemptAnswer>;

export const beginAttempt = endpoint({
  method: 'POST',
  path: '/api/seat/assignments/:assignmentId/attempt',
  who: 'student',
  does: 'Begins an attempt, or returns the one that was begun.',
  params: z.object({ assignmentId: idInPath }),
  body: z
    .strictObject({
      /** The word that was read out in the room. */
      word: z.string().max(80).optional(),
      /** Begins another attempt where one was handed in. */
      again: z.boolean().optional(),
    })
    .default({}),
  answer: attemptAnswer,
});
