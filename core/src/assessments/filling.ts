/** Turns what was found for a blueprint into changes of the test that asked for it. */
import { applyChange, type Change } from './changes';
import { allEntries, emptySection, type Form, type Outline } from './outline';
import { placeFor, type PassageOf } from './passages';

export interface FoundItem {
  itemId: number;
  revisionId: number;
  points: number;
}

export interface FillingOptions {
  /** What the test has stays; otherwise what was not found goes, but for the pools of draws. */
  keep: boolean;
  passageOf: PassageOf;
  newKey(): string;
}

/**
 * @param forms the items of the first form, and of each one parallel to it: in a place of it stands what can stand for
 *   the item in the same place of the first
 * @returns changes that make it so, in order; none when it is so already
 */
export function fillingChanges(
  outline: Outline,
  forms: readonly (readonly FoundItem[])[],
  options: FillingOptions,
): Change[] {
  const { keep, passageOf, newKey } = options;
  const [first = [], ...others] = forms;
  const changes: Change[] = [];
  let next = outline;
  const apply = (change: Change) => {
    changes.push(change);
    next = applyChange(next, change).outline;
  };
  const wanted = new Set(first.map(({ itemId }) => itemId));
  if (!keep)
    for (const { draw, entries } of outline.sections)
      if (!draw)
        for (const entry of entries)
          if (!wanted.has(entry.itemId)) apply({ do: 'remove', entry: entry.id });
  const had = new Set(allEntries(next).map(({ itemId }) => itemId));
  const fresh = first.filter(({ itemId }) => !had.has(itemId));
  if (fresh.length > 0 && next.sections.every(({ draw }) => draw))
    apply({ do: 'put-section', section: emptySection(newKey()), before: null });
  const section = next.sections.findLast(({ draw }) => !draw)?.id ?? '';
  for (const { itemId, revisionId, points } of fresh) {
    const entry = { id: newKey(), itemId, revisionId, points };
    apply({ do: 'put', entry, ...placeFor(next, entry, { section, before: null }, passageOf) });
  }
  for (const items of others)
    apply({ do: 'put-form', form: parallelForm(next, first, items, newKey), before: null });
  return changes;
}

function parallelForm(
  outline: Outline,
  first: readonly FoundItem[],
  items: readonly FoundItem[],
  newKey: () => string,
): Form {
  const standIns = new Map(first.map(({ itemId }, index) => [itemId, items[index]]));
  const swaps = allEntries(outline).flatMap((entry) => {
    const item = standIns.get(entry.itemId);
    if (!item || item.itemId === entry.itemId) return [];
    return [{ of: entry.id, id: newKey(), itemId: item.itemId, revisionId: item.revisionId }];
  });
  const name = freeName(outline);
  return {
    id: newKey(),
    name,
    note: '',
    shuffle: false,
    mostChoices: null,
    swaps,
    without: [],
    easier: false,
    passages: [],
  };
}

/** The next letter that no form has; the first form is A. */
export const freeName = ({ forms }: Outline): string =>
  [...'BCDEFGHIJKLMNOPQRSTUVWXYZ'].find((letter) => forms.every(({ name }) => name !== letter)) ??
  `${forms.length + 2}`;
