/** Watching a sitting under way, and what a teacher does from there. */
import { itemContent } from '@oaken/core/items';
import { z } from 'zod';
import { endpoint, id, idInPath, instant } from '../endpoint/define';
import { handedInBy } from '../attempts';
import { assignmentRow } from '../assignments/assignments';
import { sentence } from './sentences';

export const watchedStudent = z.object({
  studentId: id,
  name: z.string(),
  className: z.string(),
  rosterNumber: z.number().nullable(),
  state: z.enum(['not-begun', 'working', 'paused', 'handed-in', 'left-class']),
  attempt: z.number(),
  /** The entry that is open on the student's page. */
  at: z.string().nullable(),
  /** Its number, in the student's own order. */
  on: z.number().nullable(),
  deadlineAt: instant.nullable(),
  /** The end of the part that is open, where parts have times of their own. */
  partEndsAt: instant.nullable(),
  handedInAt: instant.nullable(),
  handedInBy: handedInBy.nullable(),
  seenAt: instant.nullable(),
  hidden: z.boolean(),
  leaves: z.number(),
  /** Left a sitting that must not be left. */
  away: z.boolean(),
  /** By the columns: null where the student does not have the item. */
  cells: z.array(
    z
      .object({
        progress: z.enum(['unanswered', 'partly', 'answered', 'to read']),
        /**
         * The share of the points that the answer would earn now; null where it is not answered or
         * a teacher marks it.
         */
        share: z.number().nullable(),
        /** A teacher has to mark it. */
        needsMarking: z.boolean(),
        flagged: z.boolean(),
      })
      .nullable(),
  ),
});
export type WatchedStudent = z.infer<typeof watchedStudent>;

export const watched = z.object({
  now: instant,
  assignment: assignmentRow,
  oneSitting: z.boolean(),
  mayAct: z.boolean(),
  columns: z.array(z.object({ entry: z.string(), number: z.number(), stem: z.string() })),
  students: z.array(watchedStudent),
});
export type Watched = z.infer<typeof watched>;

const assignmentId = z.object({ assignmentId: idInPath });

export const watchAssignment = endpoint({
  method: 'GET',
  path: '/api/assignments/:assignmentId/watch',
  who: 'teacher',
  does: 'Gives where each student of an assignment stands now.',
  params: assignmentId,
  answer: watched,
});

export const watchEvents = endpoint({
  method: 'GET',
  path: '/api/assignments/:assignmentId/watch/events',
  who: 'teacher',
  does: 'Says by server-sent events where each student stands: `whole` first and after every lost connection, then `students` that changed.',
  params: assignmentId,
  answer: z.unknown(),
});

/** Null: all whom it concerns. */
const studentIds = z.array(id).min(1, sentence('selectAtLeastOneStudent')).max(1000).nullable();

export const acts = ['pause', 'resume', 'hand-in', 'reopen', 'take-back'] as const;

export const actOnSittings = endpoint({
  method: 'POST',
  path: '/api/assignments/:assignmentId/sittings',
  who: 'teacher',
  does: 'Pauses or resumes the work of students, hands it in, opens it again, or takes the assignment back from those who have not begun.',
  params: assignmentId,
  body: z.strictObject({
    act: z.enum(acts),
    studentIds,
    /** Working time that comes with opening it again. */
    minutes: z.int().min(0).max(600, sentence('atMostTenHours')).default(0),
  }),
  answer: z.object({
    /** For how many it was done; the others were not in a state for it. */
    students: z.number(),
  }),
});

export const sayToStudents = endpoint({
  method: 'POST',
  path: '/api/assignments/:assignmentId/notices',
  who: 'teacher',
  does: 'Says something to one, some or all students who sit an assignment; their pages show it.',
  params: assignmentId,
  body: z.strictObject({
    studentIds,
    text: z
      .string()
      .trim()
      .min(1, sentence('typeMessage'))
      .max(500, sentence('atMost500Characters')),
  }),
  answer: z.object({}),
});

export const readWork = endpoint({
  method: 'GET',
  path: '/api/assignments/:assignmentId/students/:studentId/work',
  who: 'teacher',
  does: 'Gives what a student has answered so far, and what was done to the attempt by whom.',
  params: z.object({ assignmentId: idInPath, studentId: idInPath }),
  answer: z.object({
    name: z.string(),
    entries: z.array(
      z.object({
        number: z.number(),
        stem: z.string(),
        /** Points, an opinion that cannot be wrong, or nothing but to be read. */
        asks: z.enum(['points', 'opinion', 'nothing']),
        mine: z.string(),
        right: z.array(z.string()),
        share: z.number().nullable(),
        savedAt: instant.nullable(),
      }),
    ),
    events: z.array(z.object({ at: instant, by: z.string(), words: z.string() })),
  }),
});

export const watchQuestions = endpoint({
  method: 'GET',
  path: '/api/assignments/:assignmentId/watch/questions',
  who: 'teacher',
  does: 'Gives each question of an assignment with what was answered to it so far.',
  params: assignmentId,
  answer: z.object({
    questions: z.array(
      z.object({
        entry: z.string(),
        number: z.number(),
        content: itemContent,
        /** The key, in words. */
        key: z.array(z.string()),
        /** Students who have answered it and whose answer can be judged, and of these who are right. */
        judged: z.number(),
        right: z.number(),
        /** Answers that a teacher marks. */
        toMark: z.number(),
        /** Answers that read the same, the most frequent first. */
        answers: z.array(
          z.object({
            words: z.string(),
            share: z.number().nullable(),
            studentIds: z.array(id),
          }),
        ),
      }),
    ),
  }),
});
export type WatchedQuestion = z.infer<typeof watchQuestions.answer>['questions'][number];
