/** What was just done, in words, with the way back; it stays for ten seconds. */
import { ref } from 'vue';
import { inWords } from '../client/request';

export interface Notice {
  text: string;
  kind: 'done' | 'failed';
  undo?: () => Promise<unknown> | void;
  link?: { to: string; text: string };
}

export const notice = ref<Notice | null>(null);
let timer: ReturnType<typeof setTimeout> | undefined;

export function tell(next: Notice): void {
  notice.value = next;
  clearTimeout(timer);
  timer = setTimeout(() => (notice.value = null), 10_000);
}

export const done = (text: string, undo?: Notice['undo'], link?: Notice['link']) =>
  tell({ text, kind: 'done', undo, link });
export const failed = (error: unknown) => tell({ text: inWords(error), kind: 'failed' });

export async function takeBack(): Promise<void> {
  const undo = notice.value?.undo;
  notice.value = null;
  try {
    await undo?.();
  } catch (error) {
    failed(error);
  }
}
