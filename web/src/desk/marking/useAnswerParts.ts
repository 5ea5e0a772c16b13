/** What an answer is made of, as it is looked at: a text, pictures, files, or something that its kind draws. */
import { onPaperAnswer, type SittingItem } from '@oaken/core/items';
import type { MarkedPart } from '@oaken/contract/marking';
import { computed } from 'vue';

export interface ShownAnswer {
  part: Pick<MarkedPart, 'shown'>;
  response: unknown;
}

export function useAnswerParts(answer: () => ShownAnswer) {
  const shown = computed(() => answer().part.shown);
  const text = computed(() => {
    const { response } = answer();
    return typeof response === 'string' ? response : null;
  });
  /** Written on paper: pictures of it. */
  const written = computed(() => {
    const read = onPaperAnswer.safeParse(answer().response);
    return read.success && 'handwritten' in read.data ? read.data.handwritten : null;
  });
  const files = computed(() => {
    const { response } = answer();
    return shown.value.kind === 'upload' && Array.isArray(response) ? (response as string[]) : null;
  });
  const arePhotos = computed(
    () =>
      shown.value.kind === 'upload' && 'accepts' in shown.value && shown.value.accepts === 'photo',
  );
  return {
    shown,
    text,
    pictures: computed(() => written.value ?? (arePhotos.value ? files.value : null)),
    files: computed(() => (arePhotos.value ? null : files.value)),
    item: computed<SittingItem>(() => ({ stem: '', parts: [shown.value] })),
  };
}
