import { itemContent, partKinds } from '@oaken/core/items';
import { z } from 'zod';
import { endpoint, id, idInPath, instant } from '../define';

export const bank = z.object({
  id,
  name: z.string(),
  reach: z.enum(['mine', 'school', 'everybody']),
  items: z.number(),
  folders: z.array(z.object({ id, parentId: id.nullable(), name: z.string(), items: z.number() })),
});
export type Bank = z.infer<typeof bank>;

export const listBanks = endpoint({
  method: 'GET',
  path: '/api/banks',
  who: 'teacher',
  does: 'Lists the banks that I may read, with their folders.',
  answer: z.object({ banks: z.array(bank) }),
});

/** A list in an address: `grades=6,7`. */
const numbers = z
  .string()
  .max(200)
  .transform((list) => list.split(',').filter(Boolean).map(Number))
  .pipe(z.array(z.int().min(0).max(4_294_967_295)));

export const search = z.object({
  words: z.string().trim().max(200).optional(),
  /** A standard with everything below it. */
  standard: idInPath.optional(),
  grades: numbers.optional(),
  subject: z.string().max(60).optional(),
  kind: z.enum(partKinds).optional(),
  depth: z.coerce.number().int().min(1).max(4).optional(),
  bank: idInPath.optional(),
  folder: idInPath.optional(),
  sort: z.enum(['relevance', 'newest', 'easiest', 'hardest', 'most-used']).default('relevance'),
  from: z.coerce.number().int().min(0).max(1_000_000).default(0),
});
export type Search = z.input<typeof search>;

export const pageSize = 50;

export const itemRow = z.object({
  id,
  revisionId: id,
  revision: z.number(),
  content: itemContent,
  kind: z.enum(partKinds),
  points: z.number(),
  subject: z.string(),
  grades: z.array(z.number()),
  standards: z.array(z.object({ id, code: z.string(), statement: z.string() })),
  depth: z.number().nullable(),
  seconds: z.number().nullable(),
  bank: z.string(),
  /** Share of the points earned by those who met it; null while nobody has. */
  facility: z.object({ value: z.number(), n: z.number() }).nullable(),
  /** In how many tests that I may know of. */
  uses: z.number(),
});
export type ItemRow = z.infer<typeof itemRow>;

const tally = z.array(z.tuple([z.union([z.number(), z.string()]), z.number()]));

export const searchItems = endpoint({
  method: 'GET',
  path: '/api/items',
  who: 'teacher',
  does: 'Finds items in the banks that I may read, with counts for each choice of the other filters.',
  query: search,
  answer: z.object({
    total: z.number(),
    items: z.array(itemRow),
    /** How many items each choice would give, with all other filters as they are. */
    counts: z.object({ standards: tally, grades: tally, kinds: tally, depths: tally }),
  }),
});

export const readItem = endpoint({
  method: 'GET',
  path: '/api/items/:itemId',
  who: 'teacher',
  does: 'Gives an item with where it is used and its history.',
  params: z.object({ itemId: idInPath }),
  answer: z.object({
    item: itemRow,
    uses: z.array(
      z.object({
        testId: id,
        title: z.string(),
        owner: z.string(),
        mine: z.boolean(),
        given: z.array(z.object({ class: z.string(), opensAt: instant })),
      }),
    ),
    revisions: z.array(
      z.object({ id, number: z.number(), by: z.string(), at: instant, forTest: z.string().nullable() }),
    ),
  }),
});
