/** A table of the page for a spreadsheet: cells as they read, boxes as their figures. */
import { defused } from '@oaken/core/csv';
import { count } from '@oaken/core/text';
import { done, failed } from '../shared/undo';

export type Lines = string[][];

const cellText = (cell: Element) =>
  (cell.getAttribute('data-copy') ?? (cell as HTMLElement).innerText ?? '')
    .replace(/\s+/g, ' ')
    .trim();

export const linesOf = (table: HTMLTableElement | null | undefined): Lines =>
  [...(table?.rows ?? [])].map((row) => [...row.cells].map(cellText));

export async function copyLines(lines: Lines): Promise<void> {
  try {
    await navigator.clipboard.writeText(lines.map((line) => line.join('\t')).join('\n'));
    done(`${count(lines.length, 'line')} copied: paste them into a spreadsheet.`);
  } catch {
    failed(new Error('The browser does not let the page copy. Export it as CSV instead.'));
  }
}

/** RFC 4180; a cell that begins like a formula stays text. */
const csvCell = (text: string) => {
  const safe = defused(text);
  return /[",\n]/.test(safe) ? `"${safe.replace(/"/g, '""')}"` : safe;
};

/** Gives the browser a file of what the page shows. */
export function saveLines(name: string, lines: Lines): void {
  const text = `\uFEFF${lines.map((line) => line.map(csvCell).join(',')).join('\r\n')}\r\n`;
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([text], { type: 'text/csv;charset=utf-8' }));
  link.download = `${name}.csv`;
  link.click();
  URL.revokeObjectURL(link.href);
}
