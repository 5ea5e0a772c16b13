/** Answer sheets as they are printed: rasterized by Debian's poppler-utils, filled in, and read. */
import {
  bubbleRadius,
  geometryOf,
  readPage,
  sheetLayout,
  type SheetLayout,
} from '@oaken/core/capture/sheets';
import type { Gray } from '@oaken/core/capture';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import sharp from 'sharp';
import { pagesOf, Unreadable } from '../src/paper/pictures';
import { sheetsOf, sheetsPdf } from '../src/paper/sheets-pdf';

const folder = mkdtempSync(join(tmpdir(), 'oaken-sheets-'));
afterAll(() => rmSync(folder, { recursive: true }));

const layout = (paper: 'a4' | 'letter', more: object = {}): SheetLayout =>
  sheetLayout.parse({
    paper,
    title: 'Žofia’s very long title of a test on ratios and rates that goes on and on',
    questions: [
      ...Array.from({ length: 30 }, (_, n) => ({ id: `${n + 1}`, kind: 'choices', choices: 5 })),
      { id: '31', kind: 'number' },
      { id: '32', kind: 'grid', rows: 4, columns: 6 },
      { id: '33', kind: 'field', height: 50 },
    ],
    sheets: [{ sheet: 41, number: 7, name: 'Iona Nguyễn-Öztürk', form: 'A' }, { sheet: 42 }],
    ...more,
  });

async function pages(of: SheetLayout): Promise<Gray[]> {
  const file = join(folder, 'sheets.pdf');
  const bytes = await buffer(sheetsPdf(of.title, sheetsOf(of)));
  writeFileSync(file, bytes);
  const pictures: Gray[] = [];
  for await (const { picture } of pagesOf(file)) pictures.push(picture);
  return pictures;
}

test.each(['a4', 'letter'] as const)(
  'an empty sheet on %s says whose it is, and nothing else',
  async (paper) => {
    const wanted = layout(paper);
    const [named, spare] = (await pages(wanted)).map((page) => readPage(page, geometryOf(wanted)));
    expect(named).toMatchObject({ problem: null, sheet: 41, page: 1, number: 7 });
    expect(spare).toMatchObject({ problem: null, sheet: 42, page: 1, number: null });
    if (named?.problem !== null) throw new Error();
    expect(named.rows.flatMap(({ marks, doubt }) => [...marks, doubt]).filter(Boolean)).toEqual([]);
  },
);

test('what is filled in at the places of the geometry is read from the print', async () => {
  const wanted = layout('letter');
  const geometry = geometryOf(wanted);
  const [page] = await pages(wanted);
  const scale = page!.height / geometry.height;
  const meant = geometry.pages[0]!.rows.map(
    ({ bubbles }, index) => bubbles[index % bubbles.length]!,
  );
  const discs = meant.map(
    ({ x, y }) =>
      `<circle cx="${x * scale}" cy="${y * scale}" r="${bubbleRadius * scale}" fill="#555"/>`,
  );
  const { width, height } = page!;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">${discs.join('')}</svg>`;
  const { data } = await sharp(Buffer.from(page!.data), { raw: { width, height, channels: 1 } })
    .composite([{ input: Buffer.from(svg) }])
    .toColourspace('b-w')
    .raw()
    .toBuffer({ resolveWithObject: true });
  const read = readPage({ width, height, data }, geometry);
  if (read.problem !== null) throw new Error(read.problem);
  expect(read.rows.map(({ marks }) => marks.join())).toEqual(meant.map(({ says }) => says));
  expect(read.rows.filter(({ doubt }) => doubt !== null)).toEqual([]);
});

test('every sheet has all pages of the layout', async () => {
  const questions = [1, 2, 3].map((n) => ({ id: `${n}`, kind: 'field', height: 150 }));
  expect(await pages(layout('a4', { questions }))).toHaveLength(6);
});

describe('pictures', () => {
  const readAll = async (name: string, bytes: Buffer) => {
    const file = join(folder, name);
    writeFileSync(file, bytes);
    const sizes: string[] = [];
    for await (const {
      picture: { width, height },
    } of pagesOf(file))
      sizes.push(`${width}x${height}`);
    return sizes;
  };
  const picture = (width: number, height: number) =>
    sharp({ create: { width, height, channels: 3, background: '#dddddd' } });

  test.each(['png', 'jpeg', 'webp', 'tiff'] as const)('%s is read', async (format) => {
    expect(await readAll('page', await picture(60, 80).toFormat(format).toBuffer())).toEqual([
      '60x80',
    ]);
  });
  test('a phone’s own format is read', async () => {
    const photo = readFileSync(join(__dirname, '../../e2e/fixtures/photo.heic'));
    expect(await readAll('photo.heic', photo)).toEqual(['64x48']);
  });
  test('more pixels than a page needs are made fewer', async () => {
    expect(await readAll('large', await picture(6000, 8000).jpeg().toBuffer())).toEqual([
      '1500x2000',
    ]);
  });
  test('a photo that a phone turned is turned back', async () => {
    const turned = await picture(60, 80).withMetadata({ orientation: 6 }).jpeg().toBuffer();
    expect(await readAll('turned', turned)).toEqual(['80x60']);
  });
  test.each([
    ['no-picture', Buffer.from('words')],
    ['no-picture', Buffer.alloc(0)],
    ['no-pdf', Buffer.from('%PDF-1.7 and nothing more')],
  ])('what is nothing of the kind is refused: %s', async (why, bytes) => {
    await expect(readAll('odd', bytes)).rejects.toEqual(new Unreadable(why as 'no-pdf'));
  });
});
