/** A table of the page for a spreadsheet: cells as they read, boxes as their figures. */
import { count } from '@oaken/core/text';
import { asCsv, asTabs, type Lines } from '../shared/tables';
import { done, failed } from '../shared/undo';

const cellText = (cell: Element) =>
  (cell.getAttribute('data-copy') ?? (cell as HTMLElement).innerText ?? '')
    .replace(/\s+/g, ' ')
    .trim();

export const linesOf = (table: HTMLTableElement | null | undefined): Lines =>
  [...(table?.rows ?? [])].map((row) => [...row.cells].map(cellText));

export async function copyLines(lines: Lines): Promise<void> {
  try {
    await navigator.clipboard.writeText(asTabs(lines));
    done(`${count(lines.length, 'line')} copied: paste them into a spreadsheet.`);
  } catch {
    failed(new Error('The browser does not let the page copy. Export it as CSV instead.'));
  }
}

/** Gives the browser a file of what the page shows. */
export function saveLines(name: string, lines: Lines): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([asCsv(lines)], { type: 'text/csv;charset=utf-8' }));
  link.download = `${name}.csv`;
  link.click();
  URL.revokeObjectURL(link.href);
}
