/**
 * The code of a page: 72 cells, dark or light, for 48 bits of what it says and 24 of a checksum. A cell
 * that can hardly be told is tried both ways; whatever fails the checksum is no code.
 */
import { codeColumns, codeRows } from './geometry';

export interface PageCode {
  /** Of the layout. */
  check: number;
  sheet: number;
  page: number;
  /** Of the student; 0 where nobody's. */
  number: number;
}

const version = 1;
/** Bits of each field, in their order. */
const fields = [
  ['version', 3],
  ['check', 16],
  ['sheet', 16],
  ['page', 5],
  ['number', 8],
] as const;
const dataBits = 48;
const checkBits = 24;
export const codeCells = codeColumns * codeRows;
/** So many of the least certain cells are tried both ways. */
const doubtful = 4;

/** CRC-24 of bits. Source: RFC 9580, 6.1 (polynomial 864CFB, start B704CE). */
export function crc24(bits: readonly boolean[]): number {
  let register = 0xb704ce;
  for (const bit of bits) {
    const carried = ((register >>> 23) & 1) ^ Number(bit);
    register = (register << 1) & 0xffffff;
    if (carried) register ^= 0x864cfb;
  }
  return register;
}

const bitsOf = (value: number, count: number): boolean[] =>
  Array.from({ length: count }, (_, bit) => ((value >>> (count - 1 - bit)) & 1) === 1);
const valueOf = (bits: readonly boolean[]): number =>
  bits.reduce((value, bit) => value * 2 + Number(bit), 0);

/** Cells are turned over in a pattern, so that no code is all light. */
const isTurned = (cell: number) =>
  (Math.floor(cell / codeColumns) + (cell % codeColumns)) % 2 === 0;
const masked = (bits: readonly boolean[]) => bits.map((bit, cell) => bit !== isTurned(cell));

/** Row by row, true for dark. */
export function codeCellsOf(code: PageCode): boolean[] {
  const values: Record<string, number> = { version, ...code };
  const data = fields.flatMap(([name, count]) => bitsOf(values[name] ?? 0, count));
  return masked([...data, ...bitsOf(crc24(data), checkBits)]);
}

/** @param darkness of each cell: above 0 dark, below 0 light, the farther the surer @returns null for no code */
export function codeFrom(darkness: readonly number[]): PageCode | null {
  const cells = darkness.map((value) => value > 0);
  const doubts = darkness
    .map((value, cell) => ({ cell, sureness: Math.abs(value) }))
    .sort((a, b) => a.sureness - b.sureness)
    .slice(0, doubtful)
    .map(({ cell }) => cell);
  for (let tries = 0; tries < 1 << doubts.length; tries++) {
    const tried = [...cells];
    doubts.forEach((cell, index) => {
      if ((tries >> index) & 1) tried[cell] = !tried[cell];
    });
    const code = exactCode(tried);
    if (code) return code;
  }
  return null;
}

function exactCode(cells: readonly boolean[]): PageCode | null {
  const bits = masked(cells);
  const data = bits.slice(0, dataBits);
  if (crc24(data) !== valueOf(bits.slice(dataBits))) return null;
  let from = 0;
  const values = fields.map(([, count]) => valueOf(data.slice(from, (from += count))));
  const [readVersion, check = 0, sheet = 0, page = 0, number = 0] = values;
  return readVersion === version ? { check, sheet, page, number } : null;
}
