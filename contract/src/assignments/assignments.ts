import { assignmentRules } from '@oaken/core/assignments';
import { mostStandards } from '@oaken/core/assessments';
import { z } from 'zod';
import { clientKey, endpoint, id, idInPath, instant, roomy } from '../endpoint/define';
import { changeable, lateRule, wishes, who } from './wishes';
import { sentence } from './sentences';

export const standardCode = z.object({ id, code: z.string() });
export type StandardCode = z.infer<typeof standardCode>;

/** How many have it and how far they are. */
const account = {
  given: z.number(),
  notBegun: z.number(),
  working: z.number(),
  handedIn: z.number(),
  /** Mean share of the points of those who handed in and whose work is marked. */
  meanShare: z.number().nullable(),
};

export const assignmentRow = z.object({
  id,
  /** Null for what was asked in class and comes from no test. */
  testId: id.nullable(),
  title: z.string(),
  kind: z.string(),
  /** "class 6B and group Ratio table of 6D" */
  recipients: z.string(),
  classes: z.array(
    z.object({
      id,
      name: z.string(),
      /** When a teacher let it begin, where that is asked for. */
      letInAt: instant.nullable(),
    }),
  ),
  items: z.number(),
  points: z.number(),
  opensAt: instant,
  closesAt: instant.nullable(),
  lateRule,
  rules: assignmentRules,
  releasedAt: instant.nullable(),
  stoppedAt: instant.nullable(),
  /** When the last student's window ends, accommodations and own times included; null: never. */
  lastEnd: instant.nullable(),
  ...account,
  /** The same for the students of each of its classes. */
  byClass: z.array(z.object({ classId: id, ...account })),
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
  does: 'Gives a test, as it stands now, to classes, groups, students and guests.',
  largest: roomy,
  body: wishes.extend({
    clientKey,
    testId: id,
    /** The test's version that the slip spoke of. */
    testVersion: z.int().positive(),
    /** The draft that it was; it is gone once given. */
    draftId: id.nullable().default(null),
  }),
  answer: z.object({ id, students: z.number(), link: z.string().nullable() }),
});

const assignmentId = z.object({ assignmentId: idInPath });

const assigned = z.object({
  studentId: id,
  name: z.string(),
  className: z.string(),
  rosterNumber: z.number().nullable(),
  /** Came by the link and is not tied to a student yet. */
  guest: z.boolean(),
  form: z.string().nullable(),
  state: z.enum(['not-begun', 'working', 'handed-in', 'withdrawn']),
  attempts: z.number(),
  /** What the student's accommodations do, in words; fixed once begun. */
  accommodations: z.string(),
  /** A closing time of their own. */
  closesAt: instant.nullable(),
  extraMinutes: z.number(),
  extraAttempts: z.number(),
  /** Left a sitting that must not be left: only let in again can they go on. */
  away: z.boolean(),
});
export type Assigned = z.infer<typeof assigned>;

export const readAssignment = endpoint({
  method: 'GET',
  path: '/api/assignments/:assignmentId',
  who: 'teacher',
  does: 'Gives an assignment with all its wishes and where each student stands.',
  params: assignmentId,
  answer: z.object({
    assignment: assignmentRow,
    who,
    visibleFrom: instant.nullable(),
    answersFrom: instant.nullable(),
    word: z.string(),
    instructions: z.string(),
    note: z.string(),
    forms: wishes.shape.forms,
    formsFor: wishes.shape.formsFor,
    /** The sections of the test as it was given; they may have times of their own. */
    sections: z.array(z.object({ id: z.string(), title: z.string() })),
    /** Ids of the standards that it was given; null: those of its items. */
    standards: z.array(id).nullable(),
    itemStandards: z.array(standardCode),
    /** The way for guests; null where there is none. */
    link: z.string().nullable(),
    students: z.array(assigned),
    /** Letters about it: sent, still to be sent, and given up. */
    letters: z.object({ sent: z.number(), waiting: z.number(), failed: z.number() }),
    mayChange: z.boolean(),
  }),
});

export const changeAssignment = endpoint({
  method: 'PUT',
  path: '/api/assignments/:assignmentId',
  who: 'teacher',
  does: 'Changes the times, rules and words of an assignment; deadlines of attempts under way follow.',
  params: assignmentId,
  largest: roomy,
  body: z.strictObject({ opensAt: instant, ...changeable }),
  answer: z.object({}),
});

export const setAssignmentStandards = endpoint({
  method: 'PUT',
  path: '/api/assignments/:assignmentId/standards',
  who: 'teacher',
  does: 'Gives an assignment standards of its own, or those of its items again.',
  params: assignmentId,
  body: z.strictObject({ standards: z.array(id).max(mostStandards).nullable() }),
  answer: z.object({}),
});

export const stopAssignment = endpoint({
  method: 'POST',
  path: '/api/assignments/:assignmentId/stop',
  who: 'teacher',
  does: 'Closes an assignment now for everybody; attempts under way are handed in with what is saved.',
  params: assignmentId,
  answer: z.object({}),
});

export const extendAssignment = endpoint({
  method: 'POST',
  path: '/api/assignments/:assignmentId/extend',
  who: 'teacher',
  does: 'Gives some students, or all, a later closing time, more minutes or more attempts.',
  params: assignmentId,
  largest: roomy,
  body: z.strictObject({
    /** Null: all of them. */
    studentIds: z.array(id).min(1, sentence('chooseAtLeastOneStudent')).max(1000).nullable(),
    closesAt: instant.nullable(),
    minutes: z.int().min(0).max(1440, sentence('atMostDayCanBe')),
    attempts: z.int().min(0).max(20),
  }),
  answer: z.object({ students: z.number() }),
});

export const letIn = endpoint({
  method: 'POST',
  path: '/api/assignments/:assignmentId/students/:studentId/let-in',
  who: 'teacher',
  does: 'Lets a student who left a sitting go on with it.',
  params: z.object({ assignmentId: idInPath, studentId: idInPath }),
  answer: z.object({}),
});

export const letClassBegin = endpoint({
  method: 'PUT',
  path: '/api/assignments/:assignmentId/classes/:classId/begin',
  who: 'teacher',
  does: 'Lets a class begin what is begun in class only, or lets nobody else of it begin.',
  params: z.object({ assignmentId: idInPath, classId: idInPath }),
  body: z.strictObject({ may: z.boolean() }),
  answer: z.object({ letInAt: instant.nullable() }),
});

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
  largest: roomy,
  body: z.strictObject({ released: z.boolean() }),
  answer: z.object({
    releasedAt: instant.nullable(),
    /** What shows to whom by that, and what the rest waits for. */
    shows: z.object({
      handedIn: z.number(),
      canAnswer: z.number(),
      lastEnd: instant.nullable(),
      answersFrom: instant.nullable(),
      practice: z.boolean(),
    }),
  }),
});

const draft = z.object({ id, testId: id, title: z.string(), kind: z.string(), changedAt: instant });

export const listDrafts = endpoint({
  method: 'GET',
  path: '/api/assignment-drafts',
  who: 'teacher',
  does: 'Lists the assignments that I have begun to fill in and not given.',
  answer: z.object({ drafts: z.array(draft) }),
});

export const readDraft = endpoint({
  method: 'GET',
  path: '/api/assignment-drafts/:draftId',
  who: 'teacher',
  does: 'Gives a draft as it was filled in.',
  params: z.object({ draftId: idInPath }),
  answer: draft.extend({ form: z.record(z.string(), z.unknown()) }),
});

export const keepDraft = endpoint({
  method: 'PUT',
  path: '/api/assignment-drafts/:draftId',
  who: 'teacher',
  does: 'Keeps what is filled in so far; with 0 for the id a new draft is made.',
  params: z.object({ draftId: z.coerce.number().int().min(0) }),
  largest: roomy,
  body: z.strictObject({
    clientKey,
    testId: id,
    form: z
      .record(z.string().max(40), z.unknown())
      .refine(
        (candidate) => JSON.stringify(candidate).length <= 60_000,
        sentence('thatIsMoreThanDraft'),
      ),
  }),
  answer: z.object({ id }),
});

export const removeDraft = endpoint({
  method: 'DELETE',
  path: '/api/assignment-drafts/:draftId',
  who: 'teacher',
  does: 'Throws a draft away.',
  params: z.object({ draftId: idInPath }),
  answer: z.object({}),
});
