/** Paper read by a camera or a scanner: strips that a class holds up, and answer sheets. */
import { isMainThread } from 'node:worker_threads';
import { measureRate, readWhatComes } from './capture/rate';

if (isMainThread) {
  await import('./capture/strips');
  await measureRate(new URL(import.meta.url));
  await import('./capture/sheets');
} else readWhatComes();
