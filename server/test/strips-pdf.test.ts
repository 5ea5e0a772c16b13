import type { Paper, StripSize } from '@oaken/core/capture';
import { stripsPdf } from '../src/paper/strips-pdf';

async function printed(count: number, paper: Paper, size: StripSize): Promise<string> {
  const owners = Array.from({ length: count }, (_, index) => ({
    number: index + 1,
    name: 'Žofia Nguyễn-Öztürk',
  }));
  const pieces: Buffer[] = [];
  for await (const piece of stripsPdf(owners, { paper, size })) pieces.push(piece as Buffer);
  return Buffer.concat(pieces).toString('latin1');
}
const pagesOf = (pdf: string) => pdf.match(/\/Type \/Page\b/g)?.length;

test.each<[StripSize, number]>([
  ['large', 5],
  ['two', 3],
  ['four', 2],
])('five strips, %s, take so many pages', async (size, pages) => {
  const pdf = await printed(5, 'a4', size);
  expect(pdf.slice(0, 5)).toBe('%PDF-');
  expect(pagesOf(pdf)).toBe(pages);
});

test('a page is as large as the paper', async () => {
  // 297 x 210 and 279.4 x 215.9 millimeters in points of 1/72 inch.
  expect(await printed(1, 'a4', 'two')).toContain('/MediaBox [0 0 841.889764 595.275591]');
  expect(await printed(1, 'letter', 'two')).toContain('/MediaBox [0 0 792 612]');
});

test('there are strips for numbers up to 60', () => {
  expect(() => stripsPdf([{ number: 61 }], { paper: 'a4', size: 'two' })).toThrow(RangeError);
});
