/** Tables as text (CSV by RFC 4180, read back by csv-parse). */
import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import { asCsv, asTabs } from '../src/desk/shared/tables';

const readBack = (text: string) =>
  parse(text, { bom: true, relax_column_count: true, skip_empty_lines: false });

describe('for a file', () => {
  test('begins with a mark, so that spreadsheets read UTF-8', () => {
    expect(asCsv([['Zoë']]).startsWith('\uFEFF')).toBe(true);
  });

  test('ends its lines as the standard has it', () => {
    expect(
      asCsv([
        ['a', 'b'],
        ['c', 'd'],
      ]),
    ).toBe('\uFEFFa,b\r\nc,d\r\n');
  });

  test('a cell that begins like a formula stays text', () => {
    expect(readBack(asCsv([['=1+1', '@here', '-3']]))).toEqual([["'=1+1", "'@here", '-3']]);
  });

  test('gives back every cell that is no formula', () => {
    const cell = fc.string().filter((text) => !/^['=+\-@\t\r]/.test(text) && !text.includes('\0'));
    const row = fc.array(cell, { minLength: 2, maxLength: 4 });
    fc.assert(
      fc.property(fc.array(row, { minLength: 1, maxLength: 5 }), (lines) => {
        expect(readBack(asCsv(lines))).toEqual(lines);
      }),
    );
  });
});

describe('for the clipboard', () => {
  test('parts cells by tabs, without a line after the last', () => {
    expect(
      asTabs([
        ['a', 'b'],
        ['c', 'd'],
      ]),
    ).toBe('a\tb\nc\td');
  });

  test('keeps a cell of two lines one cell', () => {
    const text = asTabs([['a\nb', 'c']]);
    expect(parse(text, { delimiter: '\t' })).toEqual([['a\nb', 'c']]);
  });
});
