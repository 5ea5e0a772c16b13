/** Films for a browser's simulated camera: uncompressed (YUV4MPEG2), gray. */
import { closeSync, openSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import type { Gray } from '@oaken/core/capture';
import base from './playwright.config';

/** The camera opens the film anew whenever a page asks for it. */
export const filmPath = join(process.env.OAKEN_E2E_DATA ?? '', 'film.y4m');

/** @param rate pictures a second */
export function writeFilm(pictures: readonly Gray[], rate = 10): void {
  const { width, height } = pictures[0]!;
  const colors = Buffer.alloc(2 * Math.ceil(width / 2) * Math.ceil(height / 2), 128);
  const file = openSync(filmPath, 'w');
  writeSync(file, `YUV4MPEG2 W${width} H${height} F${rate}:1 Ip A1:1 C420jpeg\n`);
  for (const { data } of pictures) {
    writeSync(file, 'FRAME\n');
    writeSync(file, data);
    writeSync(file, colors);
  }
  closeSync(file);
}

const { launchOptions } = base.use!;
/** A browser whose camera shows the film, and which does not ask whether a page may use it. */
export const withCamera = {
  ...launchOptions,
  args: [
    ...launchOptions!.args!,
    '--use-fake-ui-for-media-stream',
    '--use-fake-device-for-media-stream',
    `--use-file-for-fake-video-capture=${filmPath}`,
  ],
};
