import { z } from 'zod';
import { language } from '../accounts/session';
import { endpoint, id, idInPath, instant, roomy, shortId } from '../endpoint/define';
import { attemptAnswer } from './attempt';
import { sittingItem } from './item';
import { attemptId, savedAnswer } from './saved';
import { shownScore } from './seat';

export * from './attempt';
export * from './practice';
export { handedInBy, savedAnswer, type HandedInBy, type SavedAnswer } from './saved';
export * from './seat';

export const saveAnswers = endpoint({
  method: 'PUT',
  path: '/api/seat/attempts/:attemptId/answers',
  who: 'student',
  does: 'Saves answers; acknowledged once they are committed.',
  params: attemptId,
  largest: roomy,
  body: z.strictObject({ answers: z.array(savedAnswer).min(1).max(200) }),
  answer: z.object({
    /** What stands in the database now. Another number or device than was sent: a newer answer was already there. */
    stored: z.array(z.object({ entry: z.string(), number: z.number(), device: z.string() })),
    /** Entries that take no more answers: their stage was left, or its time is over. */
    closed: z.array(z.string()),
    now: instant,
  }),
});

export const enterNext = endpoint({
  method: 'POST',
  path: '/api/seat/attempts/:attemptId/next',
  who: 'student',
  does: 'Leaves the present stage and enters the next, whose clock begins to run. Saying it twice for one stage does it once.',
  params: attemptId,
  largest: roomy,
  body: z.strictObject({
    /** The stage that is left. */
    leave: z.int().min(0).max(10_000),
    /** Last answers of that stage. */
    answers: z.array(savedAnswer).max(200),
  }),
  answer: attemptAnswer,
});

export const heartbeat = endpoint({
  method: 'POST',
  path: '/api/seat/attempts/:attemptId/heartbeat',
  who: 'student',
  does: 'Says that the page is there and what it shows; hears of the end, pauses and what the teacher says.',
  params: attemptId,
  body: z.strictObject({
    /** The question that is open. */
    entry: shortId.nullable(),
    /** Another window or tab lies over the page. */
    hidden: z.boolean(),
    /** How often the page was left since it last said so. */
    left: z.int().min(0).max(1000),
    /** The last notice that the page has shown. */
    heard: z.int().min(0),
    /** A name that the page made up for itself when it was opened. */
    page: z
      .string()
      .regex(/^[a-z0-9]{8,12}$/)
      .optional(),
    /**
     * How long each question was open on this page so far, in ms; only those that changed. Said
     * twice it counts once.
     */
    spent: z
      .array(z.strictObject({ entry: shortId, ms: z.int().min(0).max(86_400_000) }))
      .max(300)
      .optional(),
  }),
  answer: z.object({
    now: instant,
    deadlineAt: instant.nullable(),
    partEndsAt: instant.nullable(),
    paused: z.boolean(),
    /** It is done in one sitting and was left for too long: nothing is taken until the teacher lets in again. */
    away: z.boolean(),
    handedIn: z.boolean(),
    notices: z.array(z.object({ id, text: z.string() })),
  }),
});

export const handIn = endpoint({
  method: 'POST',
  path: '/api/seat/attempts/:attemptId/hand-in',
  who: 'student',
  does: 'Saves the last answers and hands the attempt in. Saying it twice does it once.',
  params: attemptId,
  largest: roomy,
  body: z.strictObject({
    answers: z.array(savedAnswer).max(200),
    /** When it was handed in on a device without network. */
    handedInAt: instant.optional(),
  }),
  answer: z.object({ handedInAt: instant, late: z.boolean() }),
});

export const readReport = endpoint({
  method: 'GET',
  path: '/api/seat/assignments/:assignmentId/report',
  who: 'student',
  does: 'Gives the student what has been released of an attempt that was handed in.',
  params: z.object({ assignmentId: idInPath }),
  /** The page's language; otherwise the account's. */
  query: z.object({ language: language.optional() }),
  answer: z.object({
    title: z.string(),
    score: shownScore,
    /** The attempt that counts, of how many. */
    attempt: z.number(),
    attempts: z.number(),
    /** What lateness took off, as a share. */
    lateOff: z.number(),
    /**
     * What the teacher decided about the whole work, and changes of what counts that students were
     * told of, in words.
     */
    notes: z.array(z.string()),
    /** Addresses of pictures of the answer sheet, where it was answered on paper. */
    sheet: z.array(z.string()),
    /** The mean share of the student’s class, from 0 to 1; null where it is not shown, or too few have a score. */
    classAverage: z.number().nullable(),
    /** What was earned on each standard, in words; null until right and wrong are released. */
    byStandard: z
      .array(
        z.object({
          code: z.string(),
          statement: z.string(),
          share: z.number().nullable(),
          words: z.string(),
        }),
      )
      .nullable(),
    /** Null until anything about single questions is released. */
    entries: z
      .array(
        z.object({
          /** As the student had it, with what they answered in it. */
          item: sittingItem,
          responses: z.record(z.string(), z.unknown()),
          /** Points, an opinion that cannot be wrong, or nothing but to be read. */
          asks: z.enum(['points', 'opinion', 'nothing']),
          mine: z.string(),
          /** What of it earned points and what did not; empty until the answers are released. */
          remark: z.string().optional(),
          maxPoints: z.number(),
          /** Whether it is right: null until released, while it waits for a mark, and where nothing can be wrong. */
          symbol: z.enum(['right', 'partly', 'wrong']).nullable(),
          /** Null until released, and where figures are not shown. */
          points: z.number().nullable(),
          /** How long the student was on it, in milliseconds; null where it is not shown or not known. */
          time: z.number().nullable(),
          /** A teacher has still to mark it. */
          needsMarking: z.boolean(),
          /** Null until released. */
          right: z.array(z.string()).nullable(),
          explanation: z.string().nullable(),
          /** What the teacher wrote beside it. */
          comments: z.array(z.string()),
          /** Addresses of spoken comments. */
          voices: z.array(z.string()),
          /** The levels that the work reached, where the teacher marked it by a rubric. */
          levels: z.array(
            z.object({
              criterion: z.string(),
              words: z.string(),
              points: z.number(),
              maxPoints: z.number(),
            }),
          ),
          /** What was decided about it after the test, in words; null where nothing was. */
          note: z.string().nullable(),
        }),
      )
      .nullable(),
  }),
});
