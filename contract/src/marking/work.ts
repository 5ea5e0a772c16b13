/** What marking is about: parts that a person marks, answers to them, and marks. */
import type { Criterion, SittingPart } from '@oaken/core/items';
import { fileAddressPattern } from '@oaken/core/markup';
import { z } from 'zod';
import { id, idInPath, instant, shortId } from '../endpoint/define';
import { sentence } from './sentences';

/** The places of the levels that were given, by criterion. */
export const levels = z.record(shortId, z.int().min(0).max(7));

export const mark = z.object({
  points: z.number().nullable(),
  comment: z.string(),
  levels: levels.nullable(),
  /** The address of a spoken comment. */
  voice: z.string().nullable(),
  by: z.string(),
  at: instant,
  version: z.number(),
});

/** An answer kept with the rubric, without a name. */
export const anchor = z.object({
  id,
  response: z.unknown(),
  points: z.number(),
  levels: levels.nullable(),
  note: z.string(),
  by: z.string(),
  at: instant,
});
export type Anchor = z.infer<typeof anchor>;

/** One part of an item that is marked by hand, as its marker sees it. */
export const markedPart = z.object({
  entry: z.string(),
  part: z.string(),
  /** Of the item, in the test's own order. */
  number: z.number(),
  stem: z.string(),
  shown: z.looseObject({ id: z.string(), kind: z.string() }) as unknown as z.ZodType<SittingPart>,
  guide: z.string(),
  criteria: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      levels: z.array(z.object({ points: z.number(), words: z.string() })),
    }),
  ) as unknown as z.ZodType<Criterion[]>,
  maxPoints: z.number(),
  /** Answers kept to show what so many points mean, most points first. */
  anchors: z.array(anchor),
  /** Comments that were given on it, most used first. */
  comments: z.array(z.string()),
});
export type MarkedPart = z.infer<typeof markedPart>;

export const markedAnswer = z.object({
  entry: z.string(),
  part: z.string(),
  attemptId: id,
  /** Without names for a second marker. */
  student: z
    .object({ id, name: z.string(), className: z.string(), rosterNumber: z.number().nullable() })
    .nullable(),
  /** What was drawn for the student, where the question makes itself. */
  variant: z.string().optional(),
  response: z.unknown(),
  /** Of a text. */
  words: z.number().nullable(),
  mark: mark.nullable(),
});
export type MarkedAnswer = z.infer<typeof markedAnswer>;

/** What is to be marked: parts, and answers to them. */
export const markingWork = z.object({
  title: z.string(),
  mayMark: z.boolean(),
  parts: z.array(markedPart),
  answers: z.array(markedAnswer),
});
export type MarkingWork = z.infer<typeof markingWork>;

export const partPlace = z.object({ assignmentId: idInPath, entryId: shortId, partId: shortId });

export const marks = z.strictObject({
  /** The version of the mark that the page shows; 0 where there is none. */
  attempts: z
    .array(z.strictObject({ attemptId: id, version: z.int().min(0) }))
    .min(1)
    .max(1000),
  /** Null takes the mark back. With levels for every criterion, the points are theirs. */
  points: z.number().min(0, sentence('pointsCannotBeBelowZero')).max(1000).nullable(),
  levels: levels.nullable().default(null),
  comment: z.string().trim().max(2000, sentence('atMost2000Characters')),
});

/** A change of marks: what is absent stays as each of them has it. */
export const markChange = marks.extend({
  points: marks.shape.points.optional(),
  levels: levels.nullable().optional(),
  comment: marks.shape.comment.optional(),
  /** The address of a recording; null takes it away. */
  voice: z.string().regex(fileAddressPattern).nullable().optional(),
});

export const given = z.object({
  versions: z.array(z.object({ attemptId: id, version: z.number() })),
});
