/** Looks at thousands of variants beside the page, which stays quick meanwhile. */
import type { ItemContent } from '@oaken/core/items';
import { checkTemplate } from '@oaken/core/variants';

export interface Asked {
  content: ItemContent;
  grade: number | null;
}

self.onmessage = ({ data: { content, grade } }: MessageEvent<Asked>) =>
  self.postMessage(checkTemplate(content, grade));
