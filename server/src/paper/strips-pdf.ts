/**
 * Strips to print, cut out and fold: four panels side by side, a code on each. The band below is folded
 * behind the panels, so that whoever holds a panel reads its letter and number.
 */
import {
  cellsAcross,
  cellsOf,
  letters,
  marginAcross,
  papers,
  squareAcross,
  stripCodes,
  stripsOnPage,
  type Paper,
  type StripSize,
} from '@oaken/core/capture';
import PDFDocument from 'pdfkit';
import { fonts } from './fonts';

export interface StripOwner {
  number: number;
  /** Left out where the strip is anybody's. */
  name?: string;
}

/** Millimeters. */
interface Layout {
  page: readonly [width: number, height: number];
  stripsDown: number;
  panelsAcross: number;
  panelsDown: number;
  panel: { width: number; height: number };
  /** Folded behind the panel. */
  band: number;
}

const edge = 9;
const inMillimeters = 72 / 25.4;
const thin = 0.35;

function layoutOf(paper: Paper, size: StripSize): Layout {
  const [long, short] = papers[paper];
  const [width, height] = size === 'large' ? [short, long] : [long, short];
  const stripsDown = stripsOnPage[size];
  const [panelsAcross, panelsDown] = size === 'large' ? [2, 2] : [4, 1];
  const high = (height - 2 * edge) / stripsDown / panelsDown;
  const band = size === 'four' ? 0.22 * high : 0.27 * high;
  const panel = { width: (width - 2 * edge) / panelsAcross, height: high - band };
  return { page: [width, height], stripsDown, panelsAcross, panelsDown, panel, band };
}

/** @returns the document, still to be piped or read; it is ended */
export function stripsPdf(
  owners: readonly StripOwner[],
  { paper, size }: { paper: Paper; size: StripSize },
): PDFKit.PDFDocument {
  const layout = layoutOf(paper, size);
  const [width, height] = layout.page;
  const pdf = new PDFDocument({
    size: [width * inMillimeters, height * inMillimeters],
    margin: 0,
    autoFirstPage: false,
    info: { Title: 'Strips' },
  });
  owners.forEach((owner, index) => {
    const place = index % layout.stripsDown;
    if (place === 0) {
      pdf.addPage();
      pdf.scale(inMillimeters);
    }
    drawStrip(pdf, owner, layout, edge + place * stripHeight(layout));
  });
  pdf.end();
  return pdf;
}

const stripHeight = ({ panel, band, panelsDown }: Layout) => panelsDown * (panel.height + band);

function drawStrip(pdf: PDFKit.PDFDocument, owner: StripOwner, layout: Layout, top: number): void {
  const { panel, band, panelsAcross } = layout;
  letters.forEach((letter, index) => {
    const left = edge + (index % panelsAcross) * panel.width;
    const panelTop = top + Math.floor(index / panelsAcross) * (panel.height + band);
    const code = stripCodes.find(
      (other) => other.number === owner.number && other.letter === letter,
    );
    if (!code) throw new RangeError(`There is no strip ${owner.number}.`);
    drawCode(pdf, cellsOf(code.word), { left, top: panelTop, ...panel });
    drawBand(pdf, `${letter}  ${owner.number}`, owner.name ?? '', {
      left,
      top: panelTop + panel.height,
      width: panel.width,
      height: band,
    });
  });
  drawLines(pdf, layout, top);
}

interface Box {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** All dark cells are one shape: between two of them no printer leaves a hair of paper. */
function drawCode(pdf: PDFKit.PDFDocument, cells: readonly boolean[], box: Box): void {
  const cell = Math.min(box.width, box.height) / (squareAcross + 2 * marginAcross + 0.4);
  const left = box.left + (box.width - squareAcross * cell) / 2;
  const top = box.top + (box.height - squareAcross * cell) / 2;
  for (let row = 0; row < squareAcross; row++)
    for (let column = 0; column < squareAcross; column++) {
      const isInside = row > 0 && column > 0 && row <= cellsAcross && column <= cellsAcross;
      if (!isInside || cells[(row - 1) * cellsAcross + column - 1])
        pdf.rect(left + column * cell, top + row * cell, cell, cell);
    }
  pdf.fill('#000000');
}

/** Upside down, so that it stands upright once it is folded behind. */
function drawBand(pdf: PDFKit.PDFDocument, label: string, name: string, box: Box): void {
  const { left, top, width, height } = box;
  const size = Math.min(9, height * 0.5);
  pdf.save();
  pdf.rotate(180, { origin: [left + width / 2, top + height / 2] });
  pdf.fillColor('#1f2428').font(fonts.bold).fontSize(size);
  pdf.text(label, left, top + height * 0.14, { width, align: 'center', lineBreak: false });
  if (name) {
    pdf.font(fonts.plain).fontSize(Math.min(3.4, height * 0.25));
    pdf.text(name, left + 2, top + height * 0.68, {
      width: width - 4,
      height: height * 0.3,
      align: 'center',
      ellipsis: true,
    });
  }
  pdf.restore();
}

/** Cut along the lines, fold along the dashes. */
function drawLines(pdf: PDFKit.PDFDocument, layout: Layout, top: number): void {
  const { panel, band, panelsAcross, panelsDown } = layout;
  const width = panelsAcross * panel.width;
  pdf.lineWidth(thin / 2).strokeColor('#8a8f93');
  pdf.rect(edge, top, width, stripHeight(layout)).stroke();
  pdf.save();
  pdf.dash(2, { space: 1.5 });
  const across = (y: number) =>
    pdf
      .moveTo(edge, y)
      .lineTo(edge + width, y)
      .stroke();
  for (let row = 0; row < panelsDown; row++) {
    const rowTop = top + row * (panel.height + band);
    across(rowTop + panel.height);
    if (row > 0) across(rowTop);
  }
  for (let column = 1; column < panelsAcross; column++) {
    const x = edge + column * panel.width;
    pdf
      .moveTo(x, top)
      .lineTo(x, top + stripHeight(layout))
      .stroke();
  }
  pdf.restore();
}
