/** An assignment on paper: its sheets, and scans that are read while the page looks on. */
import type { AnswerOf, api } from '@oaken/contract';
import { onMounted, onUnmounted, ref } from 'vue';
import { addressOf, call } from '../../client/call';
import { inWords, request } from '../../client/request';
import { useDoing } from '../../client/useDoing';

export type Paper = AnswerOf<typeof api.readPaper>;

/** While something is read, the page looks so often, in ms. */
const interval = 900;

export function usePaper(assignmentId: number) {
  const paper = ref<Paper | null>(null);
  const { wrong, read } = useDoing();
  const sending = ref<string[]>([]);
  /** What could not be sent, in sentences. */
  const refused = ref<string[]>([]);
  let timer: ReturnType<typeof setTimeout> | undefined;
  let queue = Promise.resolve();

  const params = { assignmentId };
  async function load(): Promise<void> {
    clearTimeout(timer);
    await read(async () => {
      paper.value = await call('readPaper', { params });
    });
    if (paper.value?.scans.some(({ state }) => state === 'reading'))
      timer = setTimeout(() => void load(), interval);
  }
  onMounted(load);
  onUnmounted(() => clearTimeout(timer));

  async function send(file: File): Promise<void> {
    try {
      await request('POST', addressOf('bringScan', params, { name: file.name }), file);
    } catch (error) {
      refused.value.push(`${file.name}: ${inWords(error)}`);
    }
    sending.value = sending.value.slice(1);
    await load();
  }

  return {
    paper,
    wrong,
    sending,
    refused,
    load,
    /** One after the other, in the order in which they were chosen. */
    bring(file: File): void {
      if (sending.value.length === 0) refused.value = [];
      sending.value.push(file.name);
      queue = queue.then(() => send(file));
    },
    async stop(scanId: string): Promise<void> {
      await read(() => call('cancelScan', { params: { scanId } }));
      await load();
    },
  };
}
