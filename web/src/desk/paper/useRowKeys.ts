/** Keys while rows are looked at; not while something is typed. */
import { useEventListener } from '@vueuse/core';

export interface RowKeys {
  says(): readonly string[];
  choose(said: string): void;
  clear(): void;
  accept(): void;
  next(): void;
  back(): void;
}

/** What a sign on the sheet is on a keyboard. */
const typed = (said: string) => (said === '−' ? '-' : said.toLowerCase());
const nothing = ['0', '-', 'Backspace', 'Delete'];

export function useRowKeys(keys: RowKeys): void {
  useEventListener('keydown', (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const target = event.target instanceof HTMLElement ? event.target : null;
    if (target?.matches('input, textarea, select')) return;
    const said = keys.says().find((sign) => typed(sign) === event.key.toLowerCase());
    if (said !== undefined) keys.choose(said);
    else if (nothing.includes(event.key)) keys.clear();
    else if (event.key === 'ArrowRight') keys.next();
    else if (event.key === 'ArrowLeft') keys.back();
    else if (event.key === 'Enter' && !target?.matches('button, a')) keys.accept();
    else return;
    event.preventDefault();
  });
}
