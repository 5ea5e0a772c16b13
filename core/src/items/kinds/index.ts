/** All kinds of part. A new interaction is one module here and one line in each list. */
import { z } from 'zod';
import type { Kind, PartBase } from '../kind/kind';
import { drawing, type Drawing, type SittingDrawing } from './drawing';
import { grid, type Grid, type SittingGrid } from './grid';
import { information, type Information, type SittingInformation } from './information';
import { inlineChoice, type InlineChoice, type SittingInlineChoice } from './inline-choice';
import { longText, type LongText, type SittingLongText } from './long-text';
import { matching, type Matching, type SittingMatching } from './matching';
import { multipleChoice, type MultipleChoice, type SittingMultipleChoice } from './multiple-choice';
import { numeric, type Numeric, type SittingNumeric } from './numeric';
import { ordering, type Ordering, type SittingOrdering } from './ordering';
import { places, type Places, type SittingPlaces } from './places';
import { shortText, type ShortText, type SittingShortText } from './short-text';
import { singleChoice, type SingleChoice, type SittingSingleChoice } from './single-choice';
import { sorting, type SittingSorting, type Sorting } from './sorting';
import { survey, type SittingSurvey, type Survey } from './survey';
import { trueFalse, type SittingTrueFalse, type TrueFalse } from './true-false';
import { upload, type SittingUpload, type Upload } from './upload';
import { wordsInText, type SittingWordsInText, type WordsInText } from './words-in-text';

export type Part =
  | SingleChoice
  | MultipleChoice
  | TrueFalse
  | InlineChoice
  | ShortText
  | Numeric
  | LongText
  | Matching
  | Sorting
  | Ordering
  | WordsInText
  | Places
  | Grid
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
  | SittingLongText
  | SittingMatching
  | SittingSorting
  | SittingOrdering
  | SittingWordsInText
  | SittingPlaces
  | SittingGrid
  | SittingDrawing
  | SittingUpload
  | SittingSurvey
  | SittingInformation;
export type PartKind = Part['kind'];

/** In the order in which an author is offered them. */
export const kinds = {
  'single-choice': singleChoice,
  'multiple-choice': multipleChoice,
  'true-false': trueFalse,
  numeric,
  'short-text': shortText,
  'long-text': longText,
  'inline-choice': inlineChoice,
  matching,
  sorting,
  ordering,
  grid,
  'words-in-text': wordsInText,
  places,
  drawing,
  upload,
  survey,
  information,
} as const;

export const partKinds = Object.keys(kinds) as [PartKind, ...PartKind[]];

type AnyPart = z.core.$ZodTypeDiscriminable & z.ZodType<Part>;
const schemas = partKinds.map((kind) => kinds[kind].part) as unknown as [AnyPart, ...AnyPart[]];

export const part: z.ZodType<Part> = z.discriminatedUnion('kind', schemas, {
  error: ({ input }) => {
    const given = (input as { kind?: unknown } | null)?.kind;
    return given === undefined
      ? 'The part does not say its kind.'
      : `There is no kind of part “${String(given)}”.`;
  },
}) as unknown as z.ZodType<Part>;

/** The kind of `part`, typed for any part: the registry guarantees that they belong together. */
export function kindOf(part: { kind: PartKind }): Kind<Part, unknown, SittingPart & PartBase> {
  return kinds[part.kind] as unknown as Kind<Part, unknown, SittingPart & PartBase>;
}

export type * from './drawing';
export type * from './grid';
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
