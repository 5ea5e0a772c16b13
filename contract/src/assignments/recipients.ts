import { z } from 'zod';
import { endpoint, id, idInPath, instant } from '../endpoint/define';
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

const assignmentId = z.object({ assignmentId: idInPath });
/** Guests come by a link alone, which stays as it is. */
const more = who.extend({ link: z.literal(false).default(false) });

export const previewMoreStudents = endpoint({
  method: 'POST',
  path: '/api/assignments/:assignmentId/students/preview',
  who: 'teacher',
  does: 'Says what giving an assignment to more classes, groups and students would do; nothing is changed.',
  params: assignmentId,
  body: more,
  answer: z.object({
    added: z.number(),
    /** Chosen students who have it already, and stay as they are. */
    already: z.number(),
    opensAt: instant,
    /** When the window ends for them; null: never. */
    closesAt: instant.nullable(),
    /** How many forms are dealt. */
    forms: z.number(),
    /** How many of the added can be written to; null where the school has no mail service. */
    reachable: z.number().nullable(),
  }),
});

export const addStudents = endpoint({
  method: 'POST',
  path: '/api/assignments/:assignmentId/students',
  who: 'teacher',
  does: 'Gives an assignment that runs to more classes, groups and students; those who have it stay as they are.',
  params: assignmentId,
  body: more.extend({
    /** Writes to those of them who have an e-mail address. */
    invite: z.boolean().default(false),
  }),
  answer: z.object({ added: z.number() }),
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
