/** A dialog that opens puts the focus on its first field, where it has one; the toolkit stops at its frame. */
import { useEventListener } from '@vueuse/core';

const field =
  'input:not([type=hidden], [type=checkbox], [disabled], [readonly]), textarea:not([disabled])';

export function useDialogFocus(): void {
  useEventListener(document, 'focusin', ({ target, relatedTarget }: FocusEvent) => {
    if (!(target instanceof HTMLElement)) return;
    const dialog = target.closest('.el-dialog');
    const isFrame = target === dialog || target.matches('.el-dialog__headerbtn');
    // Within the dialog the focus goes where it is led.
    if (!dialog || !isFrame || dialog.contains(relatedTarget as Node | null)) return;
    dialog.querySelector<HTMLElement>(`.el-dialog__body :is(${field})`)?.focus();
  });
}
