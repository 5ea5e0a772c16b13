/**
 * Moments in which the machine itself stands: a thread that does nothing but sleep for five
 * milliseconds wakes far too late, because the host has given the processors to somebody else. They
 * are the floor of every figure that is measured in milliseconds.
 */
import { Worker } from 'node:worker_threads';

/** A sleeper that wakes so much too late was kept from it by the machine. */
const tooLate = 40;

const sleeper = `
  const { parentPort } = require('node:worker_threads');
  const cell = new Int32Array(new SharedArrayBuffer(4));
  let from = performance.timeOrigin + performance.now();
  for (;;) {
    Atomics.wait(cell, 0, 0, 5);
    const now = performance.timeOrigin + performance.now();
    if (now - from > ${tooLate}) parentPort.postMessage([from, now]);
    from = now;
  }
`;

export interface Pauses {
  /** How long the machine stood between two moments of performance.now(), in milliseconds. */
  within(from: number, to: number): number;
  stop(): void;
}

export function watchPauses(): Pauses {
  const worker = new Worker(sleeper, { eval: true });
  worker.unref();
  const seen: [number, number][] = [];
  worker.on('message', ([from, to]: [number, number]) =>
    seen.push([from - performance.timeOrigin, to - performance.timeOrigin]),
  );
  return {
    within: (from, to) =>
      seen.reduce((sum, pause) => {
        const overlap = Math.min(to, pause[1]) - Math.max(from, pause[0]);
        return sum + Math.max(0, overlap);
      }, 0),
    stop: () => void worker.terminate(),
  };
}
