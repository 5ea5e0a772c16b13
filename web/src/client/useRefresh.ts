import { useDocumentVisibility, useIntervalFn } from '@vueuse/core';
import { watch } from 'vue';

/**
 * Reads again every so often, as long as the page is seen. A tab in the background asks nothing; when
 * it is looked at again after that time, it reads at once.
 *
 * @param every in ms
 */
export function useRefresh(read: () => unknown, every: number): void {
  const visibility = useDocumentVisibility();
  let last = Date.now();
  const again = () => {
    last = Date.now();
    void read();
  };
  const { pause, resume } = useIntervalFn(again, every);
  watch(visibility, (state) => {
    if (state === 'hidden') return pause();
    if (Date.now() - last >= every) again();
    resume();
  });
}
