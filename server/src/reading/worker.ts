/** Reads one file in a thread of its own; the next piece is made when it is asked for. */
import { present } from '@oaken/core/certain';
import { parentPort, workerData } from 'node:worker_threads';
import { Unreadable } from './limits';
import { tasks } from './tasks';

/** Whoever started this thread. */
const port = present(parentPort, 'thread that asks');

const { task, bytes, options } = workerData as {
  task: keyof typeof tasks;
  bytes: Uint8Array;
  options: never;
};
const pieces: AsyncGenerator<unknown> = tasks[task](
  Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length),
  options,
);

async function next(): Promise<unknown> {
  try {
    const { done, value } = await pieces.next();
    return done ? { done: true } : { piece: value };
  } catch (error) {
    if (error instanceof Unreadable) return { unreadable: error.message };
    throw error;
  }
}

port.on('message', () => void next().then((answer) => port.postMessage(answer)));
