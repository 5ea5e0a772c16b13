/**
 * How the page looks to this student, kept on this device: the size of text, and the guide over
 * lines. Colours are the theme's.
 */
import { ref, watch } from 'vue';

export function useDisplay() {
  /** Null: not chosen here, so that a support can say. */
  const chosen = ref<number | null>(Number(localStorage.getItem('oaken-size')) || null);
  const guide = ref(localStorage.getItem('oaken-guide') === 'on');
  watch(chosen, (now) => localStorage.setItem('oaken-size', String(now)));
  watch(guide, (now) => localStorage.setItem('oaken-guide', now ? 'on' : 'off'));
  return { chosen, guide };
}
