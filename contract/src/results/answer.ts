/** Results as the pages read them: of an assignment, or of answers that were brought in. */
import { itemContent } from '@oaken/core/items';
import { z } from 'zod';
import { handedInBy } from '../attempts';
import { assignmentRow } from '../assignments';
import { id, idInPath, instant, instantInQuery, shortId } from '../endpoint/define';
import { figure } from './figure';

export const optionResult = z.object({
  id: z.string(),
  label: z.string(),
  right: z.boolean(),
  misconception: z.string().optional(),
  n: z.number(),
  share: z.number(),
  upper: z.number().nullable(),
  lower: z.number().nullable(),
  correlation: figure,
});

const wrongAnswer = z.object({
  answer: z.string(),
  n: z.number(),
  misconception: z.string().optional(),
  chosen: z.boolean(),
  part: z.string(),
  response: z.unknown(),
});

/** How the variants of a question went, and whether they differed by more than chance. */
export const variantsResult = z.object({
  /** How many different ones were given. */
  given: z.number(),
  /** Variants of like work on paper together, the least first. */
  groups: z.array(
    z.object({
      steps: z.tuple([z.number(), z.number()]),
      example: z.string(),
      n: z.number(),
      share: z.number(),
    }),
  ),
  chiSquare: figure,
  /** In one sentence. */
  words: z.string(),
});

export const itemResult = z.object({
  entry: z.string(),
  number: z.number(),
  /** Null for what was brought in from elsewhere. */
  itemId: id.nullable(),
  content: itemContent.nullable(),
  stem: z.string(),
  /** Of a question that makes itself: whether its variants differed. */
  variants: variantsResult.nullable(),
  /** Points, an opinion that cannot be wrong, or nothing but to be read. */
  asks: z.enum(['points', 'opinion', 'nothing']),
  standards: z.array(z.string()),
  maxPoints: z.number(),
  override: z.enum(['full-credit', 'dropped']).nullable(),
  n: z.number(),
  facility: figure,
  interval: z.tuple([z.number(), z.number()]).nullable(),
  itemRest: figure,
  itemTotal: figure,
  upperLower: figure,
  band: z.string().nullable(),
  alphaIfItemDeleted: figure,
  /** For the first part that has choices. */
  options: z.array(optionResult),
  /** First answers that earned nothing in their part, the same ones together, most frequent first. */
  wrongAnswers: z.array(wrongAnswer),
  blank: z.number(),
  /** Of a practice: how many were right at once, later, or had the answer shown. */
  practice: z
    .object({ first: z.number(), later: z.number(), shown: z.number(), hints: z.number() })
    .nullable(),
  /** Half of the students took longer, in ms. */
  time: figure,
  flags: z.array(
    z.object({
      kind: z.string(),
      title: z.string(),
      reason: z.string(),
      option: z.string().optional(),
    }),
  ),
});
export type ItemResult = z.infer<typeof itemResult>;

export const cell = z.object({
  /** Share earned; null where not reached, excused or left out. */
  share: z.number().nullable(),
  points: z.number(),
  responseText: z.string(),
  /** A teacher has still to mark it. */
  needsMarking: z.boolean(),
  excused: z.boolean().optional(),
  /** Of a practice, where there was more than one. */
  tries: z.number().optional(),
});
export type StudentCell = z.infer<typeof cell>;

export const studentResult = z.object({
  id,
  attemptId: id.nullable(),
  rosterNumber: z.number(),
  name: z.string(),
  class: z.string(),
  state: z.enum(['not-begun', 'working', 'handed-in']),
  handedInBy: handedInBy.nullable(),
  handedInAt: instant.nullable(),
  late: z.boolean(),
  /** Answers that were written before the end and arrived after it. */
  lateAnswers: z.number(),
  /** Late answers that wait until the teacher has looked. */
  lateWaiting: z.number(),
  /** Handed in on a device without network, and arrived then. */
  arrivedAt: instant.nullable(),
  seconds: z.number().nullable(),
  /** Which attempt this is, of how many. */
  attempt: z.number(),
  attempts: z.number(),
  tries: z.number(),
  hints: z.number(),
  /** The whole work is not scored. */
  excused: z.boolean(),
  form: z.string().nullable(),
  points: z.number().nullable(),
  /** What the student could earn, by the items that they were given; null until handed in. */
  maxPoints: z.number().nullable(),
  /** The bands within one standard error of the score, the highest first; one where the score is sure of it. */
  bands: z.array(z.string()),
  /** One cell for each entry, in the edition's order; null where the student's form or draw does not have it. */
  cells: z.array(cell.nullable()),
});
export type StudentResult = z.infer<typeof studentResult>;

const compared = z.object({
  name: z.string(),
  n: z.number(),
  mean: figure,
  sd: figure,
  /** By item, in the order of the items. */
  facilities: z.array(z.number().nullable()),
});

export const attemptChoices = [
  'counting',
  'best',
  'latest',
  'first',
  'mean',
  'worst',
  'all',
] as const;

const millis = instantInQuery;

/** Whose work is read, and which of it. */
export const resultsQuery = z.object({
  classId: idInPath.optional(),
  groupId: idInPath.optional(),
  /** The id of a form; empty for the first one. */
  form: shortId.optional(),
  attempt: z.enum(attemptChoices).default('counting'),
  /** Handed in from this instant on, and before that one. */
  from: millis.optional(),
  to: millis.optional(),
});
export type ResultsQuery = z.infer<typeof resultsQuery>;

export const resultsAnswer = z.object({
  title: z.string(),
  /** Null for answers that were gathered elsewhere. */
  assignment: assignmentRow.nullable(),
  mayChange: z.boolean(),
  points: z.number(),
  filters: z.object({
    classes: z.array(z.object({ id, name: z.string() })),
    groups: z.array(z.object({ id, name: z.string() })),
    forms: z.array(z.object({ id: z.string(), name: z.string() })),
    /** Somebody made more than one attempt. */
    attempts: z.boolean(),
  }),
  practice: z.boolean(),
  /** Nothing can arrive any more. */
  complete: z.boolean(),
  /** Students whose answer sheet is not back, and marks and pages that a person has to look at. */
  onPaper: z.object({ out: z.number(), toLookAt: z.number() }),
  caution: z.string().nullable(),
  groupSize: z.number(),
  bands: z.array(z.object({ name: z.string(), from: z.number() })),
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
  /** The same in shares of what each student could earn. */
  /** What the figures leave out, and what they count as nothing. */
  left: z.object({
    /** Students whose work waits for marks, and the responses that do: not in mean, spread and reliability. */
    waiting: z.number(),
    responses: z.number(),
    /** Students whose work is not scored: in no figure. */
    excused: z.number(),
    /** Responses that were not reached: nothing in scores, and not in facility. */
    notReached: z.number(),
  }),
  meanShare: figure,
  reliability: z.object({
    alpha: figure,
    kr20: figure,
    kr21: figure,
    splitHalf: figure,
    standardError: figure,
  }),
  seconds: z.object({ median: figure, lowerQuartile: figure, upperQuartile: figure }),
  items: z.array(itemResult),
  students: z.array(studentResult),
  compare: z.object({ classes: z.array(compared), forms: z.array(compared) }),
});
export type ResultsAnswer = z.infer<typeof resultsAnswer>;
