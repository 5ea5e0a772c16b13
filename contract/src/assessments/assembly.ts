import { blueprint } from '@oaken/core/assembly';
import { z } from 'zod';
import { endpoint, id, idInPath, roomy } from '../endpoint/define';
import { itemRow } from '../banks/search';

const testId = z.object({ testId: idInPath });

export const shortfall = z.object({
  what: z.enum(['short', 'over', 'minutes', 'by-hand']),
  by: z.number(),
  /** The form, from 0. */
  form: z.number(),
  row: z.number().optional(),
  column: z.number().optional(),
});

/** What each form amounts to; see `FormFigures` in core/assembly. */
export const formFigures = z.object({
  items: z.number(),
  points: z.number(),
  expected: z.number(),
  spread: z.number(),
  minutes: z.number(),
  byHand: z.number(),
  unknown: z.number(),
  shared: z.number(),
  otherPoints: z.number(),
  depths: z.array(z.tuple([z.number(), z.number()])),
  standards: z.array(z.tuple([z.number(), z.number()])),
});

/** What was reached, and what no other choice from the same candidates can pass. */
const claim = z.object({ value: z.number(), bound: z.number() });

/** One line of the answer to `fillBlueprint`. */
export const fillLine = z.discriminatedUnion('line', [
  z.object({
    line: z.literal('step'),
    what: z.enum(['reading', 'fitting', 'balancing']),
    candidates: z.number(),
  }),
  z.object({
    line: z.literal('done'),
    /** The items of each form; those in the same place of two forms can stand for each other. */
    forms: z.array(z.array(itemRow)),
    shortfalls: z.array(shortfall),
    /** Whether less cannot be missed. */
    nearest: z.boolean(),
    figures: z.array(formFigures),
    /** Points by which expected scores miss their aim and each other; null when nothing was aimed at. */
    score: claim.nullable(),
    /** Sum of the items' item-rest correlations; null for several forms. */
    sharpness: claim.nullable(),
    /** Items that were left aside because their difficulty is not known. */
    unknown: z.number(),
    candidates: z.number(),
    seconds: z.number(),
  }),
  z.object({ line: z.literal('failed'), words: z.string() }),
]);
export type FillLine = z.infer<typeof fillLine>;
export type Filled = Extract<FillLine, { line: 'done' }>;

export const longestFill = 60;

export const fillBlueprint = endpoint({
  method: 'POST',
  path: '/api/tests/:testId/fill',
  who: 'teacher',
  does: 'Finds the items that fill a blueprint best. Answers in lines of JSON as it goes on; closing the connection stops it.',
  params: testId,
  largest: roomy,
  body: z.strictObject({
    blueprint,
    /** Items that must be in the first form. */
    keep: z.array(id).max(200),
    forms: z.int().min(1).max(3),
    seconds: z.number().min(1).max(longestFill),
  }),
  answer: fillLine,
});
