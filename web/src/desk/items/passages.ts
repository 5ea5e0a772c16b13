/** Passages that were looked at, each revision once: they never change. */
import { passageForSitting, type PassageContent, type ShownPassage } from '@oaken/core/passages';
import { ref, watch, type Ref } from 'vue';
import { call } from '../../client/call';

const known = new Map<number, Promise<PassageContent>>();

export function readPassageContent(passage: {
  id: number;
  revision: number;
}): Promise<PassageContent> {
  const held = known.get(passage.revision);
  if (held) return held;
  const read = call('readPassage', {
    params: { passageId: passage.id },
    query: { revision: passage.revision },
  }).then(({ content }) => content);
  known.set(passage.revision, read);
  read.catch(() => known.delete(passage.revision));
  return read;
}

/** The passage that an item asks about, as a student sees it; null while there is none or it is being read. */
export function useShownPassage(
  of: () => { id: number; revision: number } | undefined,
): Ref<ShownPassage | null> {
  const shown = ref<ShownPassage | null>(null);
  watch(
    () => of()?.revision,
    async (revision) => {
      shown.value = null;
      const wanted = of();
      if (revision === undefined || !wanted) return;
      const content = await readPassageContent(wanted).catch(() => null);
      if (content && of()?.revision === revision) shown.value = passageForSitting(content);
    },
    { immediate: true },
  );
  return shown;
}
