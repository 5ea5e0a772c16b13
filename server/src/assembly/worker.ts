/**
 * Fills one blueprint in a thread of its own, so that the server goes on saving answers; ending the
 * thread stops it.
 */
import { present } from '@oaken/core/certain';
import { assemble, type Wish } from '@oaken/core/assembly';
import { parentPort, workerData } from 'node:worker_threads';
import { highsSolve } from './highs';

/** Whoever started this thread. */
const port = present(parentPort, 'thread that asks');

const { wish, seconds } = workerData as { wish: Wish; seconds: number };

void assemble(wish, highsSolve, {
  seconds,
  clock: () => performance.now() / 1000,
  step: (what) => port.postMessage({ step: what }),
}).then((assembled) => port.postMessage({ assembled }));
