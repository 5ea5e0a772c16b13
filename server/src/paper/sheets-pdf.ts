/** Answer sheets to print: black and white only, everything where `core/capture/sheets` says that it stands. */
import {
  bubblePitch,
  bubbleRadius,
  codeCell,
  codeCellsOf,
  codeColumns,
  codePlace,
  frameDot,
  frameHole,
  frameSide,
  geometryOf,
  headPlace,
  marksOf,
  numberRows,
  sideMark,
  type BubbleRow,
  type SheetField,
  type SheetGeometry,
  type SheetLayout,
  type SheetOwner,
} from '@oaken/core/capture/sheets';
import PDFDocument from 'pdfkit';
import { fonts } from './fonts';
import { sentence } from './sentences';

type Pdf = PDFKit.PDFDocument;

const inMillimeters = 72 / 25.4;
const black = '#000000';
const white = '#ffffff';
const thin = 0.25;
/** Heights of letters, in millimeters. */
const sizes = { title: 4.6, plain: 3.2, small: 2.6, inBubble: 2.2, label: 2.9 };
/** Millimeters for the longest label. */
const labelRoom = 8;
/** Digits that are printed filled, so that a page without its code still says whose it is. */
type Filled = (row: number, digit: number) => boolean;

/** One sheet, with all pages that its questions need. */
export interface SheetToPrint {
  title: string;
  geometry: SheetGeometry;
  owner: SheetOwner;
}

/** All sheets of a layout, which have the same places. */
export function sheetsOf(layout: SheetLayout): SheetToPrint[] {
  const geometry = geometryOf(layout);
  return layout.sheets.map((owner) => ({ title: layout.title, geometry, owner }));
}

/**
 * @param sheets of one size of paper
 * @returns the document, still to be piped or read; it ends by itself
 */
export function sheetsPdf(title: string, sheets: readonly SheetToPrint[]): Pdf {
  const pdf = new PDFDocument({
    margin: 0,
    autoFirstPage: false,
    info: { Title: title || 'Answer sheets' },
  });
  for (const sheet of sheets) drawSheet(pdf, sheet);
  pdf.end();
  return pdf;
}

function drawSheet(pdf: Pdf, sheet: SheetToPrint): void {
  const { geometry, owner } = sheet;
  const { width, height, pages } = geometry;
  for (const page of pages) {
    pdf.addPage({ size: [width * inMillimeters, height * inMillimeters], margin: 0 });
    pdf.scale(inMillimeters);
    drawMarks(pdf, geometry);
    drawCode(pdf, geometry, owner, page.page);
    drawHead(pdf, sheet, page.page);
    drawNumber(pdf, geometry, owner);
    for (const row of page.rows) drawRow(pdf, row);
    for (const field of page.fields) drawField(pdf, field);
  }
}

const square = (pdf: Pdf, x: number, y: number, side: number) =>
  pdf.rect(x - side / 2, y - side / 2, side, side);

function drawMarks(pdf: Pdf, geometry: SheetGeometry): void {
  const { left, right, heights } = marksOf(geometry);
  heights.forEach((y, index) => {
    for (const x of [left, right]) {
      if (index > 0 && index < heights.length - 1) {
        square(pdf, x, y, sideMark).fill(black);
        continue;
      }
      square(pdf, x, y, frameSide).fill(black);
      square(pdf, x, y, frameHole).fill(white);
      // The upper left one has no dot: so much is known of a page even without its code.
      if (index > 0 || x === right) square(pdf, x, y, frameDot).fill(black);
    }
  });
}

/** All dark cells are one shape: between two of them no printer leaves a hair of paper. */
function drawCode(pdf: Pdf, geometry: SheetGeometry, owner: SheetOwner, page: number): void {
  const { x, y } = codePlace(geometry);
  const { sheet, number } = owner;
  codeCellsOf({ check: geometry.check, sheet, page, number: number ?? 0 }).forEach((dark, cell) => {
    const [column, row] = [cell % codeColumns, Math.floor(cell / codeColumns)];
    if (dark) pdf.rect(x + column * codeCell, y + row * codeCell, codeCell, codeCell);
  });
  pdf.fill(black);
}

function drawHead(pdf: Pdf, { title, geometry, owner }: SheetToPrint, page: number): void {
  const { left, top } = headPlace;
  const width = codePlace(geometry).x - left - 6;
  const line = { width, height: 6, ellipsis: true };
  pdf.fillColor(black).font(fonts.title).fontSize(sizes.title);
  pdf.text(title, left, top, line);
  pdf.font(fonts.bold).fontSize(sizes.title);
  const nameTop = top + 8.5;
  if (owner.name) pdf.text(owner.name, left, nameTop, line);
  else {
    pdf
      .font(fonts.plain)
      .fontSize(sizes.plain)
      .text(sentence('name'), left, nameTop + 1, line);
    underline(pdf, left + 14, nameTop + 5, 60);
  }
  const facts = [
    sentence('sheet', { sheet: owner.sheet }),
    owner.form && sentence('form', { form: owner.form }),
    geometry.pages.length > 1 && sentence('page', { page, pages: geometry.pages.length }),
  ].filter(Boolean);
  pdf
    .font(fonts.plain)
    .fontSize(sizes.plain)
    .text(facts.join(' · '), left, top + 17, line);
  pdf.fontSize(sizes.small).text(sentence('howTo'), left, top + 23.5, { width: 62 });
}

function underline(pdf: Pdf, x: number, y: number, length: number): void {
  pdf
    .lineWidth(thin)
    .moveTo(x, y)
    .lineTo(x + length, y)
    .stroke(black);
}

function drawNumber(pdf: Pdf, geometry: SheetGeometry, { number }: SheetOwner): void {
  const rows = numberRows(geometry);
  const digits = String(number ?? '').padStart(2, '0');
  const filled: Filled = (row, digit) => number !== null && digits[row] === String(digit);
  const [first] = rows;
  if (first) {
    const { x, y } = first.bubbles[0] ?? { x: 0, y: 0 };
    pdf.fillColor(black).font(fonts.plain).fontSize(sizes.small);
    pdf.text(sentence('number'), x - 20, y + 1.6, { width: 16, align: 'right' });
  }
  rows.forEach(({ bubbles }, row) =>
    bubbles.forEach(({ x, y, says }, digit) => {
      drawBubble(pdf, x, y, says);
      if (filled(row, digit)) pdf.circle(x, y, bubbleRadius).fill(black);
    }),
  );
}

function drawBubble(pdf: Pdf, x: number, y: number, says: string): void {
  pdf.lineWidth(thin).circle(x, y, bubbleRadius).stroke(black);
  pdf.fillColor(black).font(fonts.plain).fontSize(sizes.inBubble);
  pdf.text(says, x - bubbleRadius, y - sizes.inBubble * 0.62, {
    width: 2 * bubbleRadius,
    align: 'center',
    lineBreak: false,
  });
}

function drawRow(pdf: Pdf, { bubbles, label, box }: BubbleRow): void {
  const [first] = bubbles;
  if (!first) return;
  const left = first.x - bubblePitch / 2;
  drawLabel(pdf, label, left - (box ? 5.2 : 1), first.y);
  if (box)
    pdf
      .lineWidth(thin)
      .rect(left - 4.6, first.y - 2.2, 4, 4.4)
      .stroke(black);
  for (const { x, y, says } of bubbles) drawBubble(pdf, x, y, says);
}

/** As large as there is room before a row. @param right where it ends */
function drawLabel(pdf: Pdf, label: string, right: number, y: number): void {
  pdf.fillColor(black).font(fonts.bold).fontSize(sizes.label);
  const size = Math.min(sizes.label, (sizes.label * labelRoom) / pdf.widthOfString(label || '0'));
  pdf.fontSize(size);
  pdf.text(label, right - pdf.widthOfString(label), y - size * 0.62, { lineBreak: false });
}

function drawField(pdf: Pdf, { question, left, top, width, height }: SheetField): void {
  pdf.fillColor(black).font(fonts.bold).fontSize(sizes.label);
  pdf.text(sentence('answer', { question }), left, top - 4.4, { width, lineBreak: false });
  pdf.lineWidth(0.4).rect(left, top, width, height).stroke(black);
}
