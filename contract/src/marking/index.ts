/** Marking by hand what no key can score. */
import { z } from 'zod';
import { endpoint, id, idInPath, instant, roomy, shortId } from '../endpoint/define';
import { given, markingWork, marks, partPlace } from './work';

export * from './second';
export * from './unknown';
export * from './work';

const line = z.object({
  assignmentId: id,
  title: z.string(),
  recipients: z.string(),
  entry: z.string(),
  part: z.string(),
  stem: z.string(),
});

export const listMarking = endpoint({
  method: 'GET',
  path: '/api/marking',
  who: 'teacher',
  does: 'Lists what waits for my mark, by item, the oldest first; what colleagues asked me to read; and short answers that no key knows.',
  answer: z.object({
    waiting: z.array(line.extend({ unmarked: z.number(), marked: z.number(), oldest: instant })),
    seconds: z.array(
      z.object({
        secondMarkingId: id,
        title: z.string(),
        stem: z.string(),
        requestedBy: z.string(),
        left: z.number(),
        requestedAt: instant,
      }),
    ),
    unknown: z.array(line.extend({ answers: z.number(), students: z.number() })),
  }),
});

export const readMarking = endpoint({
  method: 'GET',
  path: '/api/marking/:assignmentId',
  who: 'teacher',
  does: 'Gives the answers that are marked by hand with their marks: of a whole assignment, or to one part of an item.',
  params: z.object({ assignmentId: idInPath }),
  query: z.object({ entry: shortId.optional(), part: shortId.optional() }),
  answer: markingWork,
});

export const giveMarks = endpoint({
  method: 'PUT',
  path: '/api/marking/:assignmentId/:entryId/:partId',
  who: 'teacher',
  does: 'Marks the same answer of one or several students, or takes marks back; their work is scored anew, all or none.',
  params: partPlace,
  largest: roomy,
  body: marks,
  answer: given,
});
