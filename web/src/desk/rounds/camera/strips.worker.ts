/** Reads pictures of a camera in a thread of its own; nothing of them is kept. */
import { grayOf, readStrips, type SeenCode } from '@oaken/core/capture';
import type { CameraPicture } from '../../camera/readers';

self.onmessage = ({ data: { rgba, width, height } }: MessageEvent<CameraPicture>) => {
  const seen: SeenCode[] = readStrips(grayOf(rgba, width, height));
  self.postMessage(seen);
};
