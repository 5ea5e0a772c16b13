import { listedStudent } from '@oaken/core/rosters';
import { z } from 'zod';
import { endpoint, id } from '../endpoint/define';

const rosterClass = z.object({
  sourcedId: z.string(),
  title: z.string(),
  period: z.string(),
  grade: z.number().nullable(),
  subject: z.string(),
  term: z.string(),
  teachers: z.array(z.object({ sourcedId: z.string(), name: z.string(), email: z.string() })),
  students: z.array(listedStudent),
});

export const readRosterService = endpoint({
  method: 'GET',
  path: '/api/roster-service',
  who: 'teacher',
  does: 'Reads the classes that the school’s roster service says I teach, and those that my own are tied to.',
  answer: z.object({
    /** False where the school has no roster service. */
    there: z.boolean(),
    classes: z.array(rosterClass.extend({ classId: id.nullable() })),
    problems: z.array(z.object({ file: z.string(), line: z.number(), message: z.string() })),
  }),
});
