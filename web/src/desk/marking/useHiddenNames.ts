/** Whether names are hidden while marking; this browser remembers it. */
import { ref } from 'vue';

const place = 'oaken-marking-names';

export function useHiddenNames() {
  const hidden = ref(localStorage.getItem(place) === 'hidden');
  return {
    hidden,
    hide(): void {
      hidden.value = !hidden.value;
      localStorage.setItem(place, hidden.value ? 'hidden' : 'shown');
    },
  };
}
