/**
 * An item while it is written: its unsaved text, what is wrong with it, and what about it stands
 * beside the wording.
 */
import { readItem, type ItemContent } from '@oaken/core/items';
import { computed, ref, watch } from 'vue';
import { plain, useKeptText } from '../shared/keptText';
import type { Problem } from '../../parts/problems';

/** @see useKeptText */
export function useDraft<Facts extends object>(key: string, basedOn: () => string | number) {
  const { text, ...kept } = useKeptText<{ content: ItemContent; facts: Facts }>(key, basedOn);
  const content = computed({
    get: () => text.value?.content ?? null,
    set: (changed) => {
      if (text.value && changed) text.value.content = changed;
    },
  });
  const facts = computed({
    get: () => text.value?.facts ?? null,
    set: (changed) => {
      if (text.value && changed) text.value.facts = changed;
    },
  });
  const serverProblems = ref<Problem[]>([]);
  watch(text, () => (serverProblems.value = []), { deep: true });

  const parsed = computed(() => (content.value ? readItem(plain(content.value)) : null));
  const problems = computed<Problem[]>(() => {
    const itemProblems = parsed.value && !parsed.value.ok ? parsed.value.problems : [];
    return [
      ...itemProblems,
      ...serverProblems.value.map((serverProblem) => ({
        ...serverProblem,
        pointer: serverProblem.pointer.replace(/^\/content/, ''),
      })),
    ];
  });
  /** The item when it is whole, else null. */
  const valid = computed(() => (parsed.value?.ok ? parsed.value.content : null));
  return { ...kept, content, facts, problems, serverProblems, valid };
}
