import { media } from '@oaken/core/items';
import { shelfOrders, shelves, sizeBands } from '@oaken/core/shelf';
import { testKinds } from '@oaken/core/assessments';
import { z } from 'zod';
import { reaches } from '../banks/shelves';
import {
  clientKey,
  endpoint,
  id,
  idInPath,
  instant,
  listInQuery,
  numbersInQuery,
} from '../endpoint/define';
import { sentence } from './sentences';

const testId = z.object({ testId: idInPath });

export const testRow = z.object({
  id,
  title: z.string(),
  kind: z.enum(testKinds),
  subject: z.string(),
  grades: z.array(z.number()),
  /** Codes of its standards, in the framework's order. */
  standards: z.array(z.string()),
  /** Items that a student gets. */
  items: z.number(),
  points: z.number(),
  /** Everything in it is marked by the machine. */
  machine: z.boolean(),
  media: z.array(z.enum(media)),
  ready: z.boolean(),
  mine: z.boolean(),
  owner: z.string(),
  reach: z.enum(reaches),
  may: z.enum(['read', 'edit']),
  folder: id.nullable(),
  /** How often it was given, by anybody. */
  given: z.number(),
  /** The classes of mine that it was given to. */
  classes: z.array(z.string()),
  changedAt: instant,
});
export type TestRow = z.infer<typeof testRow>;

const tally = <T extends z.ZodType>(choice: T) => z.array(z.tuple([choice, z.number()]));

/** What can be asked of the shelf. */
export const shelfSearch = z.object({
  words: z.string().trim().max(200).optional(),
  shelf: z.enum(shelves).optional(),
  /** Any of these, each with everything below it. */
  standard: numbersInQuery().optional(),
  grades: numbersInQuery(13).optional(),
  subject: z.string().max(60).optional(),
  kind: listInQuery(z.enum(testKinds)).optional(),
  size: z.enum(sizeBands.map((sizeBand) => sizeBand.id) as [string, ...string[]]).optional(),
  machine: z.enum(['yes', 'no']).optional(),
  has: z.enum(media).optional(),
  /** Of its items. */
  tag: z.string().max(60).optional(),
  /** A folder with everything below it. */
  folder: idInPath.optional(),
  /** A line of a curriculum with everything below it. */
  curriculumLine: idInPath.optional(),
  sort: z.enum(shelfOrders).default('changed'),
  from: z.coerce.number().int().min(0).max(1_000_000).default(0),
});

export const searchTests = endpoint({
  method: 'GET',
  path: '/api/tests',
  who: 'teacher',
  does: 'Finds tests: mine, my school’s and everybody’s, with counts for each choice of the other filters.',
  query: shelfSearch,
  answer: z.object({
    total: z.number(),
    tests: z.array(testRow),
    counts: z.object({
      shelf: tally(z.enum(shelves)),
      standard: tally(id),
      grades: tally(z.number()),
      subject: tally(z.string()),
      kind: tally(z.enum(testKinds)),
      size: tally(z.string()),
      machine: tally(z.boolean()),
      has: tally(z.enum(media)),
      tag: tally(z.string()),
      folder: tally(id),
    }),
  }),
});

export const copyTest = endpoint({
  method: 'POST',
  path: '/api/tests/:testId/copy',
  who: 'teacher',
  does: 'Copies a test that I may read; the copy is mine and never touches the original.',
  params: testId,
  body: z.strictObject({
    clientKey,
    title: z.string().trim().min(1, sentence('giveCopyTitle')).max(200),
  }),
  answer: z.object({ id }),
});

export const removeTest = endpoint({
  method: 'DELETE',
  path: '/api/tests/:testId',
  who: 'teacher',
  does: 'Puts a test of mine into the bin; what was given from it stays.',
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

export const testRights = ['read', 'edit'] as const;

export const readTestSharing = endpoint({
  method: 'GET',
  path: '/api/tests/:testId/sharing',
  who: 'teacher',
  does: 'Says who may see and change a test of mine, and whom it could be shared with.',
  params: testId,
  answer: z.object({
    reach: z.enum(reaches),
    shares: z.array(z.object({ accountId: id, name: z.string(), may: z.enum(testRights) })),
    colleagues: z.array(z.object({ accountId: id, name: z.string() })),
  }),
});

export const shareTest = endpoint({
  method: 'PUT',
  path: '/api/tests/:testId/sharing',
  who: 'teacher',
  does: 'Shares a test of mine: with my school or everybody for reading and copying, with these colleagues as said.',
  params: testId,
  body: z.strictObject({
    reach: z.enum(reaches),
    shares: z.array(z.object({ accountId: id, may: z.enum(testRights) })).max(200),
  }),
  answer: z.object({}),
});

const folderName = z.string().trim().min(1, sentence('giveFolderName')).max(120);

export const testFolder = z.object({ id, parentId: id.nullable(), name: z.string() });
export type TestFolder = z.infer<typeof testFolder>;

export const listTestFolders = endpoint({
  method: 'GET',
  path: '/api/test-folders',
  who: 'teacher',
  does: 'Lists my folders of tests.',
  answer: z.object({ folders: z.array(testFolder) }),
});

export const makeTestFolder = endpoint({
  method: 'POST',
  path: '/api/test-folders',
  who: 'teacher',
  does: 'Makes a folder for tests.',
  body: z.strictObject({ parent: id.nullable(), name: folderName }),
  answer: z.object({ id }),
});

export const changeTestFolder = endpoint({
  method: 'PATCH',
  path: '/api/test-folders/:folderId',
  who: 'teacher',
  does: 'Renames a folder of tests or moves it into another.',
  params: z.object({ folderId: idInPath }),
  body: z.strictObject({ name: folderName.optional(), parent: id.nullable().optional() }),
  answer: z.object({}),
});

export const removeTestFolder = endpoint({
  method: 'DELETE',
  path: '/api/test-folders/:folderId',
  who: 'teacher',
  does: 'Takes a folder of tests away; what was in it moves one step up.',
  params: z.object({ folderId: idInPath }),
  answer: z.object({}),
});

export const placeTests = endpoint({
  method: 'POST',
  path: '/api/tests/place',
  who: 'teacher',
  does: 'Puts tests into a folder of mine, or into none; others see them where they have put them.',
  body: z.strictObject({ tests: z.array(id).min(1).max(500), folder: id.nullable() }),
  answer: z.object({}),
});
