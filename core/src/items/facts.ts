import { z } from 'zod';

const line = (limit: number, what: string) =>
  z.string().trim().max(limit, `${what} is longer than ${limit} characters.`);

/** What is known about an item beside its content; by it the item is found. */
export const itemFacts = z.strictObject({
  subject: line(60, 'The subject').min(1, 'Say which subject it belongs to.'),
  grades: z.array(z.int().min(0).max(13)).max(14),
  /** Ids of standards. */
  standards: z.array(z.int().positive()).max(20, 'More than 20 standards.'),
  /** Depth of knowledge: 1 recall, 2 skill, 3 strategic thinking, 4 extended thinking. */
  depth: z.int().min(1).max(4).nullable(),
  /** How long a student is expected to need. */
  seconds: z.int().min(5, 'Five seconds at least.').max(7200, 'Two hours at most.').nullable(),
  tags: z
    .array(line(60, 'A tag').min(1))
    .max(20, 'More than 20 tags.')
    .transform((tags) => [...new Set(tags.map((tag) => tag.toLowerCase()))]),
  author: line(200, 'The author'),
  licence: line(120, 'The license'),
});
export type ItemFacts = z.infer<typeof itemFacts>;
