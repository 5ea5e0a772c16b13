/** A layout of answer sheets, from its file. */
import { sheetLayout, type SheetLayout } from '@oaken/core/capture/sheets';
import { readFileSync } from 'node:fs';
import { Misasked } from './complain';

export function readLayout(file: string): SheetLayout {
  const text = readFileSync(file, 'utf8');
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw new Misasked(`${file} is no JSON.`);
  }
  const layout = sheetLayout.safeParse(json);
  if (layout.success) return layout.data;
  const [first] = layout.error.issues;
  throw new Misasked(
    `${file} is no layout of answer sheets: ${first?.path.join('.') ?? ''} ${first?.message ?? ''}`,
  );
}
