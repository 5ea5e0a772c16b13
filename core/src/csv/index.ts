/**
 * What all tables as text have in common, whoever reads or writes them (CSV by RFC 4180, also with
 * semicolons or tabs).
 */

/** Looked at where the first row holds none of the signs. */
const headLength = 2_000;

/**
 * What parts the cells. A tab is never part of one; in a file with semicolons a comma may be a
 * decimal sign, so the more frequent sign of the first row wins.
 *
 * @param text the table, or its beginning
 */
export function delimiterOf(text: string): ',' | ';' | '\t' {
  const firstRow = text.slice(0, text.search(/[\r\n]|$/));
  for (const head of [firstRow, text.slice(0, headLength)]) {
    if (head.includes('\t')) return '\t';
    const commas = head.split(',').length - 1;
    const semicolons = head.split(';').length - 1;
    if (commas + semicolons > 0) return semicolons > commas ? ';' : ',';
  }
  return ',';
}

export type TableEncoding = 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252';

/**
 * UTF-8 or UTF-16 by their marks or their look; what is no UTF-8 is Windows-1252, which knows every byte.
 *
 * @param isUtf8 whether the bytes are well-formed UTF-8; each machine has its own quick way to tell
 */
export function encodingOf(
  bytes: Uint8Array,
  isUtf8: (bytes: Uint8Array) => boolean,
): TableEncoding {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
  const start = bytes.subarray(0, 400);
  const zeros = (parity: number) =>
    start.filter((value, index) => index % 2 === parity && value === 0).length;
  if (start.length > 4 && zeros(1) > start.length / 4) return 'utf-16le';
  if (start.length > 4 && zeros(0) > start.length / 4) return 'utf-16be';
  return isUtf8(bytes) ? 'utf-8' : 'windows-1252';
}

/** A spreadsheet runs a cell that begins like this; numbers with a sign are no formulas. */
const formula = /^'*[=+\-@\t\r]/;
const signedNumber = /^[+-]?\d+([.,]\d+)?%?$/;

/** A cell as a spreadsheet will show it and not run it; an apostrophe keeps it text. */
export const defused = (text: string): string =>
  formula.test(text) && !signedNumber.test(text) ? `'${text}` : text;

/** A cell as it was before `defused`. */
export const fused = (text: string): string =>
  text.startsWith("'") && formula.test(text.slice(1)) ? text.slice(1) : text;
