/** A table of the page for a spreadsheet: cells as they read, boxes as their figures. */
import { count } from '@oaken/core/text';
import { done, failed } from '../undo';

const cellText = (cell: Element) => (cell.getAttribute('data-copy') ?? (cell as HTMLElement).innerText ?? '').replace(/\s+/g, ' ').trim(); // prettier-ignore

export async function copyTable(table: HTMLTableElement | null | undefined, lines?: string[][]): Promise<void> {
  const own = lines ?? [...(table?.rows ?? [])].map((row) => [...row.cells].map(cellText));
  try {
    await navigator.clipboard.writeText(own.map((line) => line.join('\t')).join('\n'));
    done(`${count(own.length, 'line')} copied: paste them into a spreadsheet.`);
  } catch {
    failed(new Error('The browser does not let the page copy. Export it as CSV instead.'));
  }
}
