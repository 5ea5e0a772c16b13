/** What is changed of one item after the test: how it counts, its key and rule, and what it is worth. */
import type { api, BodyOf } from '@oaken/contract';
import type { ItemResult } from '@oaken/contract/results';
import { kindOf, type ItemContent, type Part } from '@oaken/core/items';
import isEqual from 'fast-deep-equal';
import { computed, ref, type Ref } from 'vue';
import { plain } from '../shared/keptText';
import { pointsText } from '../shared/words';

export type Change = BodyOf<typeof api.previewRescore>;
/** A result whose item can be changed: it was made here, so its wording and key are known. */
export type ChangeableItem = ItemResult & { content: ItemContent };

export function useItemChange(item: Ref<ChangeableItem | null>) {
  /** How it counts: by its key, or overridden for everybody. */
  const way = ref<'key' | 'full-credit' | 'dropped'>('key');
  const content = ref<ItemContent | null>(null);
  const points = ref('');

  /** Begins with the item as it counts now. */
  function start(): void {
    if (!item.value) return;
    way.value = item.value.override ?? 'key';
    content.value = plain(item.value.content);
    points.value = pointsText(item.value.maxPoints);
  }

  function setPart(index: number, part: Part): void {
    const now = content.value;
    if (now) content.value = { ...now, parts: now.parts.with(index, part) };
  }

  return {
    way,
    content,
    points,
    start,
    setPart,
    /** Counts an answer as right too, as it was written. */
    accept(partId: string, response: string): void {
      const index = content.value?.parts.findIndex(({ id }) => id === partId) ?? -1;
      const part = content.value?.parts[index];
      const accepting = part && kindOf(part).accept?.(part, response);
      if (accepting) setPart(index, accepting);
    },
    /** What differs from how it counts now; null while nothing does. */
    change: computed<Change | null>(() => {
      if (!item.value || !content.value) return null;
      const { entry, override, maxPoints, content: before } = item.value;
      const change: Change = { entry };
      const wanted = way.value === 'key' ? null : way.value;
      if (wanted !== override) change.override = wanted;
      const written = plain(content.value);
      if (!isEqual(written, before)) change.content = written;
      const worth = Number(points.value.replace(',', '.'));
      if (points.value.trim() !== '' && worth !== maxPoints) change.points = worth;
      return Object.keys(change).length > 1 ? change : null;
    }),
  };
}
