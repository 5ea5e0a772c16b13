/** Fetches the pictures of questions before they are shown: they have to be there without network. */
import { onScopeDispose, watch } from 'vue';
import { sizedPicturesIn } from '../parts/pictureSizes';

/** @param shown everything that the page will show in time */
export function usePicturesAhead(shown: () => unknown): void {
  let current: unknown;
  watch(shown, async (form) => {
    current = form;
    for (const address of sizedPicturesIn(form)) {
      if (current !== form) return;
      // One that cannot be had now is asked for again when it is shown.
      await fetch(address, { priority: 'low' }).catch(() => null);
    }
  });
  onScopeDispose(() => (current = null));
}
