/**
 * How many pictures of a class are read in a second as the camera page reads them: in two threads, each as
 * soon as it is free. The floor is what one thread reads.
 */
import { readStrips, type Gray } from '@oaken/core/capture';
import { parentPort, Worker } from 'node:worker_threads';
import { sceneOf, usualRoom } from '../../../core/test/support/scenes';
import { report } from '../figure';

const framesASecond = 10;
const frames = 24;
/** Read before anything is timed: by then the machine knows the code. */
const warmUp = 6;

/** What a thread does: it reads each picture that it is given. */
export function readWhatComes(): void {
  parentPort?.on('message', (picture: Gray) => {
    parentPort?.postMessage(readStrips(picture).length);
  });
}

/** @returns pictures a second */
async function rateOf(script: URL, threads: number, pictures: readonly Gray[]): Promise<number> {
  const workers = Array.from({ length: threads }, () => new Worker(script));
  const readAll = async (all: readonly Gray[]) => {
    const waiting = [...all];
    await Promise.all(
      workers.map(
        (worker) =>
          new Promise<void>((done) => {
            const next = () => {
              const picture = waiting.pop();
              if (picture) worker.postMessage(picture);
              else done();
            };
            worker.removeAllListeners('message').on('message', next);
            next();
          }),
      ),
    );
  };
  await readAll(pictures.slice(0, warmUp * threads));
  const from = performance.now();
  await readAll(pictures);
  const rate = (1_000 * pictures.length) / (performance.now() - from);
  await Promise.all(workers.map((worker) => worker.terminate()));
  return rate;
}

export async function measureRate(script: URL): Promise<void> {
  const pictures = Array.from({ length: frames }, (_, n) => sceneOf(`rate ${n}`, {}, 0).picture);
  const floor = await rateOf(script, 1, pictures);
  const value = await rateOf(script, 2, pictures);
  report({
    name: `capture: pictures of 1280x720 with ${usualRoom.codes} codes read in a second, in two threads`,
    value,
    unit: '/s',
    floor,
    ratio: value / framesASecond,
    holds: value >= framesASecond,
  });
}
