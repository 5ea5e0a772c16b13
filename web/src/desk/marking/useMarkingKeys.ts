/** Keys while answers are marked; not while something is typed. */
import { onMounted, onUnmounted } from 'vue';

export interface MarkingKeys {
  /** Points by a number key. @returns whether so many can be given */
  points(typed: string): boolean;
  /** Enter. */
  mark(): void;
  /** N. */
  next(): void;
}

const fields = 'input:not([type=radio]):not([type=checkbox]), textarea, select';

/** @returns whether the key meant something */
function pressed(event: KeyboardEvent, keys: MarkingKeys): boolean {
  if (event.ctrlKey || event.metaKey || event.altKey) return false;
  const target = event.target instanceof HTMLElement ? event.target : null;
  const isEnter = event.key === 'Enter';
  if (target?.matches(fields) && !(isEnter && target instanceof HTMLInputElement)) return false;
  if (/^\d$/.test(event.key)) return keys.points(event.key);
  if (isEnter && !target?.matches('button, a')) keys.mark();
  else if (event.key === 'n') keys.next();
  else return false;
  return true;
}

export function useMarkingKeys(keys: MarkingKeys): void {
  const listen = (event: KeyboardEvent) => pressed(event, keys) && event.preventDefault();
  onMounted(() => addEventListener('keydown', listen));
  onUnmounted(() => removeEventListener('keydown', listen));
}
