/** Pictures go to threads that read them, each to the next one that is free. */

/** Four bytes a pixel, row by row. */
export interface CameraPicture {
  rgba: Uint8ClampedArray<ArrayBuffer>;
  width: number;
  height: number;
}

/** The page and the rest of the device need something too. */
const mostThreads = 2;

/** @typeParam Seen what a thread answers to a picture */
export class PictureReaders<Seen> {
  private readonly threads: Worker[];
  private readonly free: Worker[];

  constructor(start: () => Worker) {
    const count = Math.max(1, Math.min(mostThreads, navigator.hardwareConcurrency - 1));
    this.threads = Array.from({ length: count }, start);
    this.free = [...this.threads];
  }

  /** Whether a picture would be read at once. */
  get isFree(): boolean {
    return this.free.length > 0;
  }

  /** @param picture is given away @throws where no thread is free, or it does not start */
  async read({ rgba, width, height }: CameraPicture): Promise<Seen> {
    const thread = this.free.pop();
    if (!thread) throw new Error('No thread is free.');
    const seen = new Promise<Seen>((resolve, reject) => {
      thread.onmessage = ({ data }: MessageEvent<Seen>) => resolve(data);
      thread.onerror = ({ message }) => reject(new Error(message));
    });
    thread.postMessage({ rgba, width, height }, [rgba.buffer]);
    return seen.finally(() => this.free.push(thread));
  }

  close(): void {
    for (const thread of this.threads) thread.terminate();
  }
}
