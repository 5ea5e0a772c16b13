/** What a scanner, a copier or a phone makes of paper, as gray pictures, page by page. */
import type { Gray } from '@oaken/core/capture';
import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import sharp from 'sharp';

/** No page has more pixels on its longer side than are needed to read it. */
const longest = 2_000;
const mostPixels = 120_000_000;
const mostPages = 500;
const mostBytes = 64 * 1024 * 1024;
const patience = 60_000;

/** The file is nothing that can be read; the sentence says what is. */
export class Unreadable extends Error {
  constructor(readonly why: 'no-picture' | 'no-pdf' | 'too-many-pages') {
    super(why);
  }
}

const run = promisify(execFile);

/** @param file a PDF, or a picture as PNG, JPEG, WebP or TIFF of several pages @throws Unreadable */
export async function* pagesOf(file: string, bytes: Uint8Array): AsyncGenerator<Gray> {
  const isPdf = Buffer.from(bytes.subarray(0, 1024)).includes('%PDF-');
  yield* isPdf ? pagesOfPdf(file) : pagesOfPicture(bytes);
}

/** By Debian's poppler-utils: one page at a time, never larger than it has to be. */
async function* pagesOfPdf(file: string): AsyncGenerator<Gray> {
  const count = await run('pdfinfo', [file], { timeout: patience }).then(
    ({ stdout }) => Number(/^Pages:\s+(\d+)$/m.exec(stdout)?.[1] ?? 0),
    () => 0,
  );
  if (count === 0) throw new Unreadable('no-pdf');
  if (count > mostPages) throw new Unreadable('too-many-pages');
  for (let page = 1; page <= count; page++) {
    const only = ['-f', String(page), '-l', String(page)];
    const { stdout } = await run(
      'pdftoppm',
      ['-gray', '-scale-to', String(longest), ...only, file],
      { encoding: 'buffer', maxBuffer: mostBytes, timeout: patience },
    ).catch(() => {
      throw new Unreadable('no-pdf');
    });
    yield grayFromPgm(stdout);
  }
}

/** Portable graymap, binary. Source: netpbm's pgm(5); from memory. */
function grayFromPgm(bytes: Buffer): Gray {
  const head = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(bytes.toString('latin1', 0, 64));
  if (!head) throw new Unreadable('no-pdf');
  const [width, height] = [Number(head[1]), Number(head[2])];
  return { width, height, data: bytes.subarray(head[0].length, head[0].length + width * height) };
}

async function* pagesOfPicture(bytes: Uint8Array): AsyncGenerator<Gray> {
  if (bytes.length === 0) throw new Unreadable('no-picture');
  const { pages = 1 } = await sharp(bytes, { limitInputPixels: mostPixels })
    .metadata()
    .catch(() => {
      throw new Unreadable('no-picture');
    });
  if (pages > mostPages) throw new Unreadable('too-many-pages');
  for (let page = 0; page < pages; page++) yield await readPicture(bytes, page);
}

async function readPicture(bytes: Uint8Array, page: number): Promise<Gray> {
  const picture = sharp(bytes, { page, limitInputPixels: mostPixels })
    .rotate()
    .resize({ width: longest, height: longest, fit: 'inside', withoutEnlargement: true })
    .flatten({ background: '#ffffff' })
    .toColourspace('b-w')
    .raw();
  const { data, info } = await picture.toBuffer({ resolveWithObject: true }).catch(() => {
    throw new Unreadable('no-picture');
  });
  return { width: info.width, height: info.height, data };
}
