/** Looks for an answer sheet in pictures of a camera, in a thread of its own. */
import { grayOf } from '@oaken/core/capture';
import { findSheet } from '@oaken/core/capture/sheets';
import type { CameraPicture } from '../../camera/readers';
import type { SheetSeen } from './seen';

self.onmessage = ({ data: { rgba, width, height } }: MessageEvent<CameraPicture>) => {
  const found = findSheet(grayOf(rgba, width, height));
  const answer: SheetSeen = { sheet: null };
  if (found?.code) {
    const { code, factor, paper, place } = found;
    const corners = [
      [0, 0],
      [paper.width, 0],
      [paper.width, paper.height],
      [0, paper.height],
    ] as const;
    const outline = corners.map(([x, y]) => {
      const point = place(x, y);
      return { x: point.x * factor, y: point.y * factor };
    });
    const picture = { rgba, width, height };
    answer.sheet = { number: code.sheet, page: code.page, outline, picture };
  }
  self.postMessage(answer, { transfer: answer.sheet ? [rgba.buffer] : [] });
};
