import { orders } from '@oaken/core/assignments';
import { responses, type SittingPart } from '@oaken/core/items';
import { numberings } from '@oaken/core/passages';
import { mostPlays } from '@oaken/core/text';
import { z } from 'zod';
import { endpoint, id, idInPath, instant, roomy, shortId } from '../endpoint/define';

/** A score as it may be shown: what the teacher does not show is null. */
export const shownScore = z.object({
  points: z.number().nullable(),
  maxPoints: z.number().nullable(),
  share: z.number().nullable(),
  band: z.string().nullable(),
  /** Points that wait for the teacher. While there are any, the score is of what is marked, without share and band. */
  waiting: z.number(),
});
export type ShownScore = z.infer<typeof shownScore>;

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
  /** Where it is practice: the share of a question's points that a wrong try takes off. Null: a test, without help. */
  offPerTry: z.number().nullable(),
  /** Parts that have times of their own. */
  timed: z.enum(['sections', 'items']).nullable(),
  /** For students, before they begin. */
  instructions: z.string(),
  /** What to know before beginning: times of parts, no going back, one sitting; a sentence each. */
  sitting: z.array(z.string()),
  /** Late work is taken until then. */
  lateUntil: instant.nullable(),
  /** The teacher reads out a word that is typed to begin. */
  asksWord: z.boolean(),
  attemptsMade: z.number(),
  /** Attempts that can still be begun; null: as many as wanted. */
  attemptsLeft: z.number().nullable(),
  state: z.enum(['coming', 'open', 'working', 'handed-in', 'missed']),
  deadlineAt: instant.nullable(),
  handedInAt: instant.nullable(),
  handedInBy: z.enum(['student', 'server', 'teacher']).nullable(),
  /** Answers of the latest attempt that arrived after its end, and wait until the teacher decides whether they count. */
  undecided: z.number(),
  /** Only once released, and only as the teacher shows it. */
  score: shownScore.nullable(),
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
const sittingPart = z.looseObject({
  id: z.string(),
  kind: z.string(),
}) as unknown as z.ZodType<SittingPart>;

export const storedAnswer = z.object({
  entry: z.string(),
  /** Grows with each change; the highest wins. */
  number: z.number(),
  device: z.string(),
  responses,
  flagged: z.boolean(),
});
export type StoredAnswer = z.infer<typeof storedAnswer>;

/** The help that a student has been given with one question of a practice. */
export const help = z.object({
  tries: z.number(),
  /** The share that the last checked answer earned; null before the first. */
  share: z.number().nullable(),
  /** For each part of the question, whether the last checked answer was right. */
  parts: z.array(z.object({ id: z.string(), right: z.boolean() })),
  /** Hints so far, and how many there are in all. */
  hints: z.array(z.string()),
  hintsInAll: z.number(),
  shown: z.boolean(),
  done: z.boolean(),
  /** What it has given so far, as a share of its points. */
  earned: z.number(),
  /** What it gives if the next answer is right; once it is done, what it gave. */
  worth: z.number(),
  /** Once it is done: what was right, and why. */
  right: z.array(z.string()).nullable(),
  explanation: z.string().nullable(),
});
export type Help = z.infer<typeof help>;

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
  /** In practice, what was asked of each question so far, with the help that was given; it can be read again at no cost. */
  help: z.record(z.string(), help),
  /** What the student's accommodations ask of the page. */
  aloud: z.boolean(),
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
      z.object({
        title: z.string(),
        body: z.string(),
        numbering: z.enum(numberings),
        source: z.string(),
      }),
    ),
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

const attemptId = z.object({ attemptId: idInPath });

export const savedAnswer = z.strictObject({
  entry: shortId,
  number: z.int().min(1),
  device: z.string().regex(/^[a-z0-9]{12}$/),
  responses: responses.refine(
    (responses) => JSON.stringify(responses).length <= 20_000,
    'That answer is too long to be saved.',
  ),
  flagged: z.boolean(),
  /** When it was written, by the device's account of the server's clock; it matters only where it arrives after the end. */
  writtenAt: instant.optional(),
});
export type SavedAnswer = z.infer<typeof savedAnswer>;

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

export const stayHere = endpoint({
  method: 'POST',
  path: '/api/seat/attempts/:attemptId/here',
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
    /** How long each question was open on this page so far, in ms; only those that changed. Said twice it counts once. */
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
  answer: z.object({
    title: z.string(),
    score: shownScore,
    /** The attempt that counts, of how many. */
    attempt: z.number(),
    attempts: z.number(),
    /** What lateness took off, as a share. */
    lateOff: z.number(),
    /** What the teacher decided about the whole work, and changes of what counts that students were told of, in words. */
    notes: z.array(z.string()),
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
          stem: z.string(),
          /** Points, an opinion that cannot be wrong, or nothing but to be read. */
          asks: z.enum(['points', 'opinion', 'nothing']),
          mine: z.string(),
          maxPoints: z.number(),
          /** Right or wrong: null until released. */
          points: z.number().nullable(),
          /** A teacher has still to mark it. */
          needsMarking: z.boolean(),
          /** Null until released. */
          right: z.array(z.string()).nullable(),
          explanation: z.string().nullable(),
          /** What the teacher wrote beside it. */
          comments: z.array(z.string()),
          /** The levels that the work reached, where the teacher marked it by a guide. */
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
