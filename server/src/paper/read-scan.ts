/** From a file of scans to what stands on each of its pages, with pictures of them. */
import type { Gray } from '@oaken/core/capture';
import {
  boxOf,
  findSheet,
  geometryOf,
  isBlank,
  readFound,
  straightened,
  studentNumberIn,
  type FoundSheet,
  type PageCode,
  type SheetGeometry,
  type SheetQuestion,
} from '@oaken/core/capture/sheets';
import type { Paper } from '@oaken/core/capture';
import sharp from 'sharp';
import type { StoredRow } from '../models';
import { pagesOf } from './pictures';

/** What a page says about itself, before it is known what should stand on it. */
export interface Announced {
  /** Null where its code cannot be read. */
  code: PageCode | null;
  /** Of the student, by the code or the bubbles for it. */
  number: number | null;
}

/** What should stand on a page. */
export interface Awaited {
  paper: Paper;
  questions: SheetQuestion[];
  /** Which page of the sheet, where its code does not say it. */
  page: number | null;
}

export interface Jpeg {
  bytes: Uint8Array;
  width: number;
  height: number;
}

export interface ReadScanPage {
  /** In its file, from 1. */
  position: number;
  count: number;
  /** Null for a picture of something else. */
  sheet: Announced | null;
  /** Nothing stands on it: the back of something. */
  blank: boolean;
  /** Upright and filling the picture, where it is a sheet. */
  picture: Jpeg;
  /** Null where nobody could say what should stand on it, or where it is not that. */
  reading: {
    page: number;
    rows: StoredRow[];
    fields: { question: string; picture: Jpeg | null }[];
  } | null;
}

/** Says what should stand on a page; null where nobody knows. */
export type Awaiting = (announced: Announced) => Promise<Awaited | null>;

const quality = 72;
const millimetersPerInch = 25.4;
const dotsPerInch = 150;

/**
 * Reads page after page.
 *
 * @param from the first page that is wanted
 * @throws Unreadable
 */
export async function* readScan(
  file: string,
  from: number,
  awaiting: Awaiting,
): AsyncGenerator<ReadScanPage> {
  for await (const { position, count, picture } of pagesOf(file, from)) {
    const found = findSheet(picture);
    const place = { position, count };
    if (found) yield { ...place, blank: false, ...(await readSheet(picture, found, awaiting)) };
    else {
      const blank = isBlank(picture);
      yield { ...place, sheet: null, blank, picture: await jpegOf(picture), reading: null };
    }
  }
}

async function readSheet(picture: Gray, found: FoundSheet, awaiting: Awaiting) {
  const sheet = { code: found.code, number: found.code?.number || studentNumberIn(found) };
  const awaited = await awaiting(sheet);
  const geometry = awaited && geometryOf(awaited);
  const upright = straightened(found, geometry ?? found.paper) ?? picture;
  const reading =
    awaited && geometry ? await readingOf(found, geometry, awaited.page, upright) : null;
  return { sheet, picture: await jpegOf(upright), reading };
}

async function readingOf(
  found: FoundSheet,
  geometry: SheetGeometry,
  assigned: number | null,
  upright: Gray,
): Promise<ReadScanPage['reading']> {
  const read = readFound(found, geometry, assigned);
  if (read.problem !== null || read.page === null) return null;
  const onPage = geometry.pages.find(({ page }) => page === read.page);
  const fields = await Promise.all(
    read.fields.map(async ({ question, written }) => {
      const field = onPage?.fields.find((other) => other.question === question);
      return { question, picture: written && field ? await cut(upright, boxOf(field)) : null };
    }),
  );
  const rows = read.rows.map(({ question, label, marks, doubt }) => ({
    ...{ question, label, marks, doubt },
  }));
  return { page: read.page, rows, fields };
}

const pixels = (millimeters: number) =>
  Math.round((millimeters / millimetersPerInch) * dotsPerInch);

/** @param box millimeters: left, top, width, height */
function cut(upright: Gray, [left, top, width, height]: readonly [number, number, number, number]) {
  const [x, y] = [Math.max(0, pixels(left)), Math.max(0, pixels(top))];
  return jpegOf(upright, {
    ...{ left: x, top: y },
    width: Math.min(pixels(width), upright.width - x),
    height: Math.min(pixels(height), upright.height - y),
  });
}

async function jpegOf(
  { width, height, data }: Gray,
  region?: { left: number; top: number; width: number; height: number },
): Promise<Jpeg> {
  const picture = sharp(data, { raw: { width, height, channels: 1 } });
  const part = region ? picture.extract(region) : picture;
  const bytes = await part.jpeg({ quality }).toBuffer();
  return { bytes, width: region?.width ?? width, height: region?.height ?? height };
}
