/** Items whose words are almost those of the one that is written, looked for when its writer pauses. */
import type { ItemRow } from '@oaken/contract/banks';
import type { ItemContent } from '@oaken/core/items';
import { onUnmounted, ref, watch, type Ref } from 'vue';
import { call } from '../../client/call';

const pause = 900;

/**
 * @param content the item when it is whole and not as saved, else null
 * @param itemId an item is no copy of itself
 */
export function useNearCopies(content: Ref<ItemContent | null>, itemId: number | null) {
  const near = ref<{ item: ItemRow; likeness: number }[]>([]);
  let timer: ReturnType<typeof setTimeout> | undefined;
  watch(content, (written) => {
    clearTimeout(timer);
    if (!written) return;
    timer = setTimeout(async () => {
      const answer = await call('findNear', { body: { content: written, but: itemId } }).catch(
        () => ({ near: [] }),
      );
      near.value = answer.near;
    }, pause);
  });
  onUnmounted(() => clearTimeout(timer));
  return near;
}
