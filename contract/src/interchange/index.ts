import { z } from 'zod';
import { downloadEndpoint, endpoint, id, idInPath } from '../endpoint/define';
import { filters } from '../banks/search';

const importId = z.string().regex(/^[A-Za-z0-9_-]{22}$/);

export const importState = z.object({
  id: importId,
  name: z.string(),
  /** Rows are read and checked, wait for a decision, are written; then it has ended one way or another. */
  state: z.enum(['reading', 'checked', 'writing', 'done', 'cancelled', 'failed']),
  rows: z.number(),
  done: z.number(),
  good: z.number(),
  bad: z.number(),
  /** At most 1000. Line 1 is the row of names. */
  problems: z.array(z.object({ line: z.number(), column: z.string(), message: z.string() })),
  /** Rows with almost the same words as an item that is there; looked for among the first 300. */
  near: z.array(z.object({ line: z.number(), itemId: id, words: z.string() })),
  /** Why it failed. */
  message: z.string(),
});
export type ImportState = z.infer<typeof importState>;

export const beginImport = endpoint({
  method: 'POST',
  path: '/api/imports',
  who: 'teacher',
  does: 'Takes a CSV file, or a zip with one CSV file and pictures, and checks every row; nothing is made yet.',
  query: z.object({ name: z.string().max(200), bank: idInPath, folder: idInPath.optional() }),
  answer: z.object({ id: importId }),
});

export const readImport = endpoint({
  method: 'GET',
  path: '/api/imports/:importId',
  who: 'teacher',
  does: 'Says how far an import is, and what is wrong with which row.',
  params: z.object({ importId }),
  answer: importState,
});

export const applyImport = endpoint({
  method: 'POST',
  path: '/api/imports/:importId/apply',
  who: 'teacher',
  does: 'Makes the items: all good rows, or none unless all rows are good.',
  params: z.object({ importId }),
  body: z.object({ take: z.enum(['good', 'all']) }),
  answer: z.object({}),
});

export const cancelImport = endpoint({
  method: 'POST',
  path: '/api/imports/:importId/cancel',
  who: 'teacher',
  does: 'Stops an import; what it was writing is undone.',
  params: z.object({ importId }),
  answer: z.object({}),
});

export const exportItems = downloadEndpoint({
  method: 'GET',
  path: '/api/items.csv',
  who: 'teacher',
  does: 'Takes all items that a search finds out as CSV, at most 10,000.',
  query: filters,
  media: ['text/csv'],
});

export const itemTemplate = downloadEndpoint({
  method: 'GET',
  path: '/api/items-template.csv',
  who: 'teacher',
  does: 'Gives an empty table with every column and three examples.',
  media: ['text/csv'],
});
