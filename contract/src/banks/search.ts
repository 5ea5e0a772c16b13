import { difficultyBands, orders, itemRestCorrelationBands, usesBands } from '@oaken/core/finding';
import { itemContent, markers, media, partKinds } from '@oaken/core/items';
import { z } from 'zod';
import { endpoint, id, idInPath, instant, listInQuery, numbersInQuery } from '../endpoint/define';
import { sentence } from './sentences';

/** A day in an address, as the school counts it: `2026-09-01`. */
const dayInAddress = z.iso.date(sentence('writeDayLike202609'));

const band = (list: readonly { id: string }[]) =>
  z.enum(list.map((candidate) => candidate.id) as [string, ...string[]]);

export const filters = z.object({
  words: z.string().trim().max(200).optional(),
  framework: idInPath.optional(),
  /** Any of these standards, each with everything below it: `standard=12,15`. */
  standard: numbersInQuery().optional(),
  grades: numbersInQuery(13).optional(),
  subject: z.string().max(60).optional(),
  /** Any of these: `kind=numeric,text`. */
  kind: listInQuery(z.enum(partKinds)).optional(),
  depth: numbersInQuery(4).optional(),
  markedBy: z.enum(markers).optional(),
  has: z.enum(media).optional(),
  passage: z.enum(['yes', 'no']).optional(),
  bank: idInPath.optional(),
  /** A folder with everything below it. */
  folder: idInPath.optional(),
  /** A line of a curriculum with everything below it. */
  curriculumLine: idInPath.optional(),
  tag: z.string().max(60).optional(),
  difficulty: band(difficultyBands).optional(),
  itemRestCorrelation: band(itemRestCorrelationBands).optional(),
  uses: band(usesBands).optional(),
  editedSince: dayInAddress.optional(),
  /** Leaves out what my classes, or the one named beside it, were given since that day. */
  unusedSince: dayInAddress.optional(),
  unusedBy: idInPath.optional(),
});

export const search = filters.extend({
  sort: z.enum(orders).default('relevance'),
  from: z.coerce.number().int().min(0).max(1_000_000).default(0),
});
export type Search = z.input<typeof search>;

export const pageSize = 50;
/** So many items can be picked or changed at once. */
export const mostAtOnce = 1000;

export const itemRow = z.object({
  id,
  revisionId: id,
  revision: z.number(),
  content: itemContent,
  kind: z.enum(partKinds),
  markedBy: z.enum(markers),
  points: z.number(),
  subject: z.string(),
  grades: z.array(z.number()),
  standards: z.array(z.object({ id, code: z.string(), statement: z.string() })),
  depth: z.number().nullable(),
  seconds: z.number().nullable(),
  tags: z.array(z.string()),
  author: z.string(),
  licence: z.string(),
  bank: z.string(),
  bankId: id,
  folderId: id.nullable(),
  /** What I may do with it: look, put it into tests and copy it, or change it. */
  may: z.enum(['read', 'use', 'edit']),
  /** Share of the points earned by those who met it; null while nobody has. */
  facility: z.object({ value: z.number(), n: z.number() }).nullable(),
  /** Item-rest correlation over all work seen; null while too few have met it. */
  itemRestCorrelation: z.number().nullable(),
  /** In how many tests it stands, mine and others'. */
  uses: z.number(),
  editedAt: instant,
});
export type ItemRow = z.infer<typeof itemRow>;

const tally = <T extends z.ZodType>(choice: T) => z.array(z.tuple([choice, z.number()]));

export const searchItems = endpoint({
  method: 'GET',
  path: '/api/items',
  who: 'teacher',
  does: 'Finds items in the banks that I may read, with counts for each choice of the other filters.',
  query: search,
  answer: z.object({
    total: z.number(),
    /** Items of all banks that are not looked through yet: after a start the search fills. */
    coming: z.number(),
    items: z.array(itemRow),
    /** How many items each choice would give, with all other filters as they are; only with the first page. */
    counts: z
      .object({
        frameworks: tally(id),
        standards: tally(id),
        grades: tally(z.number()),
        subjects: tally(z.string()),
        kinds: tally(z.enum(partKinds)),
        depths: tally(z.number()),
        markedBy: tally(z.enum(markers)),
        media: tally(z.enum(media)),
        passage: tally(z.boolean()),
        banks: tally(id),
        folders: tally(id),
        tags: tally(z.string()),
        difficulty: tally(z.string()),
        itemRestCorrelation: tally(z.string()),
        uses: tally(z.string()),
      })
      .nullable(),
    /** The words that matched, as they stand in the items. */
    matched: z.array(z.string()),
    /** The standards of these items that a typed code stood for. */
    matchedStandards: z.array(id),
    /** Typed words that stand in no item, and what was taken for them. */
    mended: z.array(z.object({ typed: z.string(), taken: z.array(z.string()) })),
  }),
});

export const findItems = endpoint({
  method: 'GET',
  path: '/api/items/all',
  who: 'teacher',
  does: `Gives all items that a search finds, at most ${mostAtOnce}, with what is needed to pick them.`,
  query: search.omit({ from: true }),
  answer: z.object({
    total: z.number(),
    items: z.array(itemRow.pick({ id: true, points: true, seconds: true, may: true })),
  }),
});

export const readRows = endpoint({
  method: 'POST',
  path: '/api/items/rows',
  who: 'teacher',
  does: 'Gives items by their ids, in that order; those that cannot be read are left out.',
  body: z.object({ items: z.array(id).max(mostAtOnce) }),
  answer: z.object({ items: z.array(itemRow) }),
});

const keptSearch = z.object({ id, name: z.string(), address: z.string() });

export const listKeptSearches = endpoint({
  method: 'GET',
  path: '/api/searches',
  who: 'teacher',
  does: 'Lists the searches that I keep.',
  answer: z.object({ searches: z.array(keptSearch) }),
});

export const keepSearch = endpoint({
  method: 'POST',
  path: '/api/searches',
  who: 'teacher',
  does: 'Keeps a search under a name; the same name again keeps the newer one.',
  body: z.object({
    name: z.string().trim().min(1, sentence('giveSearchName')).max(120),
    /** The query of the page's address. */
    address: z.string().max(2000),
  }),
  answer: keptSearch,
});

export const forgetSearch = endpoint({
  method: 'DELETE',
  path: '/api/searches/:searchId',
  who: 'teacher',
  does: 'Forgets a kept search.',
  params: z.object({ searchId: idInPath }),
  answer: z.object({}),
});
