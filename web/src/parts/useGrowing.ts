import { onScopeDispose, ref, watch, type Ref } from 'vue';

/**
 * How many lines of a list are drawn: a few at first and the others little by little, so that the page
 * can be touched meanwhile on a slow device. Once all of them were drawn, it is all of them at once.
 *
 * @param length of the whole list; 0 while it is still to come
 * @param step lines that are drawn at once
 */
export function useGrowing(length: () => number, step: number): Readonly<Ref<number>> {
  const drawn = ref(step);
  let next: ReturnType<typeof setTimeout> | undefined;
  const grow = () => {
    const more = drawn.value + step;
    drawn.value = more < length() ? more : Infinity;
  };
  watch(
    [length, drawn],
    () => {
      clearTimeout(next);
      if (length() > 0 && drawn.value < Infinity) next = setTimeout(grow);
    },
    { immediate: true, flush: 'post' },
  );
  onScopeDispose(() => clearTimeout(next));
  return drawn;
}
