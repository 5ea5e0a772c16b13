/** A table of the page for a spreadsheet: cells as they read, boxes as their figures. */
import { asCsv, asTabs, type Lines } from '../shared/tables';
import { done, failed } from '../shared/undo';
import { say } from '../../words/teacher';

const cellText = (cell: Element) =>
  (cell.getAttribute('data-copy') ?? (cell as HTMLElement).innerText ?? '')
    .replace(/\s+/g, ' ')
    .trim();

export const linesOf = (table: HTMLTableElement | null | undefined): Lines =>
  [...(table?.rows ?? [])].map((row) => [...row.cells].map(cellText));

export async function copyLines(lines: Lines): Promise<void> {
  try {
    await navigator.clipboard.writeText(asTabs(lines));
    done(say('results.linesCopiedPasteThem', { n: lines.length }));
  } catch {
    failed(new Error(say('results.theBrowserDoesNot')));
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
