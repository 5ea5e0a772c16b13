/** One student's work on an assignment with its history, for the teacher. */
import { z } from 'zod';
import { noteReaches } from './notes';
import { language } from '../accounts/session';
import { downloadEndpoint, endpoint, id, idInPath, instant } from '../endpoint/define';

export const studentWork = z.object({
  title: z.string(),
  student: z.object({ id, name: z.string(), class: z.string() }),
  mayChange: z.boolean(),
  /** The attempt that is shown, of all that were made. */
  /** The answer sheet of this attempt; null for work on a screen. */
  sheetId: id.nullable(),
  attempt: z.object({
    id,
    number: z.number(),
    counts: z.boolean(),
    beganAt: instant,
    handedInAt: instant.nullable(),
    late: z.boolean(),
    lateOff: z.number(),
    points: z.number().nullable(),
    maxPoints: z.number().nullable(),
    excused: z.boolean(),
  }),
  attempts: z.array(
    z.object({
      number: z.number(),
      points: z.number().nullable(),
      maxPoints: z.number().nullable(),
      counts: z.boolean(),
    }),
  ),
  entries: z.array(
    z.object({
      entry: z.string(),
      number: z.number(),
      stem: z.string(),
      /** Points, an opinion that cannot be wrong, or nothing but to be read. */
      asks: z.enum(['points', 'opinion', 'nothing']),
      standards: z.array(z.string()),
      responseText: z.string(),
      /** What of it earned points and what did not; empty where it is right or wrong as a whole. */
      remark: z.string().optional(),
      /** The first answer of a practice, where it was another one. */
      first: z.string().nullable(),
      right: z.array(z.string()),
      points: z.number().nullable(),
      maxPoints: z.number(),
      share: z.number().nullable(),
      needsMarking: z.boolean(),
      tries: z.number(),
      hints: z.number(),
      shown: z.boolean(),
      /** How long it was open, in ms; null where that is not known. */
      ms: z.number().nullable(),
      comments: z.array(
        z.object({
          by: z.string(),
          points: z.number().nullable(),
          comment: z.string(),
          /** The address of a spoken comment. */
          voice: z.string().nullable(),
        }),
      ),
      override: z.enum(['full-credit', 'dropped']).nullable(),
    }),
  ),
  /** Answers that arrived after the end although they were written before it, by their device's account. */
  lateAnswers: z.array(
    z.object({
      entry: z.string(),
      number: z.number(),
      words: z.string(),
      writtenAt: instant,
      arrivedAt: instant,
      /** Since when nothing had been heard of the student's page. */
      silentFrom: instant,
      decision: z.enum(['waiting', 'counted', 'refused']),
    }),
  ),
  /** Decisions about this work that stand. */
  adjustments: z.array(
    z.object({
      id,
      entry: z.string().nullable(),
      kind: z.enum(['excused', 'override', 'bonus']),
      points: z.number().nullable(),
      reason: z.string(),
      by: z.string(),
      at: instant,
    }),
  ),
  ratings: z.array(
    z.object({ standard: z.string(), statement: z.string(), rating: z.number().nullable() }),
  ),
  /** Of staff, the oldest first: mine, and those that colleagues wrote for all. */
  notes: z.array(
    z.object({
      id,
      text: z.string(),
      reach: z.enum(noteReaches),
      by: z.string(),
      mine: z.boolean(),
      at: instant,
    }),
  ),
  /** What happened, the oldest first, in words. */
  history: z.array(z.object({ at: instant, by: z.string(), words: z.string() })),
});
export type StudentWork = z.infer<typeof studentWork>;

const params = z.object({ assignmentId: idInPath, studentId: idInPath });

export const readStudentWork = endpoint({
  method: 'GET',
  path: '/api/assignments/:assignmentId/students/:studentId',
  who: 'teacher',
  does: 'Gives one student’s work on an assignment: every answer, mark, comment and decision, and what happened when.',
  params,
  query: z.object({ attempt: idInPath.optional() }),
  answer: studentWork,
});

export const decideLateAnswers = endpoint({
  method: 'POST',
  path: '/api/assignments/:assignmentId/students/:studentId/late-answers',
  who: 'teacher',
  does: 'Counts the answers of a student that arrived after the end, or does not count them.',
  params,
  body: z.strictObject({ attemptId: id, count: z.boolean() }),
  answer: z.object({}),
});

export const exportStudentReport = downloadEndpoint({
  method: 'GET',
  path: '/api/assignments/:assignmentId/students/:studentId/report.pdf',
  who: 'teacher',
  does: 'Gives a student’s report as PDF: score, standards, every answer with comments.',
  params,
  query: z.object({
    answers: z.enum(['yes', 'no']).default('yes'),
    /** The student's own, where nothing is said. */
    language: language.optional(),
  }),
  media: ['application/pdf'],
});
