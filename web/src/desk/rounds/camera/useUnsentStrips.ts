/**
 * What was read and has not reached the server yet. It is kept on the device, so that it outlives a lost
 * network and a reload, and is sent as soon as there is a way.
 */
import type { AnswerOf, api } from '@oaken/contract';
import type { Letter } from '@oaken/core/capture';
import { useLocalStorage } from '@vueuse/core';
import { onMounted, onUnmounted, ref } from 'vue';
import { call } from '../../../client/call';
import { inWords, isPassing, Refused } from '../../../client/request';

interface Unsent {
  asking: string;
  number: number;
  letter: Letter;
  /** By the clock of this device. */
  readAt: number;
}
type Taken = AnswerOf<typeof api.takeStrips>;

/** What will be refused however often it is sent; everything else is kept until somebody has signed in again. */
const final = new Set([400, 404, 409, 422]);
/** After a try that failed, in ms. */
const pause = 2_000;

/** @param taken is told what became of what was sent */
export function useUnsentStrips(roundId: number, taken: (outcome: Taken) => void) {
  const unsent = useLocalStorage<Unsent[]>(`oaken-strips-${roundId}`, []);
  const wrong = ref('');
  let sending = false;
  let timer: ReturnType<typeof setTimeout> | undefined;

  /** The latest letter of each number goes; an earlier one that still waits is no longer wanted. */
  function add(asking: string, strips: Iterable<readonly [number, Letter]>): void {
    const readAt = Date.now();
    const fresh = [...strips].map(([number, letter]) => ({ asking, number, letter, readAt }));
    const isReplaced = (old: Unsent) =>
      old.asking === asking && fresh.some(({ number }) => number === old.number);
    unsent.value = [...unsent.value.filter((old) => !isReplaced(old)), ...fresh];
    void send();
  }

  async function send(): Promise<void> {
    const [first] = unsent.value;
    if (sending || !first) return;
    sending = true;
    clearTimeout(timer);
    const batch = unsent.value.filter(({ asking }) => asking === first.asking);
    const settled = await sendBatch(first.asking, batch);
    sending = false;
    if (!settled) return void (timer = setTimeout(() => void send(), pause));
    unsent.value = unsent.value.filter((strip) => !batch.some((sent) => isSame(sent, strip)));
    await send();
  }

  /** @returns whether there is nothing more to do about it */
  async function sendBatch(asking: string, batch: readonly Unsent[]): Promise<boolean> {
    const strips = batch.map(({ number, letter, readAt }) => ({
      ...{ number, letter, ago: Math.max(0, Date.now() - readAt) },
    }));
    try {
      taken(await call('takeStrips', { params: { roundId }, body: { asking, strips } }));
      wrong.value = '';
      return true;
    } catch (error) {
      if (isPassing(error)) return false;
      wrong.value = inWords(error);
      return error instanceof Refused && final.has(error.status);
    }
  }

  const isSame = (a: Unsent, b: Unsent) =>
    a.asking === b.asking && a.number === b.number && a.readAt === b.readAt;

  onMounted(() => {
    void send();
    addEventListener('online', send);
  });
  onUnmounted(() => {
    clearTimeout(timer);
    removeEventListener('online', send);
  });
  return { unsent, wrong, add };
}
