/** Pictures go to a thread that reads them, one after the other. */
import type { SeenCode } from '@oaken/core/capture';

/** Four bytes a pixel, row by row. */
export interface CameraPicture {
  rgba: Uint8ClampedArray<ArrayBuffer>;
  width: number;
  height: number;
}
export type StripsSeen = SeenCode[];

export class StripReader {
  private readonly worker = new Worker(new URL('./strips.worker.ts', import.meta.url), {
    type: 'module',
  });

  /** @param picture is given away; one at a time @throws where the thread does not start */
  read({ rgba, width, height }: CameraPicture): Promise<StripsSeen> {
    return new Promise((resolve, reject) => {
      this.worker.onmessage = ({ data }: MessageEvent<StripsSeen>) => resolve(data);
      this.worker.onerror = ({ message }) => reject(new Error(message));
      this.worker.postMessage({ rgba, width, height }, [rgba.buffer]);
    });
  }

  close(): void {
    this.worker.terminate();
  }
}
