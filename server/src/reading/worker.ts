/** Reads one file in a thread of its own; the next piece is made when it is asked for. */
import { parentPort, workerData } from 'node:worker_threads';
import { Unreadable } from './limits';
import { tasks } from './tasks';

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

parentPort!.on('message', () => void next().then((answer) => parentPort!.postMessage(answer)));
