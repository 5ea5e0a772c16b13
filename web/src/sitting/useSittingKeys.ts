/** Keys of a sitting. All but "?" need Alt, so that none is pressed by somebody who types or dictates an answer. */
import type { MessageKey } from '@oaken/words';
import { onMounted, onUnmounted } from 'vue';
import { inField } from '../parts/inField';

export interface SittingActs {
  next: () => void;
  back: () => void;
  flag: () => void;
  help: () => void;
}

/** As they are listed. */
export const sittingKeys: readonly { press: string; does: MessageKey }[] = [
  { press: 'Alt N', does: 'seatKeys.next' },
  { press: 'Alt B', does: 'seatKeys.back' },
  { press: 'Alt M', does: 'seatKeys.flag' },
  { press: '← →', does: 'seatKeys.numbers' },
  { press: 'Enter', does: 'seatKeys.go' },
  { press: '?', does: 'seatKeys.help' },
];
/** By the key's place on the keyboard: with Alt, a letter is often another sign. */
const acts: Readonly<Record<string, keyof SittingActs>> = {
  KeyN: 'next',
  KeyB: 'back',
  KeyM: 'flag',
};

export function useSittingKeys(does: SittingActs): void {
  function pressed(event: KeyboardEvent): void {
    const { altKey, ctrlKey, metaKey, code, key, target } = event;
    if (event.defaultPrevented || document.querySelector('dialog[open]')) return;
    const act = altKey && !ctrlKey && !metaKey ? acts[code] : undefined;
    const help = key === '?' && !altKey && !ctrlKey && !metaKey && !inField(target);
    if (!act && !help) return;
    event.preventDefault();
    does[act ?? 'help']();
  }
  onMounted(() => addEventListener('keydown', pressed));
  onUnmounted(() => removeEventListener('keydown', pressed));
}
