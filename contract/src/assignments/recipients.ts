import { z } from 'zod';
import { endpoint, id, instant } from '../endpoint/define';
import { who } from './wishes';

/** What these students already have, from whichever teacher. */
const has = z.object({
  assignmentId: id,
  title: z.string(),
  kind: z.string(),
  teacher: z.string(),
  /** Given by me or to a class of mine. */
  mine: z.boolean(),
  opensAt: instant,
  closesAt: instant.nullable(),
  limitMinutes: z.number().nullable(),
  /** How many of these students have it. */
  students: z.number(),
});
export type Having = z.infer<typeof has>;

export const readRecipients = endpoint({
  method: 'POST',
  path: '/api/recipients',
  who: 'teacher',
  does: 'Counts the students of classes, groups and single ones, each once, with their accommodations and what they already have.',
  body: who,
  answer: z.object({
    students: z.number(),
    accommodations: z.array(z.object({ words: z.string(), students: z.number() })),
    /** Forms that accommodations ask for by name. */
    forms: z.array(z.object({ name: z.string(), students: z.number() })),
    /** How many can be written to; null where the school has no mail service. */
    reachable: z.number().nullable(),
    has: z.array(has),
  }),
});

export const listGroups = endpoint({
  method: 'GET',
  path: '/api/groups',
  who: 'teacher',
  does: 'Lists the groups of my classes, each with its students.',
  answer: z.object({
    groups: z.array(
      z.object({ id, name: z.string(), classId: id, className: z.string(), students: z.array(id) }),
    ),
  }),
});
