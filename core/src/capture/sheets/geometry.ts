/**
 * Where everything stands on an answer sheet, in millimeters from its upper left corner. Printing and
 * reading go by the same places.
 */
import { papers, type Paper } from '../paper';
import type { Point } from '../plane';
import type { SheetLayout, SheetQuestion } from './layout';

export interface Bubble extends Point {
  /** What it stands for. */
  says: string;
}

/** Bubbles of which one is filled, or several where a question says so. */
export interface BubbleRow {
  question: string;
  /** What stands before it. */
  label: string;
  several: boolean;
  bubbles: Bubble[];
  /** A small box before it, to write the digit in. */
  box: boolean;
}

export interface SheetField {
  question: string;
  left: number;
  top: number;
  width: number;
  height: number;
}

export interface SheetPage {
  /** From 1. */
  page: number;
  rows: BubbleRow[];
  fields: SheetField[];
}

export interface SheetGeometry {
  width: number;
  height: number;
  pages: SheetPage[];
  /** 16 bits that tell these sheets from those of other layouts. */
  check: number;
}

/** Frames in the corners, squares along the sides; their middles stand so far from the edge of the paper. */
export const markInset = 11;
export const frameSide = 6;
export const frameHole = 3.6;
export const frameDot = 1.6;
export const sideMark = 3;
/** Pieces between one pair of marks and the next, from top to bottom. */
export const bandsDown = 4;

export const bubbleRadius = 2.1;
export const bubblePitch = 5.9;
export const rowPitch = 6;
/** Before the first bubble: the label. */
export const labelWidth = 9;

const inset = 19;
const contentTop = 43;
const contentBottom = 17;
/** A page is as wide as four narrow columns; a question takes one, two or all of them. */
const unitsAcross = 4;
const gapAfterRows = 2;
const gapAfterField = 4;
const fieldLabel = 5;

export const codeCell = 2.2;
export const codeColumns = 12;
export const codeRows = 6;

const numberSays = ['−', '.', '/', '0', '1', '2', '3', '4', '5', '6', '7', '8', '9'] as const;
const letterOf = (index: number) => 'ABCDEFGHIJ'[index] ?? '';

/** Middles of the corner frames, clockwise from the upper left one, and of the marks between on either side. */
export function marksOf({ width, height }: Pick<SheetGeometry, 'width' | 'height'>) {
  const [left, right] = [markInset, width - markInset];
  const heights = Array.from(
    { length: bandsDown + 1 },
    (_, band) => markInset + (band * (height - 2 * markInset)) / bandsDown,
  );
  return { left, right, heights };
}

/** Upper left corner of the code. */
export const codePlace = ({ width }: Pick<SheetGeometry, 'width'>): Point => ({
  x: width - inset - codeColumns * codeCell,
  y: 9,
});

/** Two rows for the student's number, on every page: tens and ones. */
export function numberRows({ width }: Pick<SheetGeometry, 'width'>): BubbleRow[] {
  const left = width - inset - 10 * bubblePitch;
  return ['tens', 'ones'].map((label, index) => ({
    ...{ question: '', label, several: false, box: false },
    bubbles: Array.from({ length: 10 }, (_, digit) => ({
      ...{ says: String(digit), x: left + (digit + 0.5) * bubblePitch, y: 27.5 + index * rowPitch },
    })),
  }));
}

export const headPlace = { left: inset, top: 9 } as const;

/** A question before it has its place: rows from its own upper left corner, or a field. */
interface Block {
  question: SheetQuestion;
  units: 1 | 2 | 4;
  height: number;
}

/**
 * Places everything in the order of its questions: in columns where rows are short, each question whole.
 *
 * @throws RangeError for what is higher than a page
 */
export function geometryOf({
  paper,
  questions,
}: Pick<SheetLayout, 'paper' | 'questions'>): SheetGeometry {
  const [height, width] = papers[paper as Paper];
  const pages = new Pages(width, height);
  for (const run of runsOf(questions.map(blockOf))) pages.add(run);
  return { width, height, pages: pages.pages, check: checkOf(JSON.stringify([paper, questions])) };
}

function blockOf(question: SheetQuestion): Block {
  if (question.kind === 'field')
    return { question, units: 4, height: fieldLabel + question.height + gapAfterField };
  const rows = rowsOf(question);
  const across = Math.max(...rows.map(({ says }) => says.length));
  const height = rows.length * rowPitch + (rows.length > 1 ? gapAfterRows : 0);
  return { question, units: across <= 5 ? 1 : 2, height };
}

/** What the rows of a question say, in their order. */
function rowsOf(
  question: Exclude<SheetQuestion, { kind: 'field' }>,
): { label: string; says: string[] }[] {
  const { id } = question;
  switch (question.kind) {
    case 'choices':
      return [{ label: id, says: Array.from({ length: question.choices }, (_, n) => letterOf(n)) }];
    case 'number':
      return Array.from({ length: question.places }, (_, place) => ({
        ...{ label: place === 0 ? id : '', says: [...numberSays] },
      }));
    case 'grid':
      return Array.from({ length: question.rows }, (_, row) => ({
        label: `${id}.${row + 1}`,
        says: Array.from({ length: question.columns }, (_column, n) => letterOf(n)),
      }));
  }
}

/** Blocks of the same width that follow each other. */
function runsOf(blocks: readonly Block[]): Block[][] {
  const runs: Block[][] = [];
  for (const block of blocks) {
    const run = runs.at(-1);
    if (run?.[0]?.units === block.units) run.push(block);
    else runs.push([block]);
  }
  return runs;
}

class Pages {
  readonly pages: SheetPage[] = [];
  private top = Infinity;

  constructor(
    private readonly width: number,
    private readonly height: number,
  ) {}

  /** Column after column, as even as they get; what finds no place goes on on the next page. */
  add(run: readonly Block[]): void {
    let rest = run;
    while (rest.length > 0) {
      const [first] = rest;
      if (!first) return;
      if (this.left < first.height) this.turn();
      const columns = columnsOf(rest, unitsAcross / first.units, this.left);
      if (columns.flat().length === 0) throw new RangeError('No page has room for that.');
      this.place(columns, first.units);
      rest = rest.slice(columns.flat().length);
    }
  }

  private get left(): number {
    return this.height - contentBottom - this.top;
  }

  private turn(): void {
    this.pages.push({ page: this.pages.length + 1, rows: [], fields: [] });
    this.top = contentTop;
  }

  private place(columns: readonly (readonly Block[])[], units: number): void {
    const unit = (this.width - 2 * inset) / unitsAcross;
    let lowest = this.top;
    columns.forEach((blocks, column) => {
      let top = this.top;
      for (const block of blocks) {
        this.put(block.question, inset + column * units * unit, top);
        top += block.height;
      }
      lowest = Math.max(lowest, top);
    });
    this.top = lowest;
  }

  private put(question: SheetQuestion, left: number, top: number): void {
    const page = this.pages.at(-1);
    if (!page) return;
    if (question.kind === 'field') {
      const size = { width: this.width - 2 * inset, height: question.height };
      page.fields.push({ question: question.id, left, top: top + fieldLabel, ...size });
      return;
    }
    const { id, kind } = question;
    rowsOf(question).forEach(({ label, says }, index) => {
      page.rows.push({
        ...{ question: id, label, box: kind === 'number' },
        several: 'several' in question && question.several,
        bubbles: says.map((said, place) => ({
          says: said,
          x: left + labelWidth + (place + 0.5) * bubblePitch,
          y: top + (index + 0.5) * rowPitch,
        })),
      });
    });
  }
}

/** As many blocks as find a place in so many columns, in columns that are as short as they can be. */
function columnsOf(blocks: readonly Block[], count: number, highest: number): Block[][] {
  for (let limit = rowPitch; limit < highest; limit += rowPitch) {
    const columns = filled(blocks, count, limit);
    if (columns.flat().length === blocks.length) return columns;
  }
  return filled(blocks, count, highest);
}

function filled(blocks: readonly Block[], count: number, limit: number): Block[][] {
  const columns: Block[][] = Array.from({ length: count }, () => []);
  let [column, used] = [0, 0];
  for (const block of blocks) {
    if (used + block.height > limit + 1e-6) [column, used] = [column + 1, 0];
    const here = columns[column];
    if (!here || block.height > limit + 1e-6) break;
    here.push(block);
    used += block.height;
  }
  return columns;
}

/** FNV-1a, folded to 16 bits. Source: draft-eastlake-fnv; from memory. */
function checkOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let index = 0; index < text.length; index++)
    hash = Math.imul(hash ^ text.charCodeAt(index), 0x01000193);
  return ((hash >>> 16) ^ hash) & 0xffff;
}

/** Millimeters: left, top, width, height. */
export type Box = readonly [left: number, top: number, width: number, height: number];

/** What a person looks at to see how a row was filled, or what stands in a frame. */
export function boxOf(place: BubbleRow | SheetField): Box {
  if (!('bubbles' in place)) {
    const { left, top, width, height } = place;
    return [left - 1, top - 1, width + 2, height + 2];
  }
  const { bubbles } = place;
  const [first, last] = [bubbles[0] ?? { x: 0, y: 0 }, bubbles.at(-1) ?? { x: 0, y: 0 }];
  return [first.x - 12, first.y - 3.4, last.x - first.x + 15.4, 6.8];
}
