/** A student's answers in a round: sent as they change, sent again until they are stored, and never counted twice. */
import type { SeatRound } from '@oaken/contract/rounds';
import type { Responses } from '@oaken/core/items';
import { onUnmounted, reactive } from 'vue';
import { inWords, isPassing } from '../client/request';
import { seatCall } from '../client/seatCall';

/** A few letters are sent together. */
const soon = 350;
const again = 2_000;

export type AnswerState = 'none' | 'sending' | 'stored' | 'kept' | 'refused';

export interface RoundAnswer {
  responses: Responses;
  unsure: boolean;
  /** Of the device's own count; the highest stands. */
  number: number;
  state: AnswerState;
  /** Why it was refused. */
  wrong: string;
}

export function useRoundAnswers(roundId: number) {
  /** By what is asked. What could not be sent before the class went on is sent after it. */
  const answers = reactive(new Map<string, RoundAnswer>());
  const timers = new Map<string, ReturnType<typeof setTimeout>>();
  const sending = new Set<string>();

  function to(asking: string): RoundAnswer {
    const known = answers.get(asking);
    if (known) return known;
    answers.set(asking, { responses: {}, unsure: false, number: 0, state: 'none', wrong: '' });
    return to(asking);
  }

  /** What the server has, for what this page has not answered itself. */
  function take(mine: SeatRound['mine']): void {
    for (const { asking, responses, number, unsure } of mine)
      if (to(asking).number === 0)
        Object.assign(to(asking), { responses, number, unsure, state: 'stored' });
  }

  function change(asking: string, changed: Partial<RoundAnswer>): void {
    const answer = to(asking);
    Object.assign(answer, changed, { number: answer.number + 1, state: 'sending', wrong: '' });
    later(asking, soon);
  }
  const answer = (asking: string, part: string, response: unknown) =>
    change(asking, { responses: { ...to(asking).responses, [part]: response } });
  const setUnsure = (asking: string, unsure: boolean) => change(asking, { unsure });

  function later(asking: string, wait: number): void {
    clearTimeout(timers.get(asking));
    timers.set(
      asking,
      setTimeout(() => void send(asking), wait),
    );
  }

  async function send(asking: string): Promise<void> {
    if (sending.has(asking)) return;
    sending.add(asking);
    const { responses, unsure, number } = to(asking);
    try {
      const body = { asking, number, unsure, responses };
      await seatCall('answerRound', { params: { roundId }, body });
      if (to(asking).number === number) to(asking).state = 'stored';
    } catch (error) {
      fail(asking, error);
    } finally {
      sending.delete(asking);
      // What was typed meanwhile goes after it.
      if (to(asking).state === 'sending') later(asking, soon);
    }
  }

  function fail(asking: string, error: unknown): void {
    if (isPassing(error)) {
      to(asking).state = 'kept';
      later(asking, again);
      return;
    }
    Object.assign(to(asking), { state: 'refused', wrong: inWords(error) });
  }

  /** Sends at once what waits for a few more letters. */
  async function flush(asking: string): Promise<void> {
    clearTimeout(timers.get(asking));
    if (to(asking).state === 'sending') await send(asking);
  }

  onUnmounted(() => timers.forEach((timer) => clearTimeout(timer)));
  return { to, take, answer, setUnsure, flush };
}
export type RoundAnswers = ReturnType<typeof useRoundAnswers>;
