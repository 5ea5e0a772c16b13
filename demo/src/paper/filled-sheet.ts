/** Answer sheets as a class fills them in, drawn: what a copier would make of them. */
import {
  bubbleRadius,
  codeCell,
  codeCellsOf,
  codeColumns,
  codePlace,
  frameDot,
  frameHole,
  frameSide,
  headPlace,
  marksOf,
  numberRows,
  sideMark,
  type Bubble,
  type SheetGeometry,
} from '@oaken/core/capture/sheets';
import { randomFrom, type Random } from '@oaken/core/random';
import sharp from 'sharp';

/** How somebody marked a bubble. */
export type Mark = 'full' | 'light' | 'tick' | 'erased' | 'crossed-out';

export interface FilledSheet {
  geometry: SheetGeometry;
  sheet: number;
  page: number;
  /** Of the student; null for a spare. */
  number: number | null;
  name?: string;
  title?: string;
  /** What is filled in, by the row’s place on the page and what the bubble says. */
  marks: readonly { row: number; says: string; mark?: Mark }[];
  /** The number that is filled in by hand. */
  bubbled?: number;
  /** What is written into frames, by question. */
  written?: Readonly<Record<string, string>>;
  /** The corner with the code is torn off. */
  torn?: boolean;
  /** Degrees. */
  turned?: number;
}

const dotsPerInch = 150;
const ink = '#222';
const pencil = '#555';
const paper = '#f7f5f0';

/** @returns a picture as a scanner gives it */
export async function filledSheet(wanted: FilledSheet): Promise<Buffer> {
  const scale = dotsPerInch / 25.4;
  const { width, height } = wanted.geometry;
  const svg = Buffer.from(drawing(wanted));
  const flat = sharp(svg, { density: 72 })
    .resize(Math.round(width * scale), Math.round(height * scale), { fit: 'fill' })
    .flatten({ background: paper })
    .rotate(wanted.turned ?? 0, { background: paper });
  return flat.grayscale().jpeg({ quality: 80 }).toBuffer();
}

function drawing(wanted: FilledSheet): string {
  const { geometry, page, written = {} } = wanted;
  const { width, height } = geometry;
  const random = randomFrom(`sheet ${wanted.sheet} ${page}`);
  const onPage = geometry.pages.find((other) => other.page === page);
  const rows = onPage?.rows ?? [];
  const digits = numberRows(geometry);
  const marked = wanted.marks.flatMap(({ row, says, mark = 'full' }) => {
    const bubble = rows[row]?.bubbles.find((other) => other.says === says);
    return bubble ? [marking(bubble, mark, random)] : [];
  });
  const fields = (onPage?.fields ?? []).flatMap(
    ({ question, left, top, width: across, height: down }) => [
      `<rect x="${left}" y="${top}" width="${across}" height="${down}" fill="none" stroke="${ink}" stroke-width=".4"/>`,
      text(left, top - 1.5, 2.9, `Answer ${question}`),
      ...writing(written[question] ?? '', left + 4, top + 8),
    ],
  );
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${10 * width}" height="${10 * height}">`,
    `<rect width="${width}" height="${height}" fill="${paper}"/>`,
    ...cornerMarks(geometry),
    ...(wanted.torn ? [] : code(wanted)),
    text(headPlace.left, headPlace.top + 5, 4.6, wanted.title ?? ''),
    text(headPlace.left, headPlace.top + 13, 4.6, wanted.name ?? ''),
    ...[...digits, ...rows].flatMap(({ bubbles }) => bubbles.map(emptyBubble)),
    ...rows.flatMap(({ label, box, bubbles: [first] }) =>
      first ? [text(first.x - 11, first.y + 1, 2.9, label), box ? digitBox(first) : ''] : [],
    ),
    ...fields,
    ...numberMarks(wanted, digits, random),
    ...marked,
    '</svg>',
  ].join('');
}

const escaped = (words: string) => words.replace(/[<>&"]/g, (sign) => `&#${sign.charCodeAt(0)};`);

const text = (x: number, y: number, size: number, words: string) =>
  `<text x="${x}" y="${y}" font-size="${size}" font-family="sans-serif" fill="${ink}">${escaped(words)}</text>`;

const square = (x: number, y: number, side: number, color: string) =>
  `<rect x="${x - side / 2}" y="${y - side / 2}" width="${side}" height="${side}" fill="${color}"/>`;

function cornerMarks(geometry: SheetGeometry): string[] {
  const { left, right, heights } = marksOf(geometry);
  return heights.flatMap((y, index) =>
    [left, right].flatMap((x) => {
      const corner = index === 0 || index === heights.length - 1;
      if (!corner) return [square(x, y, sideMark, ink)];
      const frame = [square(x, y, frameSide, ink), square(x, y, frameHole, paper)];
      const upperLeft = index === 0 && x === left;
      return upperLeft ? frame : [...frame, square(x, y, frameDot, ink)];
    }),
  );
}

function code({ geometry, sheet, page, number }: FilledSheet): string[] {
  const { x, y } = codePlace(geometry);
  const cells = codeCellsOf({ check: geometry.check, sheet, page, number: number ?? 0 });
  return cells.flatMap((dark, cell) => {
    const [column, row] = [cell % codeColumns, Math.floor(cell / codeColumns)];
    const [left, top] = [x + (column + 0.5) * codeCell, y + (row + 0.5) * codeCell];
    return dark ? [square(left, top, codeCell * 1.02, ink)] : [];
  });
}

/** A small box before a row, to write the digit in. */
const digitBox = ({ x, y }: Bubble) =>
  `<rect x="${x - 7.5}" y="${y - 2.2}" width="4" height="4.4" fill="none" stroke="${ink}" stroke-width=".25"/>`;

const emptyBubble = ({ x, y, says }: Bubble) =>
  `<circle cx="${x}" cy="${y}" r="${bubbleRadius}" fill="none" stroke="${ink}" stroke-width=".25"/>` +
  `<text x="${x}" y="${y + 0.8}" font-size="2.2" text-anchor="middle" font-family="sans-serif" fill="#444">${escaped(says)}</text>`;

/** Printed for whoever has a number; by hand on a spare. */
function numberMarks(
  { number, bubbled }: FilledSheet,
  digits: ReturnType<typeof numberRows>,
  random: Random,
): string[] {
  const shown = number ?? bubbled;
  if (shown === undefined) return [];
  return digits.flatMap(({ bubbles }, place) => {
    const bubble = bubbles[place === 0 ? Math.floor(shown / 10) : shown % 10];
    return bubble ? [marking(bubble, 'full', random)] : [];
  });
}

const near = (random: Random, value: number) => value + (random.next() - 0.5) * 0.5;

function marking({ x, y }: Bubble, mark: Mark, random: Random): string {
  const [cx, cy] = [near(random, x), near(random, y)];
  const disc = (color: string, radius: number) =>
    `<circle cx="${cx}" cy="${cy}" r="${radius}" fill="${color}"/>`;
  const stroke = (d: string) =>
    `<path d="${d}" fill="none" stroke="${pencil}" stroke-width=".6" stroke-linecap="round"/>`;
  switch (mark) {
    case 'full':
      return disc(pencil, 1.95);
    case 'light':
      return disc('#d2d0cc', 1.8);
    case 'erased':
      return disc('#dcdad6', 1.9);
    case 'tick':
      return stroke(`M ${cx - 1.4} ${cy} L ${cx - 0.3} ${cy + 1.3} L ${cx + 2} ${cy - 1.8}`);
    case 'crossed-out':
      return (
        disc(pencil, 1.95) +
        stroke(
          `M ${cx - 3} ${cy - 2.4} L ${cx + 3} ${cy + 2.4} M ${cx - 3} ${cy + 2.4} L ${cx + 3} ${cy - 2.4}`,
        )
      );
  }
}

/** Handwriting, line by line. */
const writing = (words: string, left: number, top: number): string[] =>
  words
    .split('\n')
    .filter(Boolean)
    .map(
      (line, index) =>
        `<text x="${left}" y="${top + index * 8}" font-size="6" font-style="italic" font-family="cursive, serif" fill="${pencil}">${escaped(line)}</text>`,
    );
