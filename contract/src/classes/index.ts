import { z } from 'zod';
import { endpoint, id, idInPath, instant } from '../define';

export const classRow = z.object({
  id,
  name: z.string(),
  period: z.string(),
  grade: z.number(),
  subject: z.string(),
  term: z.string(),
  code: z.string(),
  students: z.number(),
});
export type ClassRow = z.infer<typeof classRow>;

export const listClasses = endpoint({
  method: 'GET',
  path: '/api/classes',
  who: 'teacher',
  does: 'Lists my classes.',
  answer: z.object({ classes: z.array(classRow) }),
});

export const countStudents = endpoint({
  method: 'GET',
  path: '/api/classes/students',
  who: 'teacher',
  does: 'Counts the students of some of my classes, each once.',
  query: z.object({
    classes: z
      .string()
      .max(400)
      .transform((list) => list.split(',').map(Number))
      .pipe(z.array(id).min(1).max(50)),
  }),
  answer: z.object({ students: z.number() }),
});

export const readClass = endpoint({
  method: 'GET',
  path: '/api/classes/:classId',
  who: 'teacher',
  does: 'Gives the roll of a class.',
  params: z.object({ classId: idInPath }),
  answer: z.object({
    class: classRow,
    roll: z.array(
      z.object({
        id,
        rollNumber: z.number(),
        givenName: z.string(),
        familyName: z.string(),
        studentNumber: z.string(),
        signedInAt: instant.nullable(),
        handedIn: z.number(),
      }),
    ),
  }),
});

export const renewPasscode = endpoint({
  method: 'POST',
  path: '/api/classes/:classId/students/:studentId/passcode',
  who: 'teacher',
  does: 'Gives a student a new passcode and shows it once; the old one ends.',
  params: z.object({ classId: idInPath, studentId: idInPath }),
  answer: z.object({ passcode: z.string() }),
});
