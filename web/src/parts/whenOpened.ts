import { onBeforeMount, watch, type Ref } from 'vue';

/** Fills a dialog in each time it is opened, also where it is open from the start. */
export function whenOpened(open: Ref<boolean>, fill: () => unknown): void {
  onBeforeMount(() => open.value && fill());
  watch(open, (now) => now && fill());
}
