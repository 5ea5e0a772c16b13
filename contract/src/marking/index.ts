/** Marking by hand what no key can score. */
import { z } from 'zod';
import { endpoint, id, idInPath, instant, roomy, shortId } from '../endpoint/define';
import { anchor, given, markChange, markingWork, partPlace } from './work';

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

export const listMarked = endpoint({
  method: 'GET',
  path: '/api/marking/done',
  who: 'teacher',
  does: 'Lists what is marked to the end, by item, the latest first; what colleagues asked me to read and I have read; fifty lines at a time.',
  query: z.object({ skip: z.coerce.number().int().min(0).max(100_000).default(0) }),
  answer: z.object({
    marked: z.array(line.extend({ marked: z.number(), latest: instant })),
    seconds: z.array(
      z.object({
        secondMarkingId: id,
        title: z.string(),
        stem: z.string(),
        requestedBy: z.string(),
        requestedAt: instant,
      }),
    ),
    /** Ask with this as `skip` for those marked before; null: these are all. */
    next: z.number().nullable(),
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
  does: 'Marks answers of one or several students, or takes marks back; what is not sent stays as each has it; their work is scored anew, all or none.',
  params: partPlace,
  largest: roomy,
  body: markChange,
  answer: given,
});

export const keepAnchor = endpoint({
  method: 'POST',
  path: '/api/marking/:assignmentId/:entryId/:partId/anchors',
  who: 'teacher',
  does: 'Keeps a marked answer with the rubric of its item, without a name, for everybody who marks this item.',
  params: partPlace,
  body: z.strictObject({ attemptId: id, note: z.string().trim().max(500).default('') }),
  answer: anchor,
});

export const removeAnchor = endpoint({
  method: 'DELETE',
  path: '/api/marking/:assignmentId/:entryId/:partId/anchors/:anchorId',
  who: 'teacher',
  does: 'Takes a kept answer away from the rubric.',
  params: partPlace.extend({ anchorId: idInPath }),
  answer: z.object({}),
});
