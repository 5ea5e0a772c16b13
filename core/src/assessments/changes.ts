/** A test changes only through named changes, each of which can be taken back. */
import { elementAt } from '../certain';
import { z } from 'zod';
import {
  allEntries,
  countEntries,
  draw,
  entry,
  form,
  key,
  mostEntries,
  mostForms,
  outline,
  points,
  section,
  swap,
  type Entry,
  type Form,
  type Outline,
  type Section,
} from './outline';
import { sentence } from './sentences';

// Defaults are for reading what older versions wrote; a change says only what it changes.
const facts = outline
  .omit({ sections: true, forms: true })
  .extend({
    minutes: outline.shape.minutes.unwrap(),
    heldTotal: outline.shape.heldTotal.unwrap(),
    ready: outline.shape.ready.unwrap(),
    blueprint: outline.shape.blueprint.unwrap(),
    standards: outline.shape.standards.unwrap(),
  })
  .partial();
const sectionFacts = section
  .omit({ id: true, entries: true })
  .extend({
    minutes: section.shape.minutes.unwrap(),
    keepOrder: section.shape.keepOrder.unwrap(),
    draw: draw.nullable(),
  })
  .partial();
const formFacts = form.omit({ id: true, swaps: true, without: true }).partial();

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
    facts: sectionFacts,
  }),
  z.strictObject({ do: z.literal('remove-section'), section: key }),
  z.strictObject({ do: z.literal('put-form'), form, before: key.nullable() }),
  z.strictObject({ do: z.literal('describe-form'), form: key, facts: formFacts }),
  z.strictObject({ do: z.literal('remove-form'), form: key }),
  /** Puts another item into an entry's place in one form; null gives the place back to the entry's own. */
  z.strictObject({ do: z.literal('swap'), form: key, of: key, swap: swap.nullable() }),
  z.strictObject({ do: z.literal('leave-out'), form: key, entry: key, out: z.boolean() }),
]);
export type Change = z.infer<typeof change>;

/** A change that does not fit the test as it stands, in words for its author. */
export class ChangeRefused extends Error {
  override name = 'ChangeRefused';
}

function find(outline: Outline, id: string): { section: Section; at: number; entry: Entry } {
  for (const section of outline.sections) {
    const index = section.entries.findIndex((candidate) => candidate.id === id);
    if (index >= 0)
      return { section: section, at: index, entry: elementAt(section.entries, index) };
  }
  throw new ChangeRefused(sentence('thatItemIsNoLonger'));
}

function sectionOf(outline: Outline, id: string): Section {
  const section = outline.sections.find((candidate) => candidate.id === id);
  if (!section) throw new ChangeRefused(sentence('thatSectionIsNoLonger'));
  return section;
}

function formOf(outline: Outline, id: string): Form {
  const form = outline.forms.find((candidate) => candidate.id === id);
  if (!form) throw new ChangeRefused(sentence('thatFormIsNoLonger'));
  return form;
}

function insert<T extends { id: string }>(list: T[], item: T, before: string | null): void {
  const index = before === null ? -1 : list.findIndex(({ id }) => id === before);
  list.splice(index < 0 ? list.length : index, 0, item);
}

const copySection = (section: Section): Section => ({
  ...section,
  entries: section.entries.map((entry) => ({ ...entry })),
});
/** In one order whatever was done to it, so that what is taken back leaves no trace. */
const copyForm = (form: Form): Form => ({
  ...form,
  swaps: [...form.swaps].sort((a, b) => (a.of < b.of ? -1 : 1)),
  without: [...form.without].sort(),
});
const copy = (outline: Outline): Outline => ({
  ...outline,
  grades: [...outline.grades],
  sections: outline.sections.map(copySection),
  forms: outline.forms.map(copyForm),
});

const after = (list: readonly { id: string }[], index: number) => list[index + 1]?.id ?? null;

/** What `facts` names, as it stands in `changed`. */
const namedIn = <T extends object>(changed: T, names: object): Partial<T> =>
  Object.fromEntries(
    Object.keys(names).map((name) => [name, changed[name as keyof T]]),
  ) as Partial<T>;

type Named<D extends Change['do']> = Extract<Change, { do: D }>;

/** Each change, done to a copy; gives the change that takes it back. */
const doers: { [D in Change['do']]: (next: Outline, wanted: Named<D>) => Change } = {
  describe(next, wanted) {
    const old = namedIn(next, wanted.facts);
    Object.assign(next, wanted.facts);
    return { do: 'describe', facts: old };
  },
  put(next, wanted) {
    if (countEntries(next) >= mostEntries)
      throw new ChangeRefused(sentence('testHoldsAtMostItems', { mostEntries }));
    if (allEntries(next).some(({ id }) => id === wanted.entry.id))
      throw new ChangeRefused(sentence('thatItemWasAlreadyAdded'));
    insert(sectionOf(next, wanted.section).entries, wanted.entry, wanted.before);
    return { do: 'remove', entry: wanted.entry.id };
  },
  move(next, wanted) {
    const from = find(next, wanted.entry);
    const inverse: Change = {
      do: 'move',
      entry: wanted.entry,
      section: from.section.id,
      before: after(from.section.entries, from.at),
    };
    const to = sectionOf(next, wanted.section);
    if (wanted.before === wanted.entry) return inverse;
    from.section.entries.splice(from.at, 1);
    insert(to.entries, from.entry, wanted.before);
    return inverse;
  },
  remove(next, wanted) {
    const from = find(next, wanted.entry);
    from.section.entries.splice(from.at, 1);
    const beforeId = from.section.entries[from.at]?.id ?? null;
    return { do: 'put', entry: from.entry, section: from.section.id, before: beforeId };
  },
  'give-points'(next, wanted) {
    const location = find(next, wanted.entry);
    const old = location.entry.points;
    location.entry.points = wanted.points;
    return { ...wanted, points: old };
  },
  revise(next, wanted) {
    const location = find(next, wanted.entry);
    const old = location.entry.revisionId;
    location.entry.revisionId = wanted.revisionId;
    return { ...wanted, revisionId: old };
  },
  'put-section'(next, wanted) {
    if (next.sections.some(({ id }) => id === wanted.section.id))
      throw new ChangeRefused(sentence('thatSectionWasAlreadyAdded'));
    if (countEntries(next) + wanted.section.entries.length > mostEntries)
      throw new ChangeRefused(sentence('testHoldsAtMostItemsRemove', { mostEntries }));
    insert(next.sections, copySection(wanted.section), wanted.before);
    return { do: 'remove-section', section: wanted.section.id };
  },
  'describe-section'(next, wanted) {
    const section = sectionOf(next, wanted.section);
    const old = namedIn(section, wanted.facts);
    Object.assign(section, wanted.facts);
    return { ...wanted, facts: old };
  },
  'remove-section'(next, wanted) {
    const section = sectionOf(next, wanted.section);
    if (next.sections.length === 1) throw new ChangeRefused(sentence('testNeedsAtLeastOne'));
    const index = next.sections.indexOf(section);
    next.sections.splice(index, 1);
    return { do: 'put-section', section: section, before: next.sections[index]?.id ?? null };
  },
  'put-form'(next, wanted) {
    if (next.forms.some(({ id }) => id === wanted.form.id))
      throw new ChangeRefused(sentence('thatFormWasAlreadyAdded'));
    if (next.forms.length >= mostForms)
      throw new ChangeRefused(sentence('testHoldsAtMostForms', { mostForms }));
    insert(next.forms, copyForm(wanted.form), wanted.before);
    return { do: 'remove-form', form: wanted.form.id };
  },
  'describe-form'(next, wanted) {
    const form = formOf(next, wanted.form);
    const old = namedIn(form, wanted.facts);
    Object.assign(form, wanted.facts);
    return { ...wanted, facts: old };
  },
  'remove-form'(next, wanted) {
    const form = formOf(next, wanted.form);
    const index = next.forms.indexOf(form);
    next.forms.splice(index, 1);
    return { do: 'put-form', form: form, before: next.forms[index]?.id ?? null };
  },
  swap(next, wanted) {
    const form = formOf(next, wanted.form);
    const old = form.swaps.find(({ of }) => of === wanted.of) ?? null;
    form.swaps = form.swaps.filter(({ of }) => of !== wanted.of);
    if (wanted.swap) form.swaps.push(wanted.swap);
    Object.assign(form, copyForm(form));
    return { ...wanted, swap: old };
  },
  'leave-out'(next, wanted) {
    const form = formOf(next, wanted.form);
    const was = form.without.includes(wanted.entry);
    form.without = form.without.filter((id) => id !== wanted.entry);
    if (wanted.out) form.without.push(wanted.entry);
    Object.assign(form, copyForm(form));
    return { ...wanted, out: was };
  },
};

/**
 * Applies one change to a copy of `before`.
 *
 * @returns the changed outline and the change that takes it back
 * @throws ChangeRefused when it names something that is not there, or would break a limit
 */
export function applyChange(
  before: Outline,
  wanted: Change,
): { outline: Outline; inverse: Change } {
  const next = copy(before);
  const act = doers[wanted.do] as (next: Outline, wanted: Change) => Change;
  return { outline: next, inverse: act(next, wanted) };
}

/** What a test that says nothing of its subject and grades yet takes from its first item. */
export function describedByFirst(
  outline: Outline,
  { subject, grades }: Pick<Outline, 'subject' | 'grades'>,
): Change[] {
  const isDescribed = outline.subject !== '' || outline.grades.length > 0;
  if (isDescribed || allEntries(outline).length > 0) return [];
  return [{ do: 'describe', facts: { subject, grades } }];
}
