import type { Sort } from './types';

export const MB = 1024 * 1024;

/** The largest file of each sort. */
export const largest: Record<Sort, number> = {
  picture: 8 * MB,
  sound: 20 * MB,
  film: 40 * MB,
  document: 10 * MB,
};
export const largestOfAll = Math.max(...Object.values(largest));

/** What is text all through, such as a drawing in SVG, is read whole and so is smaller. */
export const largestText = 512 * 1024;

/** What may be kept altogether. */
export const quotas = {
  /** Files and bytes of one attempt. */
  attemptFiles: 40,
  attempt: 120 * MB,
  student: 500 * MB,
  /** A teacher's pictures, sounds and films. */
  teacher: 5_000 * MB,
  /** Of the school, unless the settings say otherwise. */
  school: 50_000 * MB,
};

/** Below this much free disk no file is taken any more; answers go on. */
export const leastFree = 1_000 * MB;

/** Uploads that may be on their way at once; each holds one piece in memory. */
export const uploadsAtOnce = 40;

/** Files are stored in pieces of this size. */
export const pieceSize = 512 * 1024;
