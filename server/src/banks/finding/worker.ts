/** The index in a thread of its own, so that a search never holds up an answer that is being saved. */
import { parentPort, workerData } from 'node:worker_threads';
import { connect, type DatabasePlace } from '../../database/connect';
import { LocalFinder } from './finder';
import type { Asked, Answered } from './remote';

const finder = new LocalFinder(connect(workerData as DatabasePlace));

parentPort!.on('message', async ({ call, id, ...own }: Asked) => {
  try {
    const value =
      call === 'find'
        ? await finder.find(own.question!)
        : await finder.near(own.text!, own.banks!, own.but!);
    parentPort!.postMessage({ id, value } satisfies Answered);
  } catch (error) {
    const { message, stack, name } = error as Error;
    parentPort!.postMessage({ id, error: { message, stack, name } } satisfies Answered);
  }
});

// Filled before the first search asks for it.
void finder.refresh().catch(() => undefined);
