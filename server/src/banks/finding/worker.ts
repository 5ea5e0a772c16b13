/** The index in a thread of its own, so that a search never holds up an answer that is being saved. */
import { present } from '@oaken/core/certain';
import { parentPort, workerData } from 'node:worker_threads';
import { connect, type DatabaseAddress } from '../../database/connect';
import { LocalFinder } from './finder';
import type { Asked, Answered } from './remote';

/** Whoever started this thread. */
const port = present(parentPort, 'thread that asks');

const finder = new LocalFinder(connect(workerData as DatabaseAddress));

function answerTo(asked: Asked) {
  if (asked.call === 'near') return finder.near(asked.text, asked.banks, asked.but);
  return asked.call === 'sizes' ? finder.sizes() : finder[asked.call](asked.question);
}

port.on('message', async (asked: Asked) => {
  const { id } = asked;
  try {
    port.postMessage({ id, value: await answerTo(asked) } satisfies Answered);
  } catch (error) {
    const { message, stack, name } = error as Error;
    port.postMessage({
      id,
      error: { message, stack, name },
    } satisfies Answered);
  }
});

// Filled before the first search asks for it.
void finder.refresh().catch(() => undefined);
