/** All kinds of part. A new interaction is one module here, its two types below, and a line in `list.ts`. */
import { z } from 'zod';
import type { Kind, PartBase } from '../kind/kind';
import { kinds } from './list';
import type { Drawing, SittingDrawing } from './drawing';
import type { Expression, SittingExpression } from './expression';
import type { Grid, SittingGrid } from './grid';
import type { Information, SittingInformation } from './information';
import type { InlineChoice, SittingInlineChoice } from './inline-choice';
import type { LongText, SittingLongText } from './long-text';
import type { Matching, SittingMatching } from './matching';
import type { MultipleChoice, SittingMultipleChoice } from './multiple-choice';
import type { Numeric, SittingNumeric } from './numeric';
import type { Ordering, SittingOrdering } from './ordering';
import type { Places, SittingPlaces } from './places';
import type { ShortText, SittingShortText } from './short-text';
import type { SingleChoice, SittingSingleChoice } from './single-choice';
import type { SittingSorting, Sorting } from './sorting';
import type { SittingSurvey, Survey } from './survey';
import type { SittingTrueFalse, TrueFalse } from './true-false';
import type { SittingUpload, Upload } from './upload';
import type { SittingWordsInText, WordsInText } from './words-in-text';
import type { SittingCoordinatePlane, CoordinatePlane } from './coordinate-plane';
import type { SittingFillTable, FillTable } from './fill-table';
import type { SittingFractionModel, FractionModel } from './fraction-model';
import type { SittingNumberLine, NumberLine } from './number-line';
import type { SittingPlot, Plot } from './plot';
import type { SittingSteps, Steps } from './steps';
import { sentence } from './sentences';

export type Part =
  | SingleChoice
  | MultipleChoice
  | TrueFalse
  | InlineChoice
  | ShortText
  | Numeric
  | Expression
  | LongText
  | Matching
  | Sorting
  | Ordering
  | WordsInText
  | Places
  | Grid
  | Steps
  | Plot
  | NumberLine
  | FractionModel
  | FillTable
  | CoordinatePlane
  | Drawing
  | Upload
  | Survey
  | Information;
export type SittingPart =
  | SittingSingleChoice
  | SittingMultipleChoice
  | SittingTrueFalse
  | SittingInlineChoice
  | SittingShortText
  | SittingNumeric
  | SittingExpression
  | SittingLongText
  | SittingMatching
  | SittingSorting
  | SittingOrdering
  | SittingWordsInText
  | SittingPlaces
  | SittingGrid
  | SittingSteps
  | SittingPlot
  | SittingNumberLine
  | SittingFractionModel
  | SittingFillTable
  | SittingCoordinatePlane
  | SittingDrawing
  | SittingUpload
  | SittingSurvey
  | SittingInformation;
export type PartKind = Part['kind'];

export { kinds };

export const partKinds = Object.keys(kinds) as [PartKind, ...PartKind[]];

type AnyPart = z.core.$ZodTypeDiscriminable & z.ZodType<Part>;
const schemas = partKinds.map((kind) => kinds[kind].part) as unknown as [AnyPart, ...AnyPart[]];

export const part: z.ZodType<Part> = z.discriminatedUnion('kind', schemas, {
  error: ({ input }) => {
    const given = (input as { kind?: unknown } | null)?.kind;
    return given === undefined
      ? sentence('partDoesNotSayIts')
      : sentence('thereIsNoKindPart', { given: String(given) });
  },
}) as unknown as z.ZodType<Part>;

/** The kind of `part`, typed for any part: the registry guarantees that they belong together. */
export function kindOf(part: { kind: PartKind }): Kind<Part, unknown, SittingPart & PartBase> {
  return kinds[part.kind] as unknown as Kind<Part, unknown, SittingPart & PartBase>;
}

export type * from './drawing';
export type * from './expression';
export type * from './grid';
export type * from './steps';
export type * from './plot';
export type * from './number-line';
export type * from './fraction-model';
export type * from './fill-table';
export type * from './coordinate-plane';
export type * from './information';
export type * from './inline-choice';
export type * from './long-text';
export type * from './matching';
export type * from './multiple-choice';
export type * from './numeric';
export type * from './ordering';
export type * from './places';
export type * from './short-text';
export type * from './single-choice';
export type * from './sorting';
export type * from './survey';
export type * from './true-false';
export type * from './upload';
export type * from './words-in-text';
export { figureNames, plainFigure, pointsOfFigure, type Figure, type FigureName } from './figures';
export { amountOf, marksOf, settableOn, type Axis } from './amounts';
export { figureInWords } from './coordinate-plane';
export { placeOfCell } from './fill-table';
export { lineMarkInWords } from './number-line';
export { followingLines } from './steps';
