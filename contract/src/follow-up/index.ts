/** Practice for those who missed something: groups with their evidence, and a test for each. */
import { z } from 'zod';
import { clientKey, endpoint, id, idInPath, roomy } from '../endpoint/define';
import { gatherings } from '../results/standards';
import { sentence } from './sentences';

const params = z.object({ assignmentId: idInPath });

const group = z.object({
  codes: z.array(z.string()),
  students: z.array(
    z.object({
      id,
      name: z.string(),
      class: z.string(),
      /** What they earned on each of the group's standards; null where they were not asked. */
      evidence: z.array(
        z.object({ code: z.string(), share: z.number().nullable(), items: z.number() }),
      ),
    }),
  ),
  /** For each standard: items of my banks that none of them has met. */
  available: z.array(z.object({ code: z.string(), items: z.number() })),
});

export const readFollowUp = endpoint({
  method: 'GET',
  path: '/api/assignments/:assignmentId/follow-up',
  who: 'teacher',
  does: 'Groups the students of an assignment by the standards or tags that they missed, with the evidence.',
  params,
  query: z.object({
    /** Missed below this percentage. */
    below: z.coerce.number().min(1).max(100).default(60),
    over: z.enum(['this', 'all']).default('this'),
    by: z.enum(gatherings).default('standard'),
    groups: z.coerce.number().int().min(1).max(12).default(5),
  }),
  answer: z.object({
    statements: z.array(z.object({ code: z.string(), statement: z.string() })),
    groups: z.array(group),
    /** Students who missed nothing. */
    secure: z.number(),
  }),
});

export const makeFollowUp = endpoint({
  method: 'POST',
  path: '/api/assignments/:assignmentId/follow-up',
  who: 'teacher',
  does: 'Makes a short practice test for each group, from items that none of its students has met, ready to assign.',
  params,
  largest: roomy,
  body: z.strictObject({
    clientKey,
    each: z.int().min(1).max(10),
    by: z.enum(gatherings).default('standard'),
    groups: z
      .array(
        z.strictObject({
          name: z.string().trim().min(1, sentence('giveGroupName')).max(80),
          codes: z.array(z.string().min(1).max(60)).min(1).max(8),
          students: z.array(id).min(1).max(300),
        }),
      )
      .min(1)
      .max(12),
  }),
  answer: z.object({
    made: z.array(
      z.object({
        name: z.string(),
        testId: id,
        items: z.number(),
        /** Standards for which there was nothing that they have not met. */
        without: z.array(z.string()),
        students: z.array(id),
        /** The groups that were made in their classes. */
        groupIds: z.array(id),
      }),
    ),
  }),
});
