/** A test as its teacher builds it: sections of entries, changed only through named changes that can be undone. */
import { z } from 'zod';
import { roundPoints } from '../scoring';

export const testKinds = ['quiz', 'test', 'worksheet'] as const;
export type TestKind = (typeof testKinds)[number];

export const mostEntries = 200;

const key = z.string().regex(/^[A-Za-z0-9_-]{4,24}$/);
const points = z
  .number('Points must be a number.')
  .min(0, 'Points cannot be below zero.')
  .max(1000, 'More than 1000 points is not possible.');

export const entry = z.strictObject({
  id: key,
  itemId: z.int().positive(),
  /** The item revision that the test pins. */
  revisionId: z.int().positive(),
  points,
});
export type Entry = z.infer<typeof entry>;

export const section = z.strictObject({
  id: key,
  title: z.string().max(200),
  directions: z.string().max(4000),
  entries: z.array(entry),
});
export type Section = z.infer<typeof section>;

export const outline = z.strictObject({
  title: z.string().max(200),
  kind: z.enum(testKinds),
  subject: z.string().max(60),
  grades: z.array(z.int().min(0).max(13)).max(14),
  directions: z.string().max(4000),
  sections: z.array(section).min(1).max(40),
});
export type Outline = z.infer<typeof outline>;

const facts = outline.omit({ sections: true }).partial();

/** Where an entry goes: into which section, before which entry (null: at its end). */
const place = { section: key, before: key.nullable() };

export const change = z.discriminatedUnion('do', [
  z.strictObject({ do: z.literal('describe'), facts }),
  z.strictObject({ do: z.literal('put'), entry, ...place }),
  z.strictObject({ do: z.literal('move'), entry: key, ...place }),
  z.strictObject({ do: z.literal('remove'), entry: key }),
  z.strictObject({ do: z.literal('give-points'), entry: key, points }),
  z.strictObject({ do: z.literal('revise'), entry: key, revisionId: z.int().positive() }),
  z.strictObject({ do: z.literal('put-section'), section: section, before: key.nullable() }),
  z.strictObject({
    do: z.literal('describe-section'),
    section: key,
    facts: section.pick({ title: true, directions: true }).partial(),
  }),
  z.strictObject({ do: z.literal('remove-section'), section: key }),
]);
export type Change = z.infer<typeof change>;

/** A change that does not fit the test as it stands, in words for its author. */
export class ChangeRefused extends Error {
  override name = 'ChangeRefused';
}

function find(outline: Outline, id: string): { section: Section; at: number; entry: Entry } {
  for (const own of outline.sections) {
    const at = own.entries.findIndex((candidate) => candidate.id === id);
    if (at >= 0) return { section: own, at, entry: own.entries[at]! };
  }
  throw new ChangeRefused('That item is no longer in the test; somebody has removed it.');
}

function sectionOf(outline: Outline, id: string): Section {
  const found = outline.sections.find((own) => own.id === id);
  if (!found) throw new ChangeRefused('That section is no longer in the test; somebody has removed it.');
  return found;
}

function insert<T extends { id: string }>(list: T[], item: T, before: string | null): void {
  const at = before === null ? -1 : list.findIndex(({ id }) => id === before);
  list.splice(at < 0 ? list.length : at, 0, item);
}

const copySection = (own: Section): Section => ({ ...own, entries: own.entries.map((one) => ({ ...one })) });
const copy = (own: Outline): Outline => ({
  ...own,
  grades: [...own.grades],
  sections: own.sections.map(copySection),
});

const after = (list: readonly { id: string }[], at: number) => list[at + 1]?.id ?? null;

export const countEntries = ({ sections }: Outline) => sections.reduce((n, { entries }) => n + entries.length, 0);
export const allEntries = ({ sections }: Outline) => sections.flatMap(({ entries }) => entries);
export const totalPoints = (own: Outline) => roundPoints(allEntries(own).reduce((sum, { points: p }) => sum + p, 0));

/**
 * Applies one change to a copy of `before`.
 *
 * @returns the changed outline and the change that takes it back
 * @throws ChangeRefused when it names something that is not there, or would break a limit
 */
export function applyChange(before: Outline, wanted: Change): { outline: Outline; inverse: Change } {
  const next = copy(before);
  switch (wanted.do) {
    case 'describe': {
      const old = Object.fromEntries(
        Object.keys(wanted.facts).map((name) => [name, before[name as keyof typeof wanted.facts]]),
      );
      Object.assign(next, wanted.facts);
      return { outline: next, inverse: { do: 'describe', facts: old } };
    }
    case 'put': {
      if (countEntries(next) >= mostEntries)
        throw new ChangeRefused(`A test holds at most ${mostEntries} items. Remove one first.`);
      if (allEntries(next).some(({ id }) => id === wanted.entry.id))
        throw new ChangeRefused('That item was already put in.');
      insert(sectionOf(next, wanted.section).entries, wanted.entry, wanted.before);
      return { outline: next, inverse: { do: 'remove', entry: wanted.entry.id } };
    }
    case 'move': {
      const from = find(next, wanted.entry);
      const inverse: Change = {
        do: 'move',
        entry: wanted.entry,
        section: from.section.id,
        before: after(from.section.entries, from.at),
      };
      const to = sectionOf(next, wanted.section);
      if (wanted.before === wanted.entry) return { outline: next, inverse };
      from.section.entries.splice(from.at, 1);
      insert(to.entries, from.entry, wanted.before);
      return { outline: next, inverse };
    }
    case 'remove': {
      const from = find(next, wanted.entry);
      from.section.entries.splice(from.at, 1);
      const beforeId = from.section.entries[from.at]?.id ?? null;
      return {
        outline: next,
        inverse: { do: 'put', entry: from.entry, section: from.section.id, before: beforeId },
      };
    }
    case 'give-points': {
      const found = find(next, wanted.entry);
      const old = found.entry.points;
      found.entry.points = wanted.points;
      return { outline: next, inverse: { ...wanted, points: old } };
    }
    case 'revise': {
      const found = find(next, wanted.entry);
      const old = found.entry.revisionId;
      found.entry.revisionId = wanted.revisionId;
      return { outline: next, inverse: { ...wanted, revisionId: old } };
    }
    case 'put-section': {
      if (next.sections.some(({ id }) => id === wanted.section.id))
        throw new ChangeRefused('That section was already put in.');
      if (countEntries(next) + wanted.section.entries.length > mostEntries)
        throw new ChangeRefused(`A test holds at most ${mostEntries} items. Remove some first.`);
      insert(next.sections, copySection(wanted.section), wanted.before);
      return { outline: next, inverse: { do: 'remove-section', section: wanted.section.id } };
    }
    case 'describe-section': {
      const own = sectionOf(next, wanted.section);
      const old = { title: own.title, directions: own.directions };
      Object.assign(own, wanted.facts);
      return { outline: next, inverse: { ...wanted, facts: old } };
    }
    case 'remove-section': {
      const own = sectionOf(next, wanted.section);
      if (next.sections.length === 1) throw new ChangeRefused('A test needs at least one section.');
      const at = next.sections.indexOf(own);
      next.sections.splice(at, 1);
      return {
        outline: next,
        inverse: { do: 'put-section', section: own, before: next.sections[at]?.id ?? null },
      };
    }
  }
}

/** What keeps a test from being given, in words; empty when it could be sat. */
export function hindrances(own: Outline): string[] {
  const found: string[] = [];
  if (own.title.trim() === '') found.push('The test has no title.');
  if (countEntries(own) === 0) found.push('The test has no items.');
  else if (totalPoints(own) === 0) found.push('No item gives any points.');
  own.sections.forEach(({ entries, title }, at) => {
    if (entries.length === 0 && own.sections.length > 1)
      found.push(`Section ${at + 1}${title ? ` (${title})` : ''} has no items.`);
  });
  return found;
}
