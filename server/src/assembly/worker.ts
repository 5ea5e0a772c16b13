/** Fills one blueprint in a thread of its own, so that the server goes on saving answers; ending the thread stops it. */
import { assemble, type Wish } from '@oaken/core/assembly';
import { parentPort, workerData } from 'node:worker_threads';
import { highsSolve } from './highs';

const { wish, seconds } = workerData as { wish: Wish; seconds: number };

void assemble(wish, highsSolve, {
  seconds,
  clock: () => performance.now() / 1000,
  step: (what) => parentPort!.postMessage({ step: what }),
}).then((assembled) => parentPort!.postMessage({ assembled }));
