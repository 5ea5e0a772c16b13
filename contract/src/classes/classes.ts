import { z } from 'zod';
import { clientKey, endpoint, id, idInPath, instant } from '../endpoint/define';
import { sentence } from './sentences';

const line = (limit: number) =>
  z.string().trim().max(limit, sentence('atMostCharacters', { limit }));

/** A time of day on the school's wall, `09:35`. */
const timeOfDay = z
  .string()
  .regex(/^([01]\d|2[0-3]):[0-5]\d$/, sentence('timeIsLike'))
  .nullable();

/** What a teacher says about a class. */
export const classFacts = z
  .strictObject({
    name: line(60).min(1, sentence('classNeedsName')),
    period: line(40),
    /** When its period begins and ends on a day that it meets; null where nobody said. */
    meetsFrom: timeOfDay.default(null),
    meetsUntil: timeOfDay.default(null),
    grade: z
      .int(sentence('gradeIsWholeNumber'))
      .min(0, sentence('gradeIsFrom0To'))
      .max(13, sentence('gradeIsFrom0To')),
    subject: line(60).min(1, sentence('classNeedsSubject')),
    term: line(60),
    notes: line(2000),
  })
  .refine(({ meetsFrom, meetsUntil }) => !meetsFrom || !meetsUntil || meetsFrom < meetsUntil, {
    path: ['meetsUntil'],
    message: sentence('periodEndsAfterItBegins'),
  });
export type ClassFacts = z.infer<typeof classFacts>;

/** What somebody is in a class: a substitute watches and helps until a date, but does not change who is in it. */
export const classParts = ['teacher', 'co-teacher', 'substitute'] as const;
export type ClassPart = (typeof classParts)[number];

export const classRow = z.object({
  id,
  name: z.string(),
  period: z.string(),
  meetsFrom: z.string().nullable(),
  meetsUntil: z.string().nullable(),
  grade: z.number(),
  subject: z.string(),
  term: z.string(),
  notes: z.string(),
  code: z.string(),
  students: z.number(),
  putAway: z.boolean(),
  part: z.enum(classParts),
  until: instant.nullable(),
  /** Until when students may put themselves on the roster with the class code. */
  joiningUntil: instant.nullable(),
  sourcedId: z.string().nullable(),
});
export type ClassRow = z.infer<typeof classRow>;

export const listClasses = endpoint({
  method: 'GET',
  path: '/api/classes',
  who: 'teacher',
  does: 'Lists my classes; those put away come with the others and say so.',
  answer: z.object({ classes: z.array(classRow) }),
});

export const makeClass = endpoint({
  method: 'POST',
  path: '/api/classes',
  who: 'teacher',
  does: 'Makes a class with a code of its own; I am its teacher.',
  body: z.strictObject({ clientKey, facts: classFacts }),
  answer: z.object({ id }),
});

export const inClass = z.object({ classId: idInPath });

export const describeClass = endpoint({
  method: 'PUT',
  path: '/api/classes/:classId',
  who: 'teacher',
  does: 'Changes what is said about a class.',
  params: inClass,
  body: classFacts,
  answer: z.object({}),
});

export const putClassAway = endpoint({
  method: 'POST',
  path: '/api/classes/:classId/put-away',
  who: 'teacher',
  does: 'Puts a class away, with all its results, or takes it out again.',
  params: inClass,
  body: z.strictObject({ away: z.boolean() }),
  answer: z.object({}),
});

export const removeClass = endpoint({
  method: 'DELETE',
  path: '/api/classes/:classId',
  who: 'teacher',
  does: 'Deletes a class that was never given anything; one with work in it can only be put away.',
  params: inClass,
  answer: z.object({}),
});

export const openJoining = endpoint({
  method: 'POST',
  path: '/api/classes/:classId/joining',
  who: 'teacher',
  does: 'Lets students put themselves on the roster with the class code until a time; null ends it.',
  params: inClass,
  body: z.strictObject({ until: instant.nullable() }),
  answer: z.object({}),
});

const teacherLine = z.object({
  accountId: id,
  name: z.string(),
  part: z.enum(classParts),
  until: instant.nullable(),
});

export const readTeachers = endpoint({
  method: 'GET',
  path: '/api/classes/:classId/teachers',
  who: 'teacher',
  does: 'Names who teaches a class, and the colleagues who could.',
  params: inClass,
  answer: z.object({
    teachers: z.array(teacherLine),
    colleagues: z.array(z.object({ accountId: id, name: z.string() })),
  }),
});

export const setTeachers = endpoint({
  method: 'PUT',
  path: '/api/classes/:classId/teachers',
  who: 'teacher',
  does: 'Names the co-teachers of a class, and substitutes with the time until when.',
  params: inClass,
  body: z.strictObject({
    others: z
      .array(
        z.discriminatedUnion('part', [
          z.strictObject({ accountId: id, part: z.literal('co-teacher') }),
          z.strictObject({ accountId: id, part: z.literal('substitute'), until: instant }),
        ]),
      )
      .max(20),
  }),
  answer: z.object({}),
});
