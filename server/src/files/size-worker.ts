/** Makes one size of a picture, in a thread of its own. */
import { present } from '@oaken/core/certain';
import { parentPort } from 'node:worker_threads';
import { sizePicture } from './size';
import type { SizeAsked } from './sizer';

const port = present(parentPort, 'thread that asks');

port.on('message', ({ bytes, width }: SizeAsked) => {
  void sizePicture(bytes, width).then((sized) => port.postMessage(sized));
});
