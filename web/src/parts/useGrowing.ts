import { onScopeDispose, ref, watch, type Ref } from 'vue';

/**
 * How many lines of a list are drawn: a few at first and the others little by little, so that the page
 * can be touched meanwhile on a slow device.
 *
 * @param length of the whole list
 * @param step lines that are drawn at once
 */
export function useGrowing(length: () => number, step: number): Readonly<Ref<number>> {
  const drawn = ref(step);
  let next: ReturnType<typeof setTimeout> | undefined;
  watch(
    [length, drawn],
    () => {
      clearTimeout(next);
      if (drawn.value < length()) next = setTimeout(() => (drawn.value += step));
    },
    { immediate: true, flush: 'post' },
  );
  onScopeDispose(() => clearTimeout(next));
  return drawn;
}
