import type { Pinned } from '@oaken/contract/tests';
import { forecast, forecastInWords, notedItem, notesOn } from '@oaken/core/notes';
import { allEntries, type Outline } from '@oaken/core/tests';
import { computed, type Ref } from 'vue';

/** What stands in the margin of a test, made anew with every change of it. */
export function useNotes(outline: Ref<Outline | null>, revisions: Ref<ReadonlyMap<number, Pinned>>) {
  const items = computed(() =>
    (outline.value ? allEntries(outline.value) : []).flatMap((entry, at) => {
      const pinned = revisions.value.get(entry.revisionId);
      return pinned ? [notedItem(entry, at + 1, pinned)] : [];
    }),
  );
  return {
    notes: computed(() => notesOn(items.value, outline.value?.grades ?? [])),
    forecasts: computed(() => forecastInWords(forecast(items.value))),
  };
}
