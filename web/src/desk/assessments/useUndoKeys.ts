/** Ctrl Z takes the test's last step back and Ctrl Shift Z does it again, but not while words are typed. */
import { useEventListener } from '@vueuse/core';

export function useUndoKeys(steps: { undo: () => void; redo: () => void }): void {
  useEventListener('keydown', (event: KeyboardEvent) => {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
    if ((event.target as HTMLElement).closest('input, textarea, select')) return;
    event.preventDefault();
    if (event.shiftKey) steps.redo();
    else steps.undo();
  });
}
