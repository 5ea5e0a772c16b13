import { responses, type SittingPart } from '@oaken/core/items';
import { numberings } from '@oaken/core/passages';
import { z } from 'zod';
import { endpoint, id, idInPath, instant } from '../define';

export const seatRow = z.object({
  assignmentId: id,
  title: z.string(),
  kind: z.string(),
  teacher: z.string(),
  items: z.number(),
  points: z.number(),
  opensAt: instant,
  closesAt: instant.nullable(),
  /** The student's own working time in minutes, extra time included. */
  limitMinutes: z.number().nullable(),
  state: z.enum(['coming', 'open', 'working', 'handed-in', 'missed']),
  deadlineAt: instant.nullable(),
  handedInAt: instant.nullable(),
  handedInBy: z.enum(['student', 'server', 'teacher']).nullable(),
  /** Only once released. */
  score: z.object({ points: z.number(), most: z.number() }).nullable(),
  canRead: z.boolean(),
});
export type SeatRow = z.infer<typeof seatRow>;

export const listSeat = endpoint({
  method: 'GET',
  path: '/api/seat',
  who: 'student',
  does: 'Lists what the student has to do, will have, and has handed in.',
  answer: z.object({ now: instant, assignments: z.array(seatRow) }),
});

/** Each kind shows its own fields; what must not be among them is proved by the walk over the student routes. */
const sittingPart = z.looseObject({ id: z.string(), kind: z.string() }) as unknown as z.ZodType<SittingPart>;

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
            item: z.object({
              stem: z.string(),
              parts: z.array(sittingPart),
              passage: z.object({ id, revision: id }).optional(),
            }),
          }),
        ),
      }),
    ),
    /** By the id of their revision. */
    passages: z.record(
      z.string(),
      z.object({ title: z.string(), body: z.string(), numbering: z.enum(numberings), source: z.string() }),
    ),
  }),
  answers: z.array(storedAnswer),
});
export type AttemptAnswer = z.infer<typeof attemptAnswer>;

export const beginAttempt = endpoint({
  method: 'POST',
  path: '/api/seat/assignments/:assignmentId/attempt',
  who: 'student',
  does: 'Begins an attempt, or returns the one that was begun.',
  params: z.object({ assignmentId: idInPath }),
  answer: attemptAnswer,
});

const attemptId = z.object({ attemptId: idInPath });

export const savedAnswer = z.strictObject({
  entry: z.string().max(24),
  number: z.int().min(1),
  device: z.string().regex(/^[a-z0-9]{12}$/),
  responses: responses.refine((own) => JSON.stringify(own).length <= 20_000, 'That answer is too long to be saved.'),
  flagged: z.boolean(),
});
export type SavedAnswer = z.infer<typeof savedAnswer>;

export const saveAnswers = endpoint({
  method: 'PUT',
  path: '/api/seat/attempts/:attemptId/answers',
  who: 'student',
  does: 'Saves answers; acknowledged once they are committed.',
  params: attemptId,
  body: z.strictObject({ answers: z.array(savedAnswer).min(1).max(200) }),
  answer: z.object({
    /** What stands in the database now. Another number or device than was sent: a newer answer was already there. */
    stored: z.array(z.object({ entry: z.string(), number: z.number(), device: z.string() })),
    now: instant,
  }),
});

export const handIn = endpoint({
  method: 'POST',
  path: '/api/seat/attempts/:attemptId/hand-in',
  who: 'student',
  does: 'Saves the last answers and hands the attempt in. Saying it twice does it once.',
  params: attemptId,
  body: z.strictObject({ answers: z.array(savedAnswer).max(200) }),
  answer: z.object({ handedInAt: instant, late: z.boolean() }),
});

export const readReport = endpoint({
  method: 'GET',
  path: '/api/seat/assignments/:assignmentId/report',
  who: 'student',
  does: 'Gives the student what has been released of an attempt that was handed in.',
  params: z.object({ assignmentId: idInPath }),
  answer: z.object({
    title: z.string(),
    points: z.number(),
    most: z.number(),
    /** Null until answers are released. */
    entries: z
      .array(
        z.object({
          stem: z.string(),
          points: z.number(),
          most: z.number(),
          /** A teacher has still to mark it. */
          waits: z.boolean(),
          mine: z.string(),
          right: z.array(z.string()),
          explanation: z.string(),
        }),
      )
      .nullable(),
  }),
});
