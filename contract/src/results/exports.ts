/** The files that results leave in. A new one is an entry here and its writer in `server/src/results/exports.ts`. */
import { z } from 'zod';
import { downloadEndpoint, idInPath } from '../endpoint/define';
import { resultsQuery } from './answer';
import { sentence } from './sentences';

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
    title: sentence('studentsAsCsv'),
    carries: sentence('lineForEachStudentPoints'),
    media: 'text/csv',
    extension: 'csv',
    filtered: true,
  },
  items: {
    title: sentence('itemsAsCsv'),
    carries: sentence('lineForEachItemAverage'),
    media: 'text/csv',
    extension: 'csv',
    filtered: true,
  },
  standards: {
    title: sentence('standardsAsCsv'),
    carries: sentence('whatEverybodyEachClassEach'),
    media: 'text/csv',
    extension: 'csv',
    filtered: true,
  },
  gradebook: {
    title: sentence('scoresForGradebook'),
    carries: sentence('oneroster12CsvIn'),
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
