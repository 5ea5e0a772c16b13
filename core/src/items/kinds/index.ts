/** All kinds of part. A new interaction is one module here and one line in each list. */
import { z } from 'zod';
import type { Kind, PartBase } from '../kind';
import { multipleChoice, type MultipleChoice, type SittingMultipleChoice } from './multiple-choice';
import { numeric, type Numeric, type SittingNumeric } from './numeric';
import { shortText, type ShortText, type SittingShortText } from './short-text';
import { singleChoice, type SingleChoice, type SittingSingleChoice } from './single-choice';
import { trueFalse, type SittingTrueFalse, type TrueFalse } from './true-false';

export type Part = SingleChoice | MultipleChoice | TrueFalse | Numeric | ShortText;
export type SittingPart =
  SittingSingleChoice | SittingMultipleChoice | SittingTrueFalse | SittingNumeric | SittingShortText;
export type PartKind = Part['kind'];

export const kinds = {
  'single-choice': singleChoice,
  'multiple-choice': multipleChoice,
  'true-false': trueFalse,
  numeric,
  'short-text': shortText,
} as const;

export const partKinds = Object.keys(kinds) as [PartKind, ...PartKind[]];

type AnyPart = z.core.$ZodTypeDiscriminable & z.ZodType<Part>;
const schemas = partKinds.map((kind) => kinds[kind].part) as unknown as [AnyPart, ...AnyPart[]];

export const part: z.ZodType<Part> = z.discriminatedUnion('kind', schemas, {
  error: ({ input }) => {
    const given = (input as { kind?: unknown } | null)?.kind;
    return given === undefined ? 'The part does not say its kind.' : `There is no kind of part “${String(given)}”.`;
  },
}) as unknown as z.ZodType<Part>;

/** The kind of `part`, typed for any part: the registry guarantees that they belong together. */
export function kindOf(part: { kind: PartKind }): Kind<Part, unknown, SittingPart & PartBase> {
  return kinds[part.kind] as unknown as Kind<Part, unknown, SittingPart & PartBase>;
}

export type { MultipleChoice, Numeric, ShortText, SingleChoice, TrueFalse };
export type { SittingMultipleChoice, SittingNumeric, SittingShortText, SittingSingleChoice, SittingTrueFalse };
