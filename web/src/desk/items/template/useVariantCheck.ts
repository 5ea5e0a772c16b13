/** The variants of an item under its author's hands, looked at anew whenever it has stood still for a moment. */
import type { TemplateReport } from '@oaken/core/variants';
import { watchDebounced } from '@vueuse/core';
import { onUnmounted, ref } from 'vue';
import { plain } from '../../shared/keptText';
import type { Asked } from './variants.worker';

/** So long nothing may be typed, in ms. */
const stillness = 500;

export function useVariantCheck(asked: () => Asked) {
  const report = ref<TemplateReport | null>(null);
  /** Something was typed since, and the report is of what stood before. */
  const looking = ref(true);
  let worker: Worker | null = null;

  function look(): void {
    worker?.terminate();
    worker = new Worker(new URL('./variants.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<TemplateReport | null>) => {
      report.value = data;
      looking.value = false;
    };
    worker.postMessage(plain(asked()));
  }
  const mark = () => JSON.stringify(asked());
  watchDebounced(mark, look, { debounce: stillness, immediate: true });
  onUnmounted(() => worker?.terminate());
  return { report, looking };
}
