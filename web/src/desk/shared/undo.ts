/** What was just done, in words, with the way back; the last steps can still be taken back after the notice is gone. */
import { ref } from 'vue';
import { inWords } from '../../client/request';

type Undo = () => Promise<unknown> | void;

export interface Notice {
  text: string;
  kind: 'done' | 'failed';
  undo?: Undo | undefined;
  link?: { to: string; text: string } | undefined;
}

/** Something that was done and can still be taken back. */
export interface Step {
  text: string;
  undo: Undo;
}

export const notice = ref<Notice | null>(null);
/** The latest first. */
export const steps = ref<Step[]>([]);
const mostSteps = 10;
let timer: ReturnType<typeof setTimeout> | undefined;

export function tell(next: Notice): void {
  notice.value = next;
  const { text, undo } = next;
  if (undo) steps.value = [{ text, undo }, ...steps.value].slice(0, mostSteps);
  clearTimeout(timer);
  timer = setTimeout(() => (notice.value = null), 10_000);
}

export const done = (text: string, undo?: Notice['undo'], link?: Notice['link']) =>
  tell({ text, kind: 'done', undo, link });
export const failed = (error: unknown) => tell({ text: inWords(error), kind: 'failed' });

/** Takes a step back; what cannot be taken back any more is said. */
export async function takeBack({ undo }: Pick<Step, 'undo'>): Promise<void> {
  steps.value = steps.value.filter((step) => step.undo !== undo);
  if (notice.value?.undo === undo) notice.value = null;
  try {
    await undo();
  } catch (error) {
    failed(error);
  }
}
