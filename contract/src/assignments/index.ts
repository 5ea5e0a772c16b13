import { assignmentRules } from '@oaken/core/assignments';
import { z } from 'zod';
import { clientKey, endpoint, id, idInPath, instant } from '../define';

export const lateRule = z.discriminatedUnion('late', [
  z.strictObject({ late: z.literal('no') }),
  z.strictObject({ late: z.literal('until'), until: instant }),
]);

export const assignmentRow = z.object({
  id,
  testId: id,
  title: z.string(),
  kind: z.string(),
  classes: z.array(z.object({ id, name: z.string() })),
  items: z.number(),
  points: z.number(),
  opensAt: instant,
  closesAt: instant.nullable(),
  lateUntil: instant.nullable(),
  rules: assignmentRules,
  releasedAt: instant.nullable(),
  given: z.number(),
  notBegun: z.number(),
  working: z.number(),
  handedIn: z.number(),
  /** Mean share of the points of those who handed in. */
  meanShare: z.number().nullable(),
});
export type AssignmentRow = z.infer<typeof assignmentRow>;

export const listAssignments = endpoint({
  method: 'GET',
  path: '/api/assignments',
  who: 'teacher',
  does: 'Lists the assignments to my classes, by closing time.',
  answer: z.object({ assignments: z.array(assignmentRow) }),
});

export const giveAssignment = endpoint({
  method: 'POST',
  path: '/api/assignments',
  who: 'teacher',
  does: 'Gives a test, as it stands now, to classes.',
  body: z.strictObject({
    clientKey,
    testId: id,
    /** The test's version that the slip spoke of. */
    testVersion: z.int().positive(),
    classIds: z.array(id).min(1, 'Choose at least one class.').max(50),
    /** Null: now. */
    opensAt: instant.nullable(),
    closesAt: instant.nullable(),
    lateRule,
    rules: assignmentRules,
    /** The forms that are dealt in turn; null is the first one. */
    forms: z.array(z.string().max(24).nullable()).min(1, 'Choose at least one form.').max(6).default([null]),
  }),
  answer: z.object({ id, students: z.number() }),
});

const assignmentId = z.object({ assignmentId: idInPath });

export const takeBackAssignment = endpoint({
  method: 'DELETE',
  path: '/api/assignments/:assignmentId',
  who: 'teacher',
  does: 'Takes an assignment back that nobody has begun.',
  params: assignmentId,
  answer: z.object({}),
});

export const releaseAssignment = endpoint({
  method: 'POST',
  path: '/api/assignments/:assignmentId/release',
  who: 'teacher',
  does: 'Lets students see scores and answers now, or takes that back.',
  params: assignmentId,
  body: z.strictObject({ released: z.boolean() }),
  answer: z.object({ releasedAt: instant.nullable() }),
});
