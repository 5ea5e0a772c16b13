/** How often sounds and films were played, for those that can be played only so often. */
import { inject, reactive, type InjectionKey } from 'vue';

/** How often each file was played, by its address. */
export interface Plays {
  of(src: string): number;
  /** Said when one begins. */
  begun(src: string): void;
}

/** Given where plays count; without it, as in a preview, they count for the page only. */
export const playsKey: InjectionKey<Plays> = Symbol('plays');

export function usePlays(): Plays {
  return inject(playsKey, null) ?? pagePlays();
}

export function pagePlays(): Plays {
  const counts = reactive<Record<string, number>>({});
  return { of: (src) => counts[src] ?? 0, begun: (src) => (counts[src] = (counts[src] ?? 0) + 1) };
}
