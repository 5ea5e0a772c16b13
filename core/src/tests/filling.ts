/** Turns what was found for a blueprint into changes of the test that asked for it. */
import { applyChange, type Change } from './changes';
import { allEntries, emptySection, type Entry, type Form, type Outline } from './outline';
import { placeFor, type PassageOf } from './passages';

export interface FoundItem {
  itemId: number;
  revisionId: number;
  points: number;
  /** Items of different forms with the same sign can stand in each other's place. */
  alike: string | null;
}

export interface FillingOptions {
  /** What the test has stays; otherwise what was not found goes, but for the pools of draws. */
  keep: boolean;
  /** The sign of an entry; one that came in is asked for too. */
  alikeOf(entry: Entry): string | null;
  passageOf: PassageOf;
  newKey(): string;
}

/**
 * @param forms the items of the first form, and of each one parallel to it
 * @returns changes that make it so, in order; none when it is so already
 */
export function fillingChanges(
  own: Outline,
  forms: readonly (readonly FoundItem[])[],
  options: FillingOptions,
): Change[] {
  const { keep, passageOf, newKey } = options;
  const [first = [], ...others] = forms;
  const changes: Change[] = [];
  let next = own;
  const apply = (change: Change) => {
    changes.push(change);
    next = applyChange(next, change).outline;
  };
  const wanted = new Set(first.map(({ itemId }) => itemId));
  if (!keep)
    for (const { draw, entries } of own.sections)
      if (!draw) for (const entry of entries) if (!wanted.has(entry.itemId)) apply({ do: 'remove', entry: entry.id });
  const had = new Set(allEntries(next).map(({ itemId }) => itemId));
  const fresh = first.filter(({ itemId }) => !had.has(itemId));
  if (fresh.length > 0 && next.sections.every(({ draw }) => draw)) apply({ do: 'put-section', section: emptySection(newKey()), before: null }); // prettier-ignore
  const section = next.sections.findLast(({ draw }) => !draw)?.id ?? '';
  for (const { itemId, revisionId, points } of fresh) {
    const entry = { id: newKey(), itemId, revisionId, points };
    apply({ do: 'put', entry, ...placeFor(next, entry, { section, before: null }, passageOf) });
  }
  for (const items of others) apply({ do: 'put-form', form: parallelForm(next, items, options), before: null });
  return changes;
}

/** A form whose items stand in the places of those that they are alike to, each once. */
function parallelForm(own: Outline, items: readonly FoundItem[], { alikeOf, newKey }: FillingOptions): Form {
  const waiting = new Map<string, FoundItem[]>();
  for (const item of items)
    if (item.alike !== null) waiting.set(item.alike, [...(waiting.get(item.alike) ?? []), item]);
  const swaps = allEntries(own).flatMap((entry) => {
    const item = waiting.get(alikeOf(entry) ?? '')?.shift();
    return item ? [{ of: entry.id, id: newKey(), itemId: item.itemId, revisionId: item.revisionId }] : [];
  });
  const name = freeName(own);
  return { id: newKey(), name, note: '', shuffle: false, mostChoices: null, swaps, without: [], easier: false, passages: [] }; // prettier-ignore
}

/** The next letter that no form has; the first form is A. */
export const freeName = ({ forms }: Outline): string =>
  [...'BCDEFGHIJKLMNOPQRSTUVWXYZ'].find((letter) => forms.every(({ name }) => name !== letter)) ??
  `${forms.length + 2}`;
