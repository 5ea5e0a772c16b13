import { z } from 'zod';
import { endpoint, id, idInPath } from '../endpoint/define';
import { pageProblem } from './scans';

/** Left, top, width and height, as shares of the page. */
const box = z.tuple([z.number(), z.number(), z.number(), z.number()]);

const unclearRow = z.object({
  pageId: id,
  row: z.number(),
  name: z.string(),
  /** What stands before the row on the sheet. */
  label: z.string(),
  /** The question that it belongs to, as the booklet numbers it. */
  question: z.string(),
  doubt: z.enum(['two-marks', 'faint', 'unclear']),
  /** What it seems to say. */
  marks: z.array(z.string()),
  says: z.array(z.string()),
  several: z.boolean(),
  picture: z.string(),
  box,
});
export type UnclearRow = z.infer<typeof unclearRow>;

const unclearPage = z.object({
  pageId: id,
  problem: pageProblem,
  scanName: z.string(),
  position: z.number(),
  picture: z.string(),
  /** Whose it seems to be. */
  sheetId: id.nullable(),
  page: z.number().nullable(),
  /** What it would change, where the page was read before. */
  changes: z.array(z.object({ label: z.string(), was: z.string(), now: z.string() })),
});
export type UnclearPage = z.infer<typeof unclearPage>;

export const readUnclear = endpoint({
  method: 'GET',
  path: '/api/assignments/:assignmentId/unclear',
  who: 'teacher',
  does: 'Gives what of the answer sheets a person has to look at: rows that could mean more than one thing, and pages that could not be placed.',
  params: z.object({ assignmentId: idInPath }),
  answer: z.object({
    title: z.string(),
    mayChange: z.boolean(),
    rows: z.array(unclearRow),
    pages: z.array(unclearPage),
    /** To choose from where a page has to be placed. */
    sheets: z.array(
      z.object({ id, sheet: z.number(), name: z.string(), pages: z.number(), spare: z.boolean() }),
    ),
    /** To choose from where a spare has to become somebody's: those who have answered nothing yet. */
    students: z.array(z.object({ id, name: z.string() })),
  }),
});

export const decideRow = endpoint({
  method: 'PUT',
  path: '/api/scanned-pages/:pageId/rows/:row',
  who: 'teacher',
  does: 'Says what is marked in a row of a page; the work is scored anew.',
  params: z.object({ pageId: idInPath, row: z.coerce.number().int().min(0).max(2_000) }),
  body: z.object({ marks: z.array(z.string().max(2)).max(13) }),
  answer: z.object({}),
});

export const decidePage = endpoint({
  method: 'PUT',
  path: '/api/scanned-pages/:pageId',
  who: 'teacher',
  does: 'Says what becomes of a page: left out, taken in place of what was read before, or placed as a page of a sheet.',
  params: z.object({ pageId: idInPath }),
  body: z.discriminatedUnion('as', [
    z.object({ as: z.literal('left-out') }),
    z.object({
      as: z.literal('taken'),
      /** The sheet it is of; its own where it has one. */
      sheetId: id.optional(),
      page: z.int().min(1).max(31).optional(),
      /** Whose a spare is. */
      studentId: id.optional(),
    }),
  ]),
  answer: z.object({}),
});
