/** Reads one scan in a thread of its own; the next page is read when it is asked for. */
import { present } from '@oaken/core/certain';
import { parentPort, workerData } from 'node:worker_threads';
import { Unreadable } from './pictures';
import { readScan, type Awaited } from './read-scan';
import type { ScanAnswer } from './scan-reader';

/** Whoever started this thread. */
const port = present(parentPort, 'thread that asks');
const { file, from } = workerData as { file: string; from: number };
const answer = (said: ScanAnswer) => port.postMessage(said);

/** Goes on with the page that waits to know what should stand on it. */
let goOn: (awaited: Awaited | null) => void = () => undefined;

const pages = readScan(file, from, (announced) => {
  answer({ announced });
  return new Promise((resolve) => (goOn = resolve));
});

async function next(): Promise<void> {
  try {
    const { done, value } = await pages.next();
    answer(done ? { done: true } : { page: value });
  } catch (error) {
    if (!(error instanceof Unreadable)) throw error;
    answer({ unreadable: error.why });
  }
}

port.on('message', (message: { next: true } | { awaited: Awaited | null }) => {
  if ('next' in message) void next();
  else goOn(message.awaited);
});
