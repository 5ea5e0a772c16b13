/** A student's answer to what is asked: sent as it changes, sent again until it is stored, and never counted twice. */
import type { SeatRound } from '@oaken/contract/rounds';
import type { Responses } from '@oaken/core/items';
import { onUnmounted, ref } from 'vue';
import { inWords, Unreachable } from '../client/request';
import { seatCall } from '../client/seatCall';

/** A few letters are sent together. */
const soon = 350;
const again = 2_000;

export type AnswerState = 'none' | 'sending' | 'stored' | 'kept' | 'refused';

export function useRoundAnswer(roundId: number) {
  const asking = ref('');
  const responses = ref<Responses>({});
  const state = ref<AnswerState>('none');
  const wrong = ref('');
  let number = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let sending = false;

  /** What the server has, for a question that this page does not know yet. */
  function take(shown: string, mine: SeatRound['mine']): void {
    if (asking.value === shown && number > 0) return;
    sendLeft();
    asking.value = shown;
    const known = mine?.asking === shown ? mine : null;
    responses.value = known?.responses ?? {};
    number = known?.number ?? 0;
    state.value = known ? 'stored' : 'none';
    wrong.value = '';
    clearTimeout(timer);
  }

  function answer(part: string, response: unknown): void {
    responses.value = { ...responses.value, [part]: response };
    number++;
    state.value = 'sending';
    wrong.value = '';
    clearTimeout(timer);
    timer = setTimeout(() => void send(), soon);
  }

  /** What could not be sent before the class went on is kept by the server, beside what counts. */
  function sendLeft(): void {
    if (state.value !== 'sending' && state.value !== 'kept') return;
    const body = { asking: asking.value, number, responses: responses.value };
    void seatCall('answerRound', { params: { roundId }, body }).catch(() => undefined);
  }

  async function send(): Promise<void> {
    if (sending) return;
    sending = true;
    const sent = { asking: asking.value, number, responses: responses.value };
    try {
      await seatCall('answerRound', { params: { roundId }, body: sent });
      if (sent.asking === asking.value && sent.number === number) state.value = 'stored';
    } catch (error) {
      if (sent.asking === asking.value) fail(error);
    } finally {
      sending = false;
      // What was typed meanwhile goes after it.
      if (state.value === 'sending') timer = setTimeout(() => void send(), soon);
    }
  }

  function fail(error: unknown): void {
    if (error instanceof Unreachable) {
      state.value = 'kept';
      timer = setTimeout(() => void send(), again);
      return;
    }
    state.value = 'refused';
    wrong.value = inWords(error);
  }

  onUnmounted(() => clearTimeout(timer));
  return { asking, responses, state, wrong, take, answer };
}
