const typing = 'input:not([type=radio], [type=checkbox]), textarea, select, [contenteditable=true]';

/** Whether a key that was pressed there belongs to what is being typed. */
export const inField = (target: EventTarget | null) =>
  (target instanceof HTMLElement && target.closest(`${typing}, math-field`) !== null) ||
  (target instanceof HTMLElement && target.isContentEditable);
