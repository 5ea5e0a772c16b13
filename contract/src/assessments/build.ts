import { itemContent, partKinds } from '@oaken/core/items';
import { levels } from '@oaken/core/assembly';
import type { Edition } from '@oaken/core/forms';
import { change, mostEntries, outline, poolSearch, testKinds } from '@oaken/core/assessments';
import { z } from 'zod';
import { sourceTest } from '../banks/items';
import { reaches } from '../banks/shelves';
import { itemRow } from '../banks/search';
import { clientKey, endpoint, id, idInPath, instant, roomy, shortId } from '../endpoint/define';
import { sentence } from './sentences';

/** A pinned revision, as the test's page shows it. */
export const pinned = z.object({
  id,
  itemId: id,
  content: itemContent,
  kind: z.enum(partKinds),
  points: z.number(),
  /** What is unfair in its variants; empty where nothing is, or all students have the same. */
  unfair: z.array(z.string()),
  /** True when the wording or key was changed for this test only. */
  forThisTest: z.boolean(),
  /** The colleague’s test that it was copied out of; null when it was not. */
  sourceTest: sourceTest.nullable(),
  standards: z.array(z.object({ id, code: z.string(), statement: z.string() })),
  depth: z.number().nullable(),
  seconds: z.number().nullable(),
  facility: z.object({ value: z.number(), n: z.number() }).nullable(),
  /** Item-rest correlation over all work seen; null while too few have met it. */
  itemRestCorrelation: z.number().nullable(),
  bank: z.object({
    id,
    name: z.string(),
    /** What I may do there; null when I may not even read it. */
    may: z.enum(['read', 'use', 'edit']).nullable(),
    /** The revision that the bank has now. */
    revisionId: id.nullable(),
    retired: z.boolean(),
  }),
});
export type Pinned = z.infer<typeof pinned>;

const range = z.object({ value: z.number(), low: z.number(), high: z.number() }).nullable();

export const testAnswer = z.object({
  id,
  version: z.number(),
  outline,
  revisions: z.array(pinned),
  may: z.enum(['read', 'edit']),
  mine: z.boolean(),
  owner: z.string(),
  reach: z.enum(reaches),
  /** Colleagues who may change it too, the owner left out. */
  builders: z.array(z.string()),
  copiedFrom: z.object({ testId: id.nullable(), title: z.string(), owner: z.string() }).nullable(),
  /** How many items each draw's search finds now, by the section's id. */
  pools: z.record(z.string(), z.number()),
  /** Pairs of items that must not stand in one test. */
  enemies: z.array(z.tuple([id, id])),
  /** What the next class may earn, from what others earned on its items; see `Forecast` in core/forecast. */
  forecast: z.object({
    items: z.number(),
    known: z.number(),
    classes: z.number(),
    mean: range,
    reliability: range,
  }),
  /** Assignments made from it; later changes do not touch them. */
  given: z.array(z.object({ assignmentId: id, classes: z.array(z.string()), opensAt: instant })),
});
export type TestAnswer = z.infer<typeof testAnswer>;

const testId = z.object({ testId: idInPath });

export const makeTest = endpoint({
  method: 'POST',
  path: '/api/tests',
  who: 'teacher',
  does: 'Makes a test, blank or from picked items.',
  largest: roomy,
  body: z.strictObject({
    clientKey,
    title: z.string().trim().min(1, sentence('giveTestTitle')).max(200),
    kind: z.enum(testKinds),
    itemIds: z
      .array(id)
      .max(mostEntries, sentence('testHoldsAtMostItems', { mostEntries }))
      .default([]),
  }),
  answer: z.object({ id }),
});

export const topicItems = endpoint({
  method: 'POST',
  path: '/api/topic-items',
  who: 'teacher',
  does: 'Chooses so many items on a standard and what is below it, from easy to hard or of one level; nothing is made.',
  body: z.strictObject({
    standards: z.array(id).min(1).max(20),
    count: z
      .int()
      .min(1)
      .max(50, sentence('topicHasAtMost', { most: 50 })),
    level: z.enum(levels),
    /** Only items with other numbers for each student. */
    variantsOnly: z.boolean().default(false),
  }),
  answer: z.object({
    /** The easiest first. */
    items: z.array(itemRow),
    /** How many there were to choose from. */
    available: z.number(),
  }),
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
  largest: roomy,
  body: z.strictObject({
    changes: z.array(change).min(1).max(250),
    /** The same changes under the same key count once, however often they are sent. */
    clientKey: clientKey.optional(),
    /**
     * What took each change back where it was made: refused with 409 where a colleague has written
     * something else there.
     */
    against: z.array(change).max(250).optional(),
  }),
  answer: testAnswer,
});

export const reviseEntry = endpoint({
  method: 'POST',
  path: '/api/tests/:testId/entries/:entryId/revision',
  who: 'teacher',
  does: 'Changes an item for this test only; the bank’s own item stays as it is.',
  params: z.object({ testId: idInPath, entryId: shortId }),
  largest: roomy,
  body: z.strictObject({
    /** The revision that was being edited; another one there means that somebody was faster. */
    basedOn: id,
    content: itemContent,
    /** The form that it is changed for; none for the first. */
    form: shortId.nullable().default(null),
  }),
  answer: testAnswer,
});

const entryInTest = z.object({ testId: idInPath, entryId: shortId });

export const giveBack = endpoint({
  method: 'POST',
  path: '/api/tests/:testId/entries/:entryId/give-back',
  who: 'teacher',
  does: 'Makes an item’s wording in this test the bank’s new revision; other tests keep what they pin.',
  params: entryInTest,
  largest: roomy,
  body: z.strictObject({
    /** The bank's revision that was looked at; another one there means that somebody was faster. */
    over: id,
  }),
  answer: testAnswer,
});

export const findSimilar = endpoint({
  method: 'POST',
  path: '/api/tests/:testId/similar',
  who: 'teacher',
  does: 'Finds items like those of these entries: same standard, same depth, close in difficulty, none that the test has. Best first; no item twice.',
  params: testId,
  largest: roomy,
  body: z.strictObject({
    entries: z.array(shortId).min(1).max(mostEntries),
    /** So many for each. */
    each: z.int().min(1).max(20),
  }),
  answer: z.object({
    found: z.array(
      z.object({
        entry: z.string(),
        items: z.array(
          z.object({ item: itemRow, sameDepth: z.boolean(), distance: z.number().nullable() }),
        ),
      }),
    ),
  }),
});

export const countPool = endpoint({
  method: 'POST',
  path: '/api/tests/pool',
  who: 'teacher',
  does: 'Says how many items a draw’s search finds.',
  largest: roomy,
  body: z.strictObject({ search: poolSearch, but: z.array(id).max(mostEntries) }),
  answer: z.object({ total: z.number() }),
});

export const declareEnemies = endpoint({
  method: 'POST',
  path: '/api/items/enemies',
  who: 'teacher',
  does: 'Says that two items must not stand in one test, or takes that back.',
  largest: roomy,
  body: z.strictObject({ items: z.tuple([id, id]), apart: z.boolean() }),
  answer: z.object({}),
});

export const readEdition = endpoint({
  method: 'GET',
  path: '/api/tests/:testId/edition',
  who: 'teacher',
  does: 'Gives a test as it would be given now, whole, for looking through and printing.',
  params: testId,
  answer: z.object({
    edition: z.custom<Edition>(
      (changed) => typeof changed === 'object' && changed !== null && 'sections' in changed,
    ),
    /** Why it cannot be given yet, in words. */
    hindrances: z.array(z.string()),
    minutes: z.number().nullable(),
    may: z.enum(['read', 'edit']),
    owner: z.string(),
    mine: z.boolean(),
  }),
});

export const readTestVersion = endpoint({
  method: 'GET',
  path: '/api/tests/:testId/version',
  who: 'teacher',
  does: 'Says which version a test is at, so that a page can see that a colleague has changed it.',
  params: testId,
  answer: z.object({ version: z.number() }),
});
