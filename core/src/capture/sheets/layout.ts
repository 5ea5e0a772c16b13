/** What is asked for on answer sheets, and whose they are; `npm run -s sheets` reads it from a file. */
import { z } from 'zod';
import { paperNames } from '../paper';

export const mostSheet = 65_535;
export const mostNumber = 99;
export const mostChoicesOnPaper = 8;
const mostQuestions = 200;
/** Millimeters; the shorter of the papers has no more. */
const tallestField = 200;
const mostSheets = 400;

const id = z.string().trim().min(1).max(6);

export const sheetQuestion = z.discriminatedUnion('kind', [
  /** One row of bubbles, A to H. */
  z.strictObject({
    id,
    kind: z.literal('choices'),
    choices: z.int().min(2).max(mostChoicesOnPaper),
    /** More than one may be right. */
    several: z.boolean().default(false),
  }),
  /** A row of bubbles for each place: sign, point, bar of a fraction, digits. */
  z.strictObject({ id, kind: z.literal('number'), places: z.int().min(1).max(10).default(6) }),
  /** A row of letters for each thing that is matched or sorted. */
  z.strictObject({
    id,
    kind: z.literal('grid'),
    rows: z.int().min(1).max(20),
    columns: z.int().min(2).max(10),
    several: z.boolean().default(false),
  }),
  /** A frame to write or draw in, over the whole width. */
  z.strictObject({ id, kind: z.literal('field'), height: z.number().min(15).max(tallestField) }),
]);
export type SheetQuestion = z.infer<typeof sheetQuestion>;

export const sheetLayout = z
  .strictObject({
    paper: z.enum(paperNames).default('letter'),
    title: z.string().max(120).default(''),
    questions: z.array(sheetQuestion).min(1).max(mostQuestions),
    /** One for each student, and spares without a number. */
    sheets: z
      .array(
        z.strictObject({
          sheet: z.int().min(1).max(mostSheet),
          number: z.int().min(1).max(mostNumber).nullable().default(null),
          name: z.string().max(120).default(''),
          form: z.string().max(20).default(''),
        }),
      )
      .max(mostSheets)
      .default([]),
  })
  .refine(
    ({ questions }) => new Set(questions.map((question) => question.id)).size === questions.length,
    {
      message: 'Two questions have the same id.',
    },
  )
  .refine(({ sheets }) => new Set(sheets.map(({ sheet }) => sheet)).size === sheets.length, {
    message: 'Two sheets have the same number.',
  });
export type SheetLayout = z.infer<typeof sheetLayout>;
export type SheetOwner = SheetLayout['sheets'][number];
