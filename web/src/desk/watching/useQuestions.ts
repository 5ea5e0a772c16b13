/** What was answered to each question so far; read again while the page shows it and answers come in. */
import type { WatchedQuestion } from '@oaken/contract/watching';
import { onUnmounted, ref, watch } from 'vue';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';

/** Answers come in all the time; the sums need not follow each of them. */
const patience = 5_000;

/**
 * @param wanted whether the page shows it now
 * @param changes anything that changes when an answer came in
 */
export function useQuestions(assignmentId: number, wanted: () => boolean, changes: () => unknown) {
  const questions = ref<WatchedQuestion[] | null>(null);
  const { wrong, read } = useDoing();
  let timer: ReturnType<typeof setTimeout> | undefined;
  const load = () =>
    read(async () => {
      ({ questions: questions.value } = await call('watchQuestions', { params: { assignmentId } }));
    });
  function later(): void {
    if (!wanted() || timer !== undefined) return;
    timer = setTimeout(() => {
      timer = undefined;
      if (wanted()) void load();
    }, patience);
  }
  watch(wanted, (now) => now && void load(), { immediate: true });
  watch(changes, later);
  onUnmounted(() => clearTimeout(timer));
  return { questions, wrong };
}
