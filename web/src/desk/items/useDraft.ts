/** An item while it is written: what is wrong with it, whether it was saved, and its unsaved text after a crash. */
import { readItem, type ItemContent } from '@oaken/core/items';
import { computed, ref, watch, type Ref } from 'vue';
import type { Problem } from './problems';

const asText = (own: unknown) => JSON.stringify(own);
/** A copy that holds only what JSON can say, as the server gets it. */
const plain = <T>(own: T): T => JSON.parse(asText(own)) as T;

/**
 * @param key under which this browser keeps unsaved text
 * @param basedOn what the text was written over; text kept for something else is not offered
 */
export function useDraft<Facts extends object>(key: string, basedOn: () => string | number) {
  const content = ref<ItemContent | null>(null) as Ref<ItemContent | null>;
  const facts = ref<Facts | null>(null) as Ref<Facts | null>;
  const saved = ref('');
  const recovered = ref(false);
  const serverProblems = ref<Problem[]>([]);
  const whole = () => ({ content: content.value, facts: facts.value });
  const changed = computed(() => content.value !== null && asText(whole()) !== saved.value);

  /** Starts from what the server has. */
  function take(own: ItemContent, about: Facts): void {
    content.value = plain(own);
    facts.value = plain(about);
    saved.value = asText(whole());
    recovered.value = false;
  }
  /** Offers what was not saved when a browser ended. */
  function recover(): void {
    const kept = localStorage.getItem(key);
    if (!kept) return;
    try {
      const draft = JSON.parse(kept) as { basedOn: string | number; content: ItemContent; facts: Facts };
      if (draft.basedOn !== basedOn() || asText({ content: draft.content, facts: draft.facts }) === saved.value) return;
      content.value = draft.content;
      facts.value = draft.facts;
      recovered.value = true;
    } catch {
      localStorage.removeItem(key);
    }
  }
  function startOver(): void {
    const before = JSON.parse(saved.value) as { content: ItemContent; facts: Facts };
    take(before.content, before.facts);
  }
  const forget = () => localStorage.removeItem(key);

  watch(
    [content, facts],
    () => {
      serverProblems.value = [];
      if (!changed.value) return forget();
      localStorage.setItem(key, asText({ basedOn: basedOn(), ...whole() }));
    },
    { deep: true },
  );

  const parsed = computed(() => (content.value ? readItem(plain(content.value)) : null));
  const problems = computed<Problem[]>(() => {
    const own = parsed.value && !parsed.value.ok ? parsed.value.problems : [];
    return [...own, ...serverProblems.value.map((one) => ({ ...one, pointer: one.pointer.replace(/^\/content/, '') }))];
  });
  /** The item when it is whole, else null. */
  const valid = computed(() => (parsed.value?.ok ? parsed.value.content : null));
  return { content, facts, changed, recovered, problems, serverProblems, valid, take, recover, startOver, forget };
}
