/** Reads pictures of a camera in a thread of its own; nothing of them is kept. */
import { grayOf, readStrips } from '@oaken/core/capture';
import type { CameraPicture, StripsSeen } from './reader';

self.onmessage = ({ data: { rgba, width, height } }: MessageEvent<CameraPicture>) => {
  const seen: StripsSeen = readStrips(grayOf(rgba, width, height));
  self.postMessage(seen);
};
