/** How a part is answered on a sheet: in bubbles where they can say all of it, else in a frame that a person marks. */
import type { SheetQuestion } from '../capture/sheets/layout';
import { mostChoicesOnPaper } from '../capture/sheets/layout';
import type { Part } from '../items';

/** Letters that are marked in each row, from A. */
export type MarkedRows = readonly (readonly string[])[];

type Unnamed<Question> = Question extends unknown ? Omit<Question, 'id'> : never;

export interface PaperShape {
  question: Unnamed<SheetQuestion>;
  /** What the marks answer; null for a frame, which is marked by hand. */
  read: ((rows: MarkedRows) => unknown) | null;
}

const mostRows = 20;
const mostColumns = 10;
/** Millimeters of a frame, by what goes into it. */
const heights = { line: 18, lines: 40, text: 80, drawing: 90 } as const;
const fewestPlaces = 5;
const mostPlaces = 8;

const placeOf = (letter: string | undefined) => (letter ? letter.charCodeAt(0) - 65 : -1);
const frame = (height: number): PaperShape => ({ question: { kind: 'field', height }, read: null });
const idsOf = (things: readonly { id: string }[]) => things.map(({ id }) => id);

/** @returns null for a part that asks nothing */
export function shapeOf(part: Part): PaperShape | null {
  switch (part.kind) {
    case 'single-choice':
      return oneOf(idsOf(part.choices));
    case 'true-false':
      return oneOf(['true', 'false']);
    case 'multiple-choice':
      return someOf(idsOf(part.choices));
    case 'survey':
      return surveyShape(part);
    case 'numeric':
      return part.key.unitRequired ? frame(heights.line) : numberWith(part.key.value.length);
    case 'matching':
      return pairsOf(idsOf(part.left), () => idsOf(part.right));
    case 'sorting':
      return pairsOf(idsOf(part.choices), () => idsOf(part.groups));
    case 'grid':
      return pairsOf(idsOf(part.rows), () => idsOf(part.columns), part.many);
    case 'inline-choice': {
      const choices = new Map(part.gaps.map((gap) => [gap.id, idsOf(gap.choices)]));
      return pairsOf(idsOf(part.gaps), (gap) => choices.get(gap) ?? []);
    }
    case 'ordering':
      return orderOf(idsOf(part.choices));
    case 'short-text':
    case 'expression':
      return frame(heights.line);
    case 'words-in-text':
    case 'places':
    case 'fraction-model':
    case 'number-line':
      return frame(heights.lines);
    case 'long-text':
    case 'fill-table':
    case 'steps':
      return frame(heights.text);
    case 'drawing':
    case 'upload':
    case 'coordinate-plane':
    case 'plot':
      return frame(heights.drawing);
    case 'information':
      return null;
  }
}

function surveyShape({ style, choices }: Extract<Part, { kind: 'survey' }>): PaperShape {
  if (style === 'words') return frame(heights.lines);
  return choicesOf(idsOf(choices), style === 'many', (chosen) => chosen);
}

const oneOf = (ids: readonly string[]) => choicesOf(ids, false, ([chosen]) => chosen ?? null);
const someOf = (ids: readonly string[]) => choicesOf(ids, true, (chosen) => chosen);

function choicesOf(
  ids: readonly string[],
  several: boolean,
  response: (chosen: string[]) => unknown,
): PaperShape {
  if (ids.length > mostChoicesOnPaper) return frame(heights.line);
  return {
    question: { kind: 'choices', choices: ids.length, several },
    read: ([marks = []]) => response(marks.flatMap((letter) => ids[placeOf(letter)] ?? [])),
  };
}

/** @param length of the right number as it is written; there is room for some places more */
function numberWith(length: number): PaperShape {
  const places = Math.min(mostPlaces, Math.max(fewestPlaces, length + 2));
  return {
    question: { kind: 'number', places },
    read: (rows) => rows.flat().join('').replaceAll('−', '-'),
  };
}

/** @param columnsOf the choices of a row; the widest row says how many columns there are */
function pairsOf(
  rows: readonly string[],
  columnsOf: (row: string) => readonly string[],
  several = false,
): PaperShape {
  const columns = Math.max(...rows.map((row) => columnsOf(row).length));
  if (rows.length > mostRows || columns > mostColumns) return frame(heights.lines);
  return {
    question: { kind: 'grid', rows: rows.length, columns: Math.max(2, columns), several },
    read: (marked) =>
      rows.flatMap((row, index) =>
        (marked[index] ?? []).flatMap((letter) => {
          const column = columnsOf(row)[placeOf(letter)];
          return column === undefined ? [] : `${row} ${column}`;
        }),
      ),
  };
}

/** A row for each place, in which the thing is marked that stands there. */
function orderOf(ids: readonly string[]): PaperShape {
  if (ids.length > mostColumns) return frame(heights.lines);
  return {
    question: { kind: 'grid', rows: ids.length, columns: ids.length, several: false },
    read: (marked) => marked.flatMap(([letter]) => ids[placeOf(letter)] ?? []),
  };
}

/** How somebody fills in a part: what a booklet has to explain. */
export type SheetKind = 'choices' | 'true-false' | 'number' | 'pairs' | 'order' | 'gaps' | 'frame';

/** @returns null for a part that asks nothing */
export function sheetKindOf(part: Part): SheetKind | null {
  const kind = shapeOf(part)?.question.kind;
  switch (kind) {
    case undefined:
      return null;
    case 'field':
      return 'frame';
    case 'number':
      return 'number';
    case 'choices':
      return part.kind === 'true-false' ? 'true-false' : 'choices';
    case 'grid':
      if (part.kind === 'ordering') return 'order';
      return part.kind === 'inline-choice' ? 'gaps' : 'pairs';
  }
}
