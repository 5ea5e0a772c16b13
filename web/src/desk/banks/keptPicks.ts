/** Items that are picked, kept while the window is open: opening one or loading the page anew loses none. */
import { ref, watch, type Ref } from 'vue';

const key = 'oaken-picked-items';

export const forgetPicks = () => sessionStorage.removeItem(key);

export function useKeptPicks<Picked extends { id: number }>(): Ref<Map<number, Picked>> {
  const kept = JSON.parse(sessionStorage.getItem(key) ?? '[]') as Picked[];
  const picked = ref(new Map(kept.map((item) => [item.id, item]))) as Ref<Map<number, Picked>>;
  watch(picked, (now) => sessionStorage.setItem(key, JSON.stringify([...now.values()])));
  return picked;
}
