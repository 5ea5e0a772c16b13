/** What was earned by standard: of a class, its groups and its students, across assignments and over time. */
import { z } from 'zod';
import { endpoint, id, idInPath, instant, instantInQuery, roomy } from '../endpoint/define';

const earned = z.object({
  share: z.number(),
  /** Different items that it rests on. */
  items: z.number(),
  answers: z.number(),
  /** 95%, over the items. */
  interval: z.tuple([z.number(), z.number()]),
});
export type EarnedOn = z.infer<typeof earned>;

/** By what work is gathered: the standards of its items, or the tags that teachers gave them. */
export const gatherings = ['standard', 'tag'] as const;
export type Gathering = (typeof gatherings)[number];

const rating = z.int().min(1).max(4);

export const standardResult = z.object({
  /** Of a standard; a tag as it is written. */
  code: z.string(),
  /** Empty for a tag. */
  statement: z.string(),
  /** Null where it was only given to the assignment, or rated, and nothing scored speaks of it. */
  all: earned.nullable(),
  classes: z.array(z.object({ id, name: z.string(), earned: earned.nullable() })),
  groups: z.array(z.object({ id, name: z.string(), earned: earned.nullable() })),
  students: z.array(
    z.object({
      id,
      name: z.string(),
      class: z.string(),
      earned: earned.nullable(),
      rating: rating.nullable(),
    }),
  ),
  /** The same assignment by assignment, the oldest first. */
  overTime: z.array(z.object({ assignmentId: id, title: z.string(), at: instant, earned })),
});
export type StandardResult = z.infer<typeof standardResult>;

export const standardsAnswer = z.object({
  standards: z.array(standardResult),
  assignments: z.number(),
});

export const readStandardResults = endpoint({
  method: 'GET',
  path: '/api/assignments/:assignmentId/results/standards',
  who: 'teacher',
  does: 'Gives what was earned by standard or by tag, in one assignment or in all that its students were given.',
  params: z.object({ assignmentId: idInPath }),
  query: z.object({
    /** 'all': every assignment of mine that these students handed in. */
    over: z.enum(['this', 'all']).default('this'),
    by: z.enum(gatherings).default('standard'),
    classId: idInPath.optional(),
    groupId: idInPath.optional(),
    from: instantInQuery.optional(),
    to: instantInQuery.optional(),
  }),
  answer: standardsAnswer,
});

export const rate = endpoint({
  method: 'PUT',
  path: '/api/assignments/:assignmentId/ratings',
  who: 'teacher',
  does: 'Keeps my own ratings, 1 to 4, of students’ work on a standard, for staff only; null takes one back.',
  params: z.object({ assignmentId: idInPath }),
  largest: roomy,
  body: z.strictObject({
    standard: z.string().min(1).max(60),
    ratings: z
      .array(z.strictObject({ studentId: id, rating: rating.nullable() }))
      .min(1)
      .max(1000),
  }),
  answer: z.object({}),
});

/** What one student earned on a standard in one assignment, and how it was rated there. */
export const standardTime = z.object({
  assignmentId: id,
  title: z.string(),
  at: instant,
  earned: earned.nullable(),
  rating: rating.nullable(),
});
export type StandardTime = z.infer<typeof standardTime>;

export const readStudentsOverTime = endpoint({
  method: 'GET',
  path: '/api/assignments/:assignmentId/results/standards/over-time',
  who: 'teacher',
  does: 'Gives what each student of an assignment earned on a standard or tag, assignment by assignment, with my colleagues’ and my ratings.',
  params: z.object({ assignmentId: idInPath }),
  query: z.object({ code: z.string().min(1).max(60), by: z.enum(gatherings).default('standard') }),
  answer: z.object({
    /** The oldest first. */
    students: z.array(z.object({ id, times: z.array(standardTime) })),
  }),
});

export const readStudentWorks = endpoint({
  method: 'GET',
  path: '/api/assignments/:assignmentId/results/standards/students/:studentId',
  who: 'teacher',
  does: 'Gives one student’s score and share by standard or tag in each assignment that I may read, the oldest first.',
  params: z.object({ assignmentId: idInPath, studentId: idInPath }),
  query: z.object({ by: z.enum(gatherings).default('standard') }),
  answer: z.object({
    works: z.array(
      z.object({
        assignmentId: id,
        title: z.string(),
        at: instant,
        /** Null where it does not count for this student. */
        points: z.number().nullable(),
        maxPoints: z.number().nullable(),
        /** By standard or tag, where scored items speak of it. */
        shares: z.record(z.string(), z.number()),
      }),
    ),
  }),
});
