/** Takes faults of an item's variants as they are, or not any more. */
import type { ItemContent } from '@oaken/core/items';
import type { AcceptableFault } from '@oaken/core/variants';
import type { Ref } from 'vue';

export const useAccepting = (content: Ref<ItemContent | null>) => (accepted: AcceptableFault[]) => {
  const template = content.value?.template;
  if (!content.value || !template) return;
  const { accepted: _, ...rest } = template;
  content.value.template = accepted.length > 0 ? { ...rest, accepted } : rest;
};
