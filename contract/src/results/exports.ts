/** The files that results leave in. A new one is an entry here and its writer in `server/src/results/exports.ts`. */
import { z } from 'zod';
import { downloadEndpoint, idInPath } from '../endpoint/define';
import { resultsQuery } from './answer';

export interface ExportFormat {
  /** Its name on the page. */
  readonly title: string;
  readonly carries: string;
  readonly media: string;
  readonly extension: string;
  /** Whether it holds only the work that the filters of the page leave. */
  readonly filtered: boolean;
}

export const resultExports = {
  students: {
    title: 'Students as CSV',
    carries: 'A line for each student: points, time, and the points on each item',
    media: 'text/csv',
    extension: 'csv',
    filtered: true,
  },
  items: {
    title: 'Items as CSV',
    carries: 'A line for each item: average score, discrimination, choices and wrong answers',
    media: 'text/csv',
    extension: 'csv',
    filtered: true,
  },
  standards: {
    title: 'Standards as CSV',
    carries: 'What everybody, each class, each group and each student earned on each standard',
    media: 'text/csv',
    extension: 'csv',
    filtered: true,
  },
  gradebook: {
    title: 'Scores for a gradebook',
    carries: 'OneRoster 1.2 CSV in a zip: line items and results, always of all work that counts',
    media: 'application/zip',
    extension: 'zip',
    filtered: false,
  },
} as const satisfies Record<string, ExportFormat>;
export type ResultExport = keyof typeof resultExports;

const formats = Object.keys(resultExports) as [ResultExport, ...ResultExport[]];

export const exportResults = downloadEndpoint({
  method: 'GET',
  path: '/api/assignments/:assignmentId/exports/:format',
  who: 'teacher',
  does: `Exports results as a file: ${formats.join(', ')}.`,
  params: z.object({ assignmentId: idInPath, format: z.enum(formats) }),
  query: resultsQuery,
  media: [...new Set(formats.map((format) => resultExports[format].media))],
});
