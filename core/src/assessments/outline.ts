/** A test as its teacher builds it: sections of entries, forms made of them, and the blueprint that it should meet. */
import { z } from 'zod';
import { blueprint } from '../assembly';
import { sentence } from './sentences';

export const testKinds = ['quiz', 'test', 'worksheet'] as const;
export type TestKind = (typeof testKinds)[number];

export const mostEntries = 200;
/** Standards that a test or an assignment can be given itself. */
export const mostStandards = 100;
export const mostForms = 5;

const id = z.int().positive();
export const key = z.string().regex(/^[A-Za-z0-9_-]{4,24}$/);
export const points = z
  .number(sentence('pointsMustBeNumber'))
  .min(0, sentence('pointsCannotBeBelowZero'))
  .max(1000, sentence('moreThan1000PointsIs'));
const minutes = z
  .number(sentence('minutesMustBeNumber'))
  .positive(sentence('limitMustBeLongerThan'))
  .max(24 * 60, sentence('limitCanBeAtMost'));

export const entry = z.strictObject({
  id: key,
  itemId: id,
  /** The item revision that the test pins. */
  revisionId: id,
  /** Points; a share of the total where the test holds its total. */
  points,
});
export type Entry = z.infer<typeof entry>;

/** What a draw looks for; what is left out lets everything through. */
export const poolSearch = z.strictObject({
  /** A standard with everything below it. */
  standard: id.nullable(),
  grade: z.int().min(0).max(13).nullable(),
  depth: z.int().min(1).max(4).nullable(),
  bank: id.nullable(),
});
export type PoolSearch = z.infer<typeof poolSearch>;

/** So many items for each student, out of the section's own or out of what a search finds when the test is given. */
export const draw = z.strictObject({
  count: z
    .int(sentence('soManyMustBeWhole'))
    .min(1, sentence('drawGivesAtLeastOne'))
    .max(mostEntries),
  /** Each drawn item gives so many, so that no draw is worth more than another. */
  points,
  /** Null: out of the section's own items. */
  search: poolSearch.nullable(),
});
export type Draw = z.infer<typeof draw>;

export const section = z.strictObject({
  id: key,
  title: z.string().max(200),
  directions: z.string().max(4000),
  /** The time that the section is meant to take, in minutes; students read it with its directions. */
  minutes: minutes.nullable().default(null),
  /** Its items stay in this order even where an assignment shuffles. */
  keepOrder: z.boolean().default(false),
  draw: draw.nullable().default(null),
  entries: z.array(entry),
});
export type Section = z.infer<typeof section>;

/** An item that stands in an entry's place in one form; scores are kept under its own id. */
export const swap = z.strictObject({ of: key, id: key, itemId: id, revisionId: id });
export type Swap = z.infer<typeof swap>;

/** A version of the test beside the first: in another order, with parallel items, or adapted for a group. */
export const form = z.strictObject({
  id: key,
  name: z.string().trim().min(1, sentence('giveFormName')).max(40),
  /** Whom it is for, for the teacher alone. */
  note: z.string().max(400),
  /** Items and choices stand in an order of its own. */
  shuffle: z.boolean(),
  /** Choice items show at most so many choices, the right ones among them. */
  mostChoices: z.int().min(2, sentence('atLeastTwoChoices')).max(10).nullable(),
  swaps: z.array(swap).max(mostEntries),
  /** Entries that are left out. */
  without: z.array(key).max(mostEntries),
  /** Passages stand in their easier version, where they have one. */
  easier: z.boolean(),
  /** Passages that others take the place of. */
  passages: z.array(z.strictObject({ of: id, id, revision: id })).max(40),
});
export type Form = z.infer<typeof form>;

export const outline = z.strictObject({
  title: z.string().max(200),
  kind: z.enum(testKinds),
  subject: z.string().max(60),
  grades: z.array(z.int().min(0).max(13)).max(14),
  directions: z.string().max(4000),
  /** Standards that its teacher gave it; null: those of its items. */
  standards: z.array(id).max(mostStandards).nullable().default(null),
  sections: z.array(section).min(1).max(40),
  /** Time to work in minutes that the test is made for. */
  minutes: minutes.nullable().default(null),
  /** The total that all points share; null when each item has its own value. */
  heldTotal: z
    .number()
    .positive(sentence('totalMustBeAboveZero'))
    .max(10_000, sentence('atMost10000Points'))
    .nullable()
    .default(null),
  /** Its teacher has called it ready; it counts only while nothing stands in the way. */
  ready: z.boolean().default(false),
  forms: z.array(form).max(mostForms).default([]),
  blueprint: blueprint.nullable().default(null),
});
export type Outline = z.infer<typeof outline>;

/** A stored outline, of whatever version wrote it. */
export const readOutline = (stored: unknown): Outline => outline.parse(stored);

/** Items that a student gets of a section. */
export const sectionCount = ({ draw: drawRule, entries }: Section) =>
  drawRule ? drawRule.count : entries.length;
/** Items that a student gets. */
export const countItems = ({ sections }: Outline) =>
  sections.reduce((n, candidate) => n + sectionCount(candidate), 0);
/** How many entries stand in the outline, also those of draws. */
export const countEntries = ({ sections }: Outline) =>
  sections.reduce((n, { entries }) => n + entries.length, 0);
/** All entries in their order. */
export const allEntries = ({ sections }: Outline) => sections.flatMap(({ entries }) => entries);

/** Every revision that the test pins, in any form. */
export const allPins = (plan: Outline): { itemId: number; revisionId: number }[] => [
  ...allEntries(plan),
  ...plan.forms.flatMap(({ swaps }) => swaps),
];

/** A section without title, directions, time and draw. */
export const emptySection = (id: string, entries: Entry[] = []): Section => ({
  id,
  title: '',
  directions: '',
  minutes: null,
  keepOrder: false,
  draw: null,
  entries,
});

/** An outline with one section, which says nothing of itself yet. */
export const emptyOutline = (title: string, kind: TestKind, section: Section): Outline => ({
  title,
  kind,
  subject: '',
  grades: [],
  directions: '',
  standards: null,
  sections: [section],
  minutes: null,
  heldTotal: null,
  ready: false,
  forms: [],
  blueprint: null,
});
