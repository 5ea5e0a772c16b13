/** An item while it is written: its unsaved text, what is wrong with it, and what about it stands beside the wording. */
import { readItem, type ItemContent } from '@oaken/core/items';
import { computed, ref, watch } from 'vue';
import { plain, useKeptText } from '../keptText';
import type { Problem } from './problems';

/** @see useKeptText */
export function useDraft<Facts extends object>(key: string, basedOn: () => string | number) {
  const { text, ...kept } = useKeptText<{ content: ItemContent; facts: Facts }>(key, basedOn);
  const content = computed({
    get: () => text.value?.content ?? null,
    set: (own) => {
      if (text.value && own) text.value.content = own;
    },
  });
  const facts = computed({
    get: () => text.value?.facts ?? null,
    set: (own) => {
      if (text.value && own) text.value.facts = own;
    },
  });
  const serverProblems = ref<Problem[]>([]);
  watch(text, () => (serverProblems.value = []), { deep: true });

  const parsed = computed(() => (content.value ? readItem(plain(content.value)) : null));
  const problems = computed<Problem[]>(() => {
    const own = parsed.value && !parsed.value.ok ? parsed.value.problems : [];
    return [
      ...own,
      ...serverProblems.value.map((one) => ({
        ...one,
        pointer: one.pointer.replace(/^\/content/, ''),
      })),
    ];
  });
  /** The item when it is whole, else null. */
  const valid = computed(() => (parsed.value?.ok ? parsed.value.content : null));
  return { ...kept, content, facts, problems, serverProblems, valid };
}
