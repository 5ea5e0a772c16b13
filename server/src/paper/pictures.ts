/** What a scanner, a copier or a phone makes of paper, as gray pictures, page by page. */
import type { Gray } from '@oaken/core/capture';
import type { HeifImage } from 'libheif-js/wasm-bundle.js';
import { execFile } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { open } from 'node:fs/promises';
import { promisify } from 'node:util';
import sharp, { type Sharp } from 'sharp';

/** No page has more pixels on its longer side than are needed to read it. */
const longest = 2_000;
const mostPixels = 120_000_000;
const mostPages = 500;
const mostBytes = 64 * 1024 * 1024;
const patience = 60_000;

/** The file is nothing that can be read; the sentence says what is. */
export class Unreadable extends Error {
  constructor(readonly why: 'no-picture' | 'no-pdf' | 'too-many-pages' | 'too-much') {
    super(why);
  }
}

/** Bytes that one program may take; a page of any copier needs a tenth of it. */
const mostMemory = 2 * 1024 ** 3;
const execute = promisify(execFile);

/** Runs a program that reads what people send, with a limit on its time and its memory. */
const run = (program: string, args: string[]) =>
  execute('prlimit', [`--as=${mostMemory}`, '--', program, ...args], {
    ...{ encoding: 'buffer', maxBuffer: mostBytes, timeout: patience },
  });

/** A page, and how many there are. */
export interface PageOfFile {
  /** From 1. */
  position: number;
  count: number;
  picture: Gray;
}

/** So much of a file says what it is. */
const headBytes = 1024;

/**
 * @param file a PDF, or a picture as PNG, JPEG, WebP, HEIC or TIFF of several pages
 * @param from the first page that is wanted
 * @throws Unreadable
 */
export async function* pagesOf(file: string, from = 1): AsyncGenerator<PageOfFile> {
  const head = await headOf(file);
  if (head.includes('%PDF-')) yield* pagesOfPdf(file, from);
  else if (isHeic(head)) yield { position: 1, count: 1, picture: await readHeic(file) };
  else yield* pagesOfPicture(file, from);
}

async function headOf(file: string): Promise<Buffer> {
  const handle = await open(file);
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(headBytes), 0, headBytes, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await handle.close();
  }
}

/** Phones' own format: a box “ftyp” of one of these brands. Source: ISO/IEC 23008-12, annex B; from memory. */
const isHeic = (head: Buffer) =>
  head.toString('latin1', 4, 8) === 'ftyp' &&
  ['heic', 'heix', 'hevc', 'heim', 'heis', 'mif1', 'msf1'].includes(head.toString('latin1', 8, 12));

/** By Debian's poppler-utils: one page at a time, never larger than it has to be. */
async function* pagesOfPdf(file: string, from: number): AsyncGenerator<PageOfFile> {
  const count = await run('pdfinfo', [file]).then(
    ({ stdout }) => Number(/^Pages:\s+(\d+)$/m.exec(stdout.toString('latin1'))?.[1] ?? 0),
    () => 0,
  );
  if (count === 0) throw new Unreadable('no-pdf');
  if (count > mostPages) throw new Unreadable('too-many-pages');
  for (let position = from; position <= count; position++) {
    const only = ['-f', String(position), '-l', String(position)];
    const asked = ['-gray', '-scale-to', String(longest), ...only, file];
    const { stdout } = await run('pdftoppm', asked).catch(() => {
      throw new Unreadable('no-pdf');
    });
    yield { position, count, picture: grayFromPgm(stdout) };
  }
}

/** Portable graymap, binary. Source: netpbm's pgm(5); from memory. */
function grayFromPgm(bytes: Buffer): Gray {
  const head = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(bytes.toString('latin1', 0, 64));
  if (!head) throw new Unreadable('no-pdf');
  const [width, height] = [Number(head[1]), Number(head[2])];
  return { width, height, data: bytes.subarray(head[0].length, head[0].length + width * height) };
}

const unreadable = () => {
  throw new Unreadable('no-picture');
};

async function* pagesOfPicture(file: string, from: number): AsyncGenerator<PageOfFile> {
  const { pages: count = 1 } = await sharp(file, { limitInputPixels: mostPixels })
    .metadata()
    .catch(unreadable);
  if (count > mostPages) throw new Unreadable('too-many-pages');
  for (let position = from; position <= count; position++) {
    const page = sharp(file, { page: position - 1, limitInputPixels: mostPixels }).rotate();
    yield { position, count, picture: await grayOf(page) };
  }
}

async function grayOf(picture: Sharp): Promise<Gray> {
  const { data, info } = await picture
    .resize({ width: longest, height: longest, fit: 'inside', withoutEnlargement: true })
    .flatten({ background: '#ffffff' })
    .toColourspace('b-w')
    .raw()
    .toBuffer({ resolveWithObject: true })
    .catch(unreadable);
  return { width: info.width, height: info.height, data };
}

async function readHeic(file: string): Promise<Gray> {
  // Large, and seldom wanted.
  const { default: libheif } = await import('libheif-js/wasm-bundle.js');
  const image = heicImage(() => new libheif.HeifDecoder().decode(readFileSync(file)));
  const [width, height] = [image.get_width(), image.get_height()];
  if (width * height > mostPixels) throw new Unreadable('no-picture');
  const pixels = { width, height, data: new Uint8ClampedArray(4 * width * height) };
  const shown = await new Promise((resolve) => image.display(pixels, resolve));
  image.free();
  if (!shown) throw new Unreadable('no-picture');
  return grayOf(sharp(pixels.data, { raw: { width, height, channels: 4 } }));
}

function heicImage(decode: () => HeifImage[]): HeifImage {
  try {
    return decode()[0] ?? unreadable();
  } catch {
    return unreadable();
  }
}
