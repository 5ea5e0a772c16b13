import { itemContent } from '@oaken/core/items';
import { z } from 'zod';
import { assignmentRow } from '../assignments';
import { endpoint, id, idInPath, instant } from '../define';

export const figure = z.union([z.object({ value: z.number() }), z.object({ value: z.null(), reason: z.string() })]);

export const optionResult = z.object({
  id: z.string(),
  label: z.string(),
  right: z.boolean(),
  mistake: z.string().optional(),
  n: z.number(),
  share: z.number(),
  upper: z.number().nullable(),
  lower: z.number().nullable(),
  correlation: figure,
});

export const itemResult = z.object({
  entry: z.string(),
  number: z.number(),
  itemId: id,
  revisionId: id,
  content: itemContent,
  standards: z.array(z.string()),
  most: z.number(),
  n: z.number(),
  facility: figure,
  interval: z.tuple([z.number(), z.number()]).nullable(),
  itemRest: figure,
  itemTotal: figure,
  upperLower: figure,
  band: z.string().nullable(),
  alphaWithout: figure,
  /** For the first part that has choices. */
  options: z.array(optionResult),
  /** Free answers that earned nothing, most frequent first. */
  wrongAnswers: z.array(z.object({ answer: z.string(), n: z.number() })),
  blank: z.number(),
  flags: z.array(z.object({ kind: z.string(), title: z.string(), reason: z.string(), option: z.string().optional() })),
});
export type ItemResult = z.infer<typeof itemResult>;

export const studentResult = z.object({
  id,
  rollNumber: z.number(),
  name: z.string(),
  class: z.string(),
  state: z.enum(['not-begun', 'working', 'handed-in']),
  handedInBy: z.enum(['student', 'server', 'teacher']).nullable(),
  handedInAt: instant.nullable(),
  late: z.boolean(),
  /** Answers that were written before the end and arrived after it. */
  lateAnswers: z.number(),
  /** Handed in on a device without network, and arrived then. */
  arrivedAt: instant.nullable(),
  seconds: z.number().nullable(),
  points: z.number().nullable(),
  /** What the student could earn, by the items that they were given; null until handed in. */
  most: z.number().nullable(),
  /** One cell for each entry, in the edition's order; null where the student's form or draw does not have it. */
  cells: z.array(
    z
      .object({
        /** Share earned, null where not reached. */
        share: z.number().nullable(),
        points: z.number(),
        said: z.string(),
        /** A teacher has still to mark it. */
        waits: z.boolean(),
      })
      .nullable(),
  ),
});
export type StudentResult = z.infer<typeof studentResult>;

export const resultsAnswer = z.object({
  assignment: assignmentRow,
  /** Whether anything can still arrive. */
  complete: z.boolean(),
  caution: z.string().nullable(),
  groupSize: z.number(),
  spread: z.object({
    n: z.number(),
    mean: figure,
    median: figure,
    sd: figure,
    lowerQuartile: figure,
    upperQuartile: figure,
    min: figure,
    max: figure,
  }),
  reliability: z.object({
    alpha: figure,
    kr20: figure,
    kr21: figure,
    splitHalf: figure,
    standardError: figure,
  }),
  seconds: z.object({ median: figure }),
  items: z.array(itemResult),
  students: z.array(studentResult),
});
export type ResultsAnswer = z.infer<typeof resultsAnswer>;

const assignmentId = z.object({ assignmentId: idInPath });

export const readResults = endpoint({
  method: 'GET',
  path: '/api/assignments/:assignmentId/results',
  who: 'teacher',
  does: 'Gives the results of an assignment by item and by student.',
  params: assignmentId,
  answer: resultsAnswer,
});

/** Answers with text/csv (RFC 4180), not JSON. */
export const exportResults = endpoint({
  method: 'GET',
  path: '/api/assignments/:assignmentId/results.csv',
  who: 'teacher',
  does: 'Exports the results as CSV, by student or by item.',
  params: assignmentId,
  query: z.object({ by: z.enum(['students', 'items']).default('students') }),
  answer: z.string(),
});
