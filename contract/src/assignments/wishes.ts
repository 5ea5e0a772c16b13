/** What a teacher wishes when giving a test: to whom, when and how. */
import { assignmentRules } from '@oaken/core/assignments';
import { z } from 'zod';
import { id, instant, shortId } from '../endpoint/define';
import { sentence } from './sentences';

export const lateRule = z.discriminatedUnion('late', [
  z.strictObject({ late: z.literal('no') }),
  z.strictObject({
    late: z.literal('until'),
    until: instant,
    /** The share of the points that each begun day takes off. */
    offPerDay: z.number().min(0).max(1, sentence('lateDayCanTakeOff')),
  }),
]);

export const who = z.strictObject({
  classIds: z.array(id).max(50),
  groupIds: z.array(id).max(100),
  studentIds: z.array(id).max(1000),
  /** Guests may come by a link and type a name. */
  link: z.boolean(),
});
export type Who = z.infer<typeof who>;

const words = (limit: number) =>
  z.string().trim().max(limit, sentence('atMostCharacters', { limit }));

/** What can still be changed after it was given. */
export const changeable = {
  closesAt: instant.nullable(),
  lateRule,
  /** The student's list has it from then on; null: at once. */
  visibleFrom: instant.nullable(),
  /** What shows answers waits until then at least. */
  answersFrom: instant.nullable(),
  /** Read out in the room; typed to begin. Empty: none. */
  word: words(40),
  /** For the students, before they begin. */
  instructions: words(2000),
  /** For teachers only. */
  note: words(2000),
  rules: assignmentRules,
};

/** The form of a class or of a group; null is the first one. */
const formFor = z.strictObject({
  classId: id.optional(),
  groupId: id.optional(),
  form: shortId.nullable(),
});

export const wishes = z.strictObject({
  who,
  /** Null: now. */
  opensAt: instant.nullable(),
  ...changeable,
  /** The forms that are dealt in turn; null is the first one. */
  forms: z
    .array(shortId.nullable())
    .min(1, sentence('chooseAtLeastOneForm'))
    .max(6)
    .default([null]),
  /** Classes and groups that all get one form. A group's goes before its class's. */
  formsFor: z.array(formFor).max(150).default([]),
  /** Writes to every student who has an e-mail address. */
  invite: z.boolean().default(false),
});
export type Wishes = z.infer<typeof wishes>;
