/**
 * How often sounds and films of an attempt were played: said to the server, and kept on this device
 * with the attempt.
 */
import type { AttemptAnswer } from '@oaken/contract/attempts';
import type { Ref } from 'vue';
import { seatCall } from '../client/seatCall';
import type { Plays } from '../parts/plays';

const fileOf = (address: string) => address.split('/').at(-1) ?? '';

/** The server counts by itself; a count that does not arrive is said again when the attempt is next opened. */
const sayPlayed = (attemptId: number, file: string, times: number) =>
  void seatCall('countPlay', { params: { attemptId }, body: { file, times } }).catch(() => {});

/** What was played without network is known here only: it is said, and counts in what was opened. */
export function sayPlaysOf(known: AttemptAnswer, opened: AttemptAnswer): void {
  for (const [file, times] of Object.entries(known.plays)) {
    if (times <= (opened.plays[file] ?? 0)) continue;
    opened.plays[file] = times;
    sayPlayed(opened.id, file, times);
  }
}

/** @param keep called after each play, so that it is there again after a reload */
export function usePlays(attempt: Ref<AttemptAnswer | null>, keep: () => Promise<void>): Plays {
  const of = (address: string) => attempt.value?.plays[fileOf(address)] ?? 0;
  return {
    of,
    begun(address) {
      if (!attempt.value) return;
      const times = of(address) + 1;
      attempt.value.plays[fileOf(address)] = times;
      void keep();
      sayPlayed(attempt.value.id, fileOf(address), times);
    },
  };
}
