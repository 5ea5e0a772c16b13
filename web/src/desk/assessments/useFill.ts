/** Has a blueprint filled, follows what is being done, and turns the answer into changes of the test. */
import type { Filled, FillLine } from '@oaken/contract/assessments';
import type { Blueprint } from '@oaken/core/assembly';
import { fillingChanges, type Change, type Outline } from '@oaken/core/assessments';
import { computed, onUnmounted, ref, shallowRef } from 'vue';
import { addressOf } from '../../client/call';
import { inWords, requestLines } from '../../client/request';
import { newKey, type useTest } from './useTest';

export function useFill(testId: number, test: ReturnType<typeof useTest>) {
  const filled = shallowRef<Filled | null>(null);
  const step = ref<'reading' | 'fitting' | 'balancing' | null>(null);
  const candidates = ref(0);
  const elapsed = ref(0);
  const wrong = ref('');
  let stopper: AbortController | null = null;
  let timer: ReturnType<typeof setInterval> | undefined;

  async function fill(
    blueprint: Blueprint,
    wanted: { forms: number; seconds: number; keep: number[] },
  ): Promise<void> {
    stop();
    const mine = (stopper = new AbortController());
    [filled.value, wrong.value, step.value] = [null, '', 'reading'];
    [elapsed.value, candidates.value] = [0, 0];
    const began = Date.now();
    timer = setInterval(() => (elapsed.value = (Date.now() - began) / 1000), 200);
    try {
      await requestLines<FillLine>(
        addressOf('fillBlueprint', { testId }),
        { blueprint, ...wanted },
        {
          signal: mine.signal,
          line: (line) => {
            if (line.line === 'step') [step.value, candidates.value] = [line.what, line.candidates];
            else if (line.line === 'failed') wrong.value = line.words;
            else filled.value = line;
          },
        },
      );
      if (!filled.value && !wrong.value)
        wrong.value = 'The answer broke off. Nothing was changed; try again.';
    } catch (error) {
      if (!mine.signal.aborted) wrong.value = inWords(error);
    } finally {
      if (stopper === mine) stop();
    }
  }
  function stop(): void {
    stopper?.abort();
    stopper = null;
    clearInterval(timer);
    step.value = null;
  }
  onUnmounted(stop);

  /** What to do to the test so that it is the answer. */
  function changesFor(outline: Outline, answer: Filled, keep: boolean): Change[] {
    test.know(...answer.forms.flat());
    const forms = answer.forms.map((items) =>
      items.map(({ id, revisionId, points }) => ({ itemId: id, revisionId, points })),
    );
    return fillingChanges(outline, forms, { keep, passageOf: test.passageOf, newKey });
  }

  const busy = computed(() => step.value !== null);
  return { filled, step, candidates, elapsed, wrong, busy, fill, stop, changesFor };
}
