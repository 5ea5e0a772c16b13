/** Answers that were gathered elsewhere: kept as they came, and read in the same pages. */
import { z } from 'zod';
import { endpoint, id, idInPath, instant, roomy } from '../endpoint/define';
import { resultsAnswer } from './answer';
import { sentence } from './sentences';

const sheetId = z.object({ sheetId: idInPath });
const csv = z.string().max(900_000, sentence('moreThan900000Characters'));

export const listSheets = endpoint({
  method: 'GET',
  path: '/api/sheets',
  who: 'teacher',
  does: 'Lists the answers that I brought in from elsewhere, the latest first.',
  answer: z.object({ sheets: z.array(z.object({ id, title: z.string(), createdAt: instant })) }),
});

export const bringSheet = endpoint({
  method: 'POST',
  path: '/api/sheets',
  who: 'teacher',
  does: 'Brings in answers as CSV, students by items, with a key or as scores.',
  largest: roomy,
  body: z.strictObject({
    title: z.string().trim().min(1, sentence('giveTitle')).max(200),
    answers: csv.min(1, sentence('thereAreNoAnswers')),
    key: csv.nullable(),
    /** What becomes of rows without any answer; null: it is asked where there are any. */
    emptyRows: z.enum(['left-out', 'zero']).nullable().default(null),
  }),
  answer: z.object({ id }),
});

export const readSheetResults = endpoint({
  method: 'GET',
  path: '/api/sheets/:sheetId/results',
  who: 'teacher',
  does: 'Gives the results of answers that I brought in.',
  params: sheetId,
  answer: resultsAnswer,
});

export const removeSheet = endpoint({
  method: 'DELETE',
  path: '/api/sheets/:sheetId',
  who: 'teacher',
  does: 'Deletes answers that I brought in.',
  params: sheetId,
  answer: z.object({}),
});
