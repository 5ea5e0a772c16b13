/** What several items are labelled with, and how a change of it is taken back. */
import type { ItemRow } from '@oaken/contract/banks';

/** A standard or a tag, with the items that have it. */
export interface Label<Key> {
  key: Key;
  text: string;
  items: number[];
}

interface LabelChange {
  addStandards: number[];
  removeStandards: number[];
  addTags: string[];
  removeTags: string[];
}
type Labelling = LabelChange & { items: number[] };

function gathered<Key>(lines: { item: number; key: Key; text: string }[]): Label<Key>[] {
  const labels = new Map<Key, Label<Key>>();
  for (const { item, key, text } of lines) {
    const label = labels.get(key) ?? { key, text, items: [] };
    label.items.push(item);
    labels.set(key, label);
  }
  return [...labels.values()].sort((a, b) => a.text.localeCompare(b.text));
}

export const standardsOf = (rows: readonly ItemRow[]): Label<number>[] =>
  gathered(
    rows.flatMap(({ id: item, standards }) =>
      standards.map(({ id, code }) => ({ item, key: id, text: code })),
    ),
  );
export const tagsOf = (rows: readonly ItemRow[]): Label<string>[] =>
  gathered(
    rows.flatMap(({ id: item, tags }) => tags.map((tag) => ({ item, key: tag, text: tag }))),
  );

const nothing: LabelChange = { addStandards: [], removeStandards: [], addTags: [], removeTags: [] };

/** The changes that take one back: whatever an item had before it has again, and nothing else. */
export function takingBack(change: LabelChange, rows: readonly ItemRow[]): Labelling[] {
  const having = <Key>(labels: readonly Label<Key>[], key: Key) =>
    labels.find((label) => label.key === key)?.items ?? [];
  const without = (items: readonly number[]) =>
    rows.map(({ id }) => id).filter((id) => !items.includes(id));
  const [standards, tags] = [standardsOf(rows), tagsOf(rows)];
  const steps: Labelling[] = [
    ...change.addStandards.map((key) => ({
      ...nothing,
      removeStandards: [key],
      items: without(having(standards, key)),
    })),
    ...change.removeStandards.map((key) => ({
      ...nothing,
      addStandards: [key],
      items: having(standards, key),
    })),
    ...change.addTags.map((key) => ({
      ...nothing,
      removeTags: [key],
      items: without(having(tags, key)),
    })),
    ...change.removeTags.map((key) => ({ ...nothing, addTags: [key], items: having(tags, key) })),
  ];
  return steps.filter(({ items }) => items.length > 0);
}
