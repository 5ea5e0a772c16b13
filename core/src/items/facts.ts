import { z } from 'zod';
import { sentence } from './sentences';

const line = (limit: number, what: string) =>
  z.string().trim().max(limit, sentence('isLongerThanCharacters', { what, limit }));

/** What is known about an item beside its content; by it the item is found. */
export const itemFacts = z.strictObject({
  subject: line(60, sentence('theSubject')).min(1, sentence('sayWhichSubjectBelongsTo')),
  grades: z.array(z.int().min(0).max(13)).max(14),
  /** Ids of standards. */
  standards: z.array(z.int().positive()).max(20, sentence('moreThan20Standards')),
  /** Depth of knowledge: 1 recall, 2 skill, 3 strategic thinking, 4 extended thinking. */
  depth: z.int().min(1).max(4).nullable(),
  /** How long a student is expected to need. */
  seconds: z
    .int()
    .min(5, sentence('fiveSecondsAtLeast'))
    .max(7200, sentence('twoHoursAtMost'))
    .nullable(),
  tags: z
    .array(line(60, sentence('aTag')).min(1))
    .max(20, sentence('moreThan20Tags'))
    .transform((tags) => [...new Set(tags.map((tag) => tag.toLowerCase()))]),
  author: line(200, sentence('theAuthor')),
  licence: line(120, sentence('theLicense')),
});
export type ItemFacts = z.infer<typeof itemFacts>;
