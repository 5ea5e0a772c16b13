import { itemContent, partKinds } from '@oaken/core/items';
import { change, outline, testKinds } from '@oaken/core/tests';
import { z } from 'zod';
import { clientKey, endpoint, id, idInPath, instant } from '../define';

export const testRow = z.object({
  id,
  title: z.string(),
  kind: z.enum(testKinds),
  subject: z.string(),
  grades: z.array(z.number()),
  items: z.number(),
  points: z.number(),
  changedAt: instant,
  /** The classes that it was given to, newest first. */
  given: z.array(z.string()),
});
export type TestRow = z.infer<typeof testRow>;

/** A pinned revision, as the test's page shows it. */
export const pinned = z.object({
  id,
  itemId: id,
  content: itemContent,
  kind: z.enum(partKinds),
  points: z.number(),
  /** True when the wording or key was changed for this test only. */
  forThisTest: z.boolean(),
  standards: z.array(z.object({ id, code: z.string(), statement: z.string() })),
  depth: z.number().nullable(),
  seconds: z.number().nullable(),
  facility: z.object({ value: z.number(), n: z.number() }).nullable(),
  /** Item-rest correlation over all work seen; null while too few have met it. */
  separation: z.number().nullable(),
});
export type Pinned = z.infer<typeof pinned>;

export const testAnswer = z.object({
  id,
  version: z.number(),
  outline,
  revisions: z.array(pinned),
  /** Assignments made from it; later changes do not touch them. */
  given: z.array(z.object({ assignmentId: id, classes: z.array(z.string()), opensAt: instant })),
});
export type TestAnswer = z.infer<typeof testAnswer>;

const testId = z.object({ testId: idInPath });

export const listTests = endpoint({
  method: 'GET',
  path: '/api/tests',
  who: 'teacher',
  does: 'Lists my tests, the last changed first.',
  answer: z.object({ tests: z.array(testRow) }),
});

export const makeTest = endpoint({
  method: 'POST',
  path: '/api/tests',
  who: 'teacher',
  does: 'Makes a test, blank or from picked items.',
  body: z.strictObject({
    clientKey,
    title: z.string().trim().min(1, 'Give the test a title.').max(200),
    kind: z.enum(testKinds),
    itemIds: z.array(id).max(200).default([]),
  }),
  answer: z.object({ id }),
});

export const readTest = endpoint({
  method: 'GET',
  path: '/api/tests/:testId',
  who: 'teacher',
  does: 'Gives a test with the revisions that it pins.',
  params: testId,
  answer: testAnswer,
});

export const changeTest = endpoint({
  method: 'POST',
  path: '/api/tests/:testId/changes',
  who: 'teacher',
  does: 'Applies changes to a test, in order, all or none, on top of what others changed meanwhile.',
  params: testId,
  body: z.strictObject({ changes: z.array(change).min(1).max(250) }),
  answer: testAnswer,
});

export const reviseEntry = endpoint({
  method: 'POST',
  path: '/api/tests/:testId/entries/:entryId/revision',
  who: 'teacher',
  does: 'Changes an item for this test only; the bank’s own item stays as it is.',
  params: z.object({ testId: idInPath, entryId: z.string().max(24) }),
  body: z.strictObject({
    /** The revision that was being edited; another one there means that somebody was faster. */
    basedOn: id,
    content: itemContent,
  }),
  answer: testAnswer,
});

export const removeTest = endpoint({
  method: 'DELETE',
  path: '/api/tests/:testId',
  who: 'teacher',
  does: 'Puts a test into the bin; what was given from it stays.',
  params: testId,
  answer: z.object({}),
});

export const restoreTest = endpoint({
  method: 'POST',
  path: '/api/tests/:testId/restore',
  who: 'teacher',
  does: 'Takes a test out of the bin.',
  params: testId,
  answer: z.object({}),
});
