import { itemContent, itemFacts } from '@oaken/core/items';
import { z } from 'zod';
import { clientKey, endpoint, id, idInPath, instant, roomy } from '../endpoint/define';
import { itemRow, mostAtOnce } from './search';
import { sentence } from './sentences';

/** The test that something was copied out of; its title is null when I may not read it any more. */
export const sourceTest = z.object({ title: z.string().nullable(), owner: z.string() });
export type SourceTest = z.infer<typeof sourceTest>;

export const use = z.object({
  testId: id,
  title: z.string(),
  owner: z.string(),
  mine: z.boolean(),
  given: z.array(z.object({ class: z.string(), opensAt: instant })),
});
export type Use = z.infer<typeof use>;

export const readItem = endpoint({
  method: 'GET',
  path: '/api/items/:itemId',
  who: 'teacher',
  does: 'Gives an item with where it is used, where it comes from and its history.',
  params: z.object({ itemId: idInPath }),
  answer: z.object({
    item: itemRow,
    retiredAt: instant.nullable(),
    uses: z.array(use),
    /** Tests in which it stands, but of which I may not know more. */
    hiddenUses: z.number(),
    /** What was observed before its wording or its key was changed; null when nothing was. */
    earlier: z.object({ n: z.number(), share: z.number() }).nullable(),
    /** What was observed where it was asked in class, at its first asking; kept apart from tests. */
    inClass: z.object({ times: z.number(), n: z.number(), share: z.number() }).nullable(),
    /** What was observed in each grade, over all uses; the lowest grade first. */
    byGrade: z.array(
      z.object({
        grade: z.number(),
        n: z.number(),
        share: z.number(),
        itemRestCorrelation: z.number().nullable(),
      }),
    ),
    revisions: z.array(
      z.object({
        id,
        number: z.number(),
        by: z.string(),
        at: instant,
        forTest: z.string().nullable(),
      }),
    ),
    /** Where it was copied from, when I may still read that. */
    source: z
      .object({
        itemId: id,
        bank: z.string(),
        /** The revision that was copied or last compared, and the one that stands there now. */
        known: id,
        now: id,
      })
      .nullable(),
    /** The test that it was copied out of; null when it was not. */
    sourceTest: sourceTest.nullable(),
    /** Copies that others or I made of it, in banks that I may read. */
    copies: z.array(z.object({ itemId: id, bank: z.string(), by: z.string() })),
  }),
});

export const readRevision = endpoint({
  method: 'GET',
  path: '/api/revisions/:revisionId',
  who: 'teacher',
  does: 'Gives one revision of an item that I may read.',
  params: z.object({ revisionId: idInPath }),
  answer: z.object({ item: itemRow }),
});

const body = { content: itemContent, facts: itemFacts };

export const makeItem = endpoint({
  method: 'POST',
  path: '/api/items',
  who: 'teacher',
  does: 'Makes an item in a bank that I may change.',
  largest: roomy,
  body: z.object({ clientKey, bank: id, folder: id.nullable(), ...body }),
  answer: z.object({ id, revisionId: id }),
});

export const reviseItem = endpoint({
  method: 'POST',
  path: '/api/items/:itemId/revisions',
  who: 'teacher',
  does: 'Saves a new revision of an item. Tests keep the revision that they pin. Refused when somebody saved meanwhile.',
  params: z.object({ itemId: idInPath }),
  largest: roomy,
  body: z.object({
    basedOn: id,
    ...body,
    /** The revision of the item's source that was compared or taken over. */
    sourceRevision: id.optional(),
  }),
  answer: z.object({ revisionId: id }),
});

export const settleSource = endpoint({
  method: 'POST',
  path: '/api/items/:itemId/source',
  who: 'teacher',
  does: 'Leaves a copy as it is although its source has a newer revision.',
  params: z.object({ itemId: idInPath }),
  body: z.object({ revision: id }),
  answer: z.object({}),
});

const several = z
  .array(id)
  .min(1, sentence('noItemIsSelected'))
  .max(mostAtOnce, sentence('moreThanItemsAtOnce', { mostAtOnce }));
const target = { bank: id, folder: id.nullable() };

export const moveItems = endpoint({
  method: 'POST',
  path: '/api/items/move',
  who: 'teacher',
  does: 'Moves items into a bank and folder; tests and results are not touched.',
  body: z.object({ items: several, ...target }),
  /** Where each came from, for undoing. */
  answer: z.object({ from: z.array(z.object({ item: id, bank: id, folder: id.nullable() })) }),
});

export const copyItems = endpoint({
  method: 'POST',
  path: '/api/items/copy',
  who: 'teacher',
  does: 'Copies items into a bank and folder; each copy remembers its source.',
  body: z.object({ items: several, ...target }),
  answer: z.object({ items: z.array(id) }),
});

export const retireItems = endpoint({
  method: 'POST',
  path: '/api/items/retire',
  who: 'teacher',
  does: 'Takes items out of sight; no test is touched, and they can be brought back.',
  body: z.object({ items: several }),
  answer: z.object({ retired: z.number() }),
});

export const restoreItems = endpoint({
  method: 'POST',
  path: '/api/items/restore',
  who: 'teacher',
  does: 'Brings retired items back to where they were.',
  body: z.object({ items: several }),
  answer: z.object({ restored: z.number() }),
});

export const listRetired = endpoint({
  method: 'GET',
  path: '/api/retired',
  who: 'teacher',
  does: 'Lists the retired items of the banks that I may change, newest first, at most 500.',
  answer: z.object({ items: z.array(z.object({ item: itemRow, at: instant, by: z.string() })) }),
});

export const labelItems = endpoint({
  method: 'POST',
  path: '/api/items/label',
  who: 'teacher',
  does: 'Gives items standards or tags, or takes them away; each gets a new revision.',
  body: z.object({
    items: several,
    addStandards: z.array(id).max(20).default([]),
    removeStandards: z.array(id).max(20).default([]),
    addTags: z.array(z.string().trim().toLowerCase().min(1).max(60)).max(20).default([]),
    removeTags: z.array(z.string().trim().toLowerCase().min(1).max(60)).max(20).default([]),
  }),
  answer: z.object({ changed: z.number() }),
});

export const readUses = endpoint({
  method: 'POST',
  path: '/api/items/uses',
  who: 'teacher',
  does: 'Says where items are used, for showing before they are changed, moved or retired.',
  body: z.object({ items: several }),
  answer: z.object({ uses: z.array(use.extend({ items: z.number() })), hiddenUses: z.number() }),
});

export const findNear = endpoint({
  method: 'POST',
  path: '/api/items/near',
  who: 'teacher',
  does: 'Finds items with almost the same words in the banks that I may read.',
  largest: roomy,
  body: z.object({ content: itemContent, but: id.nullable().default(null) }),
  answer: z.object({ near: z.array(z.object({ item: itemRow, likeness: z.number() })) }),
});

export const findNearOf = endpoint({
  method: 'POST',
  path: '/api/items/near-of',
  who: 'teacher',
  does: 'Finds, for items that are to be copied, others with almost the same words in the banks that I may read; looks at the first 100.',
  body: z.object({ items: several }),
  answer: z.object({ near: z.array(z.object({ of: id, item: itemRow })) }),
});
