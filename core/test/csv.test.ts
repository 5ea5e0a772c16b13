import { defused, delimiterOf, encodingOf, fused } from '@oaken/core/csv';
import fc from 'fast-check';

test.each([
  ['item,key', ','],
  ['Item;Points;Mean 1,5', ';'],
  ['name\tgrade, as written', '\t'],
  ['Ada Park\nLind; Bo\nRoe; Cy', ';'],
  ['one column\nof names', ','],
  ['', ','],
])('%j is parted by %j', (text, delimiter) => expect(delimiterOf(text)).toBe(delimiter));

describe('the encoding of a table', () => {
  const utf16 = (text: string, high: 0 | 1) => {
    const bytes = new Uint8Array(text.length * 2);
    for (let place = 0; place < text.length; place++)
      bytes[2 * place + (1 - high)] = text.charCodeAt(place);
    return bytes;
  };
  test('is told by its mark, or by its look', () => {
    expect(encodingOf(Uint8Array.of(0xff, 0xfe, 97, 0), () => false)).toBe('utf-16le');
    expect(encodingOf(Uint8Array.of(0xfe, 0xff, 0, 97), () => false)).toBe('utf-16be');
    expect(encodingOf(utf16('name;grade', 1), () => true)).toBe('utf-16le');
    expect(encodingOf(utf16('name;grade', 0), () => true)).toBe('utf-16be');
  });
  test('is UTF-8 where the bytes are, and else Windows-1252', () => {
    expect(encodingOf(Uint8Array.of(90, 111, 0xc3, 0xab), () => true)).toBe('utf-8');
    expect(encodingOf(Uint8Array.of(90, 111, 0xeb), () => false)).toBe('windows-1252');
  });
});

describe('a cell that a spreadsheet would run', () => {
  test.each(['=1+1', '+A1', '-A1', '@SUM(1)', '\t=1', "'=1"])('%j is kept text', (cell) =>
    expect(defused(cell)).toBe(`'${cell}`),
  );
  test.each(['-3', '+2,5', '-50%', 'a=1', ''])('%j is left alone', (cell) =>
    expect(defused(cell)).toBe(cell),
  );
  test('comes back as it was', () => {
    fc.assert(fc.property(fc.string(), (cell) => fused(defused(cell)) === cell));
  });
});
