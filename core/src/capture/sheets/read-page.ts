/** What stands on a page of an answer sheet. */
import type { Gray } from '../gray';
import type { Quad } from '../plane';
import { darknessOf, inkShare, median, type Darkness } from './bubbles';
import { boxOf, numberRows, type BubbleRow, type SheetField, type SheetGeometry } from './geometry';
import { isWritten } from './fields';
import { findSheet, placedOn, type FoundSheet } from './find-sheet';
import { judgedRow, type Doubt, type Level } from './judge';
import type { PlaceInPicture } from './register';

export interface ReadRow {
  question: string;
  label: string;
  /** What the marked bubbles say. */
  marks: string[];
  doubt: Doubt | null;
  /** Where the row is in the picture. */
  corners: Quad;
}

export interface ReadField {
  question: string;
  /** Whether anything stands in it. */
  written: boolean;
  corners: Quad;
}

/** Why a page was not read. */
export type PageProblem = 'no-sheet' | 'foreign' | 'no-such-page';

export type ReadPage =
  | { problem: PageProblem }
  | {
      problem: null;
      /** Null where the code cannot be read. */
      sheet: number | null;
      page: number | null;
      /** Of the student: by the code, or by the bubbles for it. */
      number: number | null;
      rows: ReadRow[];
      fields: ReadField[];
    };

/** Nothing that is printed in a bubble is darker than this. */
const darkestLetter = 0.24;
/** More of a bubble than so is dark where there is a tick or a cross, and less where an eraser left an even gray. */
const leastStrokes = 0.12;
/** Rows from which on each letter is compared with the same letter of other rows. */
const enoughRows = 8;
/** Below this not even all bubbles that say the same tell how dark an empty one is. */
const fewRows = 4;

/**
 * Reads a picture of one page, however it is turned, at 100 to 600 dpi or as a photo.
 *
 * @returns its rows in the order of the geometry, and places in pixels of the picture
 */
export function readPage(picture: Gray, geometry: SheetGeometry): ReadPage {
  const found = findSheet(picture, [geometry]);
  return found ? readFound(found, geometry) : { problem: 'no-sheet' };
}

/**
 * Reads a page of which it is known what should stand on it.
 *
 * @param assigned the page that a person says it is, where its code cannot be read
 */
export function readFound(
  found: FoundSheet,
  geometry: SheetGeometry,
  assigned: number | null = null,
): ReadPage {
  const { code, gray, factor } = found;
  const place = placedOn(found, geometry);
  if (!place) return { problem: 'no-sheet' };
  if (code && code.check !== geometry.check) return { problem: 'foreign' };
  // A layout of one page leaves no doubt which one it is.
  const only = geometry.pages.length === 1 ? 1 : null;
  const page = code?.page ?? assigned ?? only;
  const wanted = geometry.pages.find((other) => other.page === page);
  if (code && !wanted) return { problem: 'no-such-page' };
  const ink = inkShare(gray, place, geometry);
  const number = code?.number || numberIn(gray, place, geometry, ink);
  return {
    problem: null,
    sheet: code?.sheet ?? null,
    page,
    number,
    rows: readRows(gray, place, wanted?.rows ?? [], ink).map((row) => enlarged(row, factor)),
    fields: (wanted?.fields ?? []).map((field) => {
      const written = isWritten(gray, place, field, ink);
      return enlarged(
        { question: field.question, written, corners: placedOf(place, field) },
        factor,
      );
    }),
  };
}

/** The student's number, by the bubbles for it: they stand at the same place on every sheet. */
export function studentNumberIn({ gray, place, paper }: FoundSheet): number | null {
  return numberIn(gray, place, paper, inkShare(gray, place, paper));
}

/** In the picture that was given. */
function enlarged<Placed extends { corners: Quad }>(placed: Placed, factor: number): Placed {
  const corners = placed.corners.map(({ x, y }) => ({ x: x * factor, y: y * factor }));
  return { ...placed, corners: corners as unknown as Quad };
}

function numberIn(
  gray: Gray,
  place: PlaceInPicture,
  paper: Pick<SheetGeometry, 'width'>,
  ink: number,
): number | null {
  const rows = levelsOf(gray, place, numberRows(paper), ink).map(({ row, levels }) => {
    const { marked, doubt } = judgedRow(levels, false);
    const said = marked.map((index) => row.bubbles[index]?.says ?? '');
    return doubt ? null : said.join('');
  });
  const [tens, ones] = rows;
  if (tens === null || !ones) return null;
  return Number(`${tens ?? ''}${ones}`) || null;
}

function readRows(
  gray: Gray,
  place: PlaceInPicture,
  wanted: readonly BubbleRow[],
  ink: number,
): ReadRow[] {
  return levelsOf(gray, place, wanted, ink).map(({ row, levels }) => {
    const { marked, doubt } = judgedRow(levels, row.several);
    return {
      question: row.question,
      label: row.label,
      marks: marked.map((index) => row.bubbles[index]?.says ?? ''),
      doubt,
      corners: placedOf(place, row),
    };
  });
}

/** Each bubble beyond an empty one of the same letter, or of the sheet where there are few. */
function levelsOf(gray: Gray, place: PlaceInPicture, rows: readonly BubbleRow[], ink: number) {
  const dark = rows.map((row) => ({ row, levels: darknessOf(gray, place, row, ink) }));
  const all = dark.flatMap(({ levels }) => levels);
  const usual = emptyOf(all);
  const columns = gathered(dark, columnOf);
  const signs = gathered(dark, signOf);
  const empty = (row: BubbleRow, index: number): Darkness => {
    const column = columns.get(columnOf(row, index)) ?? [];
    const sign = signs.get(signOf(row, index)) ?? [];
    const alike = column.length < enoughRows ? sign : column;
    const { mean, strokes } = alike.length < fewRows ? usual : emptyOf(alike);
    return { mean: Math.min(mean, usual.mean + 0.1, darkestLetter), strokes };
  };
  return dark.map(({ row, levels }) => ({
    row,
    levels: levels.map(({ mean, strokes }, index): Level => {
      const nothing = empty(row, index);
      return { level: mean - nothing.mean, even: strokes - nothing.strokes < leastStrokes };
    }),
  }));
}

const emptyOf = (bubbles: readonly Darkness[]): Darkness => ({
  mean: lowPart(bubbles.map(({ mean }) => mean)),
  strokes: lowPart(bubbles.map(({ strokes }) => strokes)),
});

/** Bubbles that have something in common. */
function gathered(
  rows: readonly { row: BubbleRow; levels: Darkness[] }[],
  keyOf: (row: BubbleRow, index: number) => string,
): Map<string, Darkness[]> {
  const groups = new Map<string, Darkness[]>();
  for (const { row, levels } of rows)
    levels.forEach((level, index) => {
      const key = keyOf(row, index);
      groups.set(key, [...(groups.get(key) ?? []), level]);
    });
  return groups;
}

/** Bubbles that say the same, wherever they stand. */
const signOf = ({ bubbles }: BubbleRow, index: number) => bubbles[index]?.says ?? '';

/** Bubbles under each other. */
const columnOf = ({ bubbles }: BubbleRow, index: number) =>
  `${bubbles[index]?.x} ${bubbles[index]?.says}`;

/** Most bubbles are empty: the middle of the lower half. */
const lowPart = (levels: readonly number[]): number => {
  const sorted = [...levels].sort((a, b) => a - b);
  return median(sorted.slice(0, Math.ceil(sorted.length / 2)));
};

const placedOf = (place: PlaceInPicture, what: BubbleRow | SheetField): Quad => {
  const [left, top, width, height] = boxOf(what);
  return placed(place, left, top, left + width, top + height);
};

const placed = (place: PlaceInPicture, x1: number, y1: number, x2: number, y2: number): Quad => [
  place(x1, y1),
  place(x2, y1),
  place(x2, y2),
  place(x1, y2),
];
