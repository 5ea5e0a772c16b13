import { z } from 'zod';
import { endpoint, idInPath, instant } from '../endpoint/define';

const scanId = z.string().regex(/^[A-Za-z0-9_-]{22}$/);

export const scan = z.object({
  id: scanId,
  name: z.string(),
  state: z.enum(['reading', 'done', 'cancelled', 'failed']),
  /** Null until the file was looked at. */
  pages: z.number().nullable(),
  read: z.number(),
  /** Why it failed. */
  message: z.string(),
  /** Empty: from the copier's folder. */
  by: z.string(),
  at: instant,
});
export type ScanLine = z.infer<typeof scan>;

/** Why a page is not among the answers. */
export const pageProblem = z.enum([
  'no-sheet',
  'no-code',
  'foreign',
  'whose',
  'doubled',
  'same-again',
  'answered',
]);
export type PageProblem = z.infer<typeof pageProblem>;

export const bringScan = endpoint({
  method: 'POST',
  path: '/api/assignments/:assignmentId/scans',
  who: 'teacher',
  does: 'Takes a scan of answer sheets: a PDF, or a picture as PNG, JPEG, TIFF or WebP. It is read by and by, in any order of its pages.',
  params: z.object({ assignmentId: idInPath }),
  query: z.object({ name: z.string().max(200) }),
  answer: z.object({ id: scanId }),
});

export const cancelScan = endpoint({
  method: 'POST',
  path: '/api/scans/:scanId/cancel',
  who: 'teacher',
  does: 'Stops reading a scan; pages that were read stay.',
  params: z.object({ scanId }),
  answer: z.object({}),
});
