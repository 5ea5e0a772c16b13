/** A student's list: what there is to do, and what became of it. */
import { practiceHelp } from '@oaken/core/assignments';
import { studentTools } from '@oaken/core/items';
import { z } from 'zod';
import { handedInBy } from './saved';
import { endpoint, id, instant } from '../endpoint/define';

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
  /** What help a practice gives; null for a test. */
  practice: practiceHelp.nullable(),
  /** Parts that have times of their own. */
  timed: z.enum(['sections', 'items']).nullable(),
  /** For students, before they begin. */
  instructions: z.string(),
  /** What to know before beginning: times of parts, no going back, one sitting; a sentence each. */
  sitting: z.object({
    /** Milliseconds for each question; null where questions are not timed one by one. */
    perItem: z.number().nullable(),
    /** Each section has its own time. */
    bySections: z.boolean(),
    goBack: z.boolean(),
    /** Milliseconds that a student may be away from work done in one sitting; null where it may be left. */
    mayBeAway: z.number().nullable(),
  }),
  /** What may be used with every question. */
  tools: z.array(z.enum(studentTools)),
  /** Late work is taken until then. */
  lateUntil: instant.nullable(),
  /** The teacher reads out a word that is typed to begin. */
  asksWord: z.boolean(),
  /** It is open, and yet cannot be begun: the class was not let in, or this is not the school’s network. */
  gate: z.enum(['not-let-in', 'elsewhere']).nullable(),
  /** Another attempt has other numbers. */
  otherNumbers: z.boolean(),
  attemptsMade: z.number(),
  /** Attempts that can still be begun; null: as many as wanted. */
  attemptsLeft: z.number().nullable(),
  state: z.enum(['coming', 'open', 'working', 'handed-in', 'missed']),
  /** How far work under way is; null otherwise. */
  done: z.object({ asked: z.number(), answered: z.number() }).nullable(),
  deadlineAt: instant.nullable(),
  handedInAt: instant.nullable(),
  handedInBy: handedInBy.nullable(),
  /**
   * Answers of the latest attempt that arrived after its end, and wait until the teacher decides
   * whether they count.
   */
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
  answer: z.object({
    now: instant,
    assignments: z.array(seatRow),
    /** What my classes are being asked now. */
    rounds: z.array(z.object({ id, title: z.string(), teacher: z.string() })),
  }),
});
