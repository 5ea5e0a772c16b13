import { z } from 'zod';
import { endpoint, idInPath } from '../endpoint/define';
import { resultsAnswer, resultsQuery } from './answer';

const params = z.object({ assignmentId: idInPath });

export const readResults = endpoint({
  method: 'GET',
  path: '/api/assignments/:assignmentId/results',
  who: 'teacher',
  does: 'Gives the results of an assignment by item and by student, of all or of some of the work.',
  params,
  query: resultsQuery,
  answer: resultsAnswer,
});

/** Answers with text/csv (RFC 4180), not JSON. */
export const exportResults = endpoint({
  method: 'GET',
  path: '/api/assignments/:assignmentId/results.csv',
  who: 'teacher',
  does: 'Exports the results as CSV, by student, by item or by standard.',
  params,
  query: resultsQuery.extend({
    by: z.enum(['students', 'items', 'standards']).default('students'),
  }),
  answer: z.string(),
});

/** Answers with application/zip, not JSON. */
export const exportForGradebook = endpoint({
  method: 'GET',
  path: '/api/assignments/:assignmentId/oneroster.zip',
  who: 'teacher',
  does: 'Exports the scores for a gradebook as OneRoster 1.2 CSV: line items and results.',
  params,
  answer: z.string(),
});

export * from './answer';
export * from './figure';
export * from './standards';
export * from './student';
export * from './sheets';
