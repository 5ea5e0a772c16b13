/** How items come into a test: one by one, picked in the banks, or in the place of another. */
import { elementAt } from '@oaken/core/certain';
import type { ItemRow } from '@oaken/contract/banks';
import {
  allEntries,
  applyChange,
  mostEntries,
  placeFor,
  type Change,
  type Entry,
} from '@oaken/core/assessments';
import { count } from '@oaken/core/text';
import { computed } from 'vue';
import { call } from '../../client/call';
import { done, failed } from '../shared/undo';
import { newKey, type useTest } from './useTest';

export function usePutting(test: ReturnType<typeof useTest>) {
  const { outline } = test;
  const inTest = computed(
    () => new Set(outline.value ? allEntries(outline.value).map(({ itemId }) => itemId) : []),
  );
  const entryOf = (item: ItemRow, points = item.points): Entry => ({
    id: newKey(),
    itemId: item.id,
    revisionId: item.revisionId,
    points,
  });

  /** A test that says nothing of its subject and grades yet takes them from its first item. */
  function describedBy({ subject, grades }: ItemRow): Change[] {
    const current = outline.value;
    if (
      !current ||
      allEntries(current).length > 0 ||
      current.subject !== '' ||
      current.grades.length > 0
    )
      return [];
    return [{ do: 'describe', facts: { subject, grades } }];
  }

  /** Puts an item in, beside the others of its passage wherever they stand. */
  function put(item: ItemRow, section?: string, before: string | null = null): void {
    if (!outline.value) return;
    if (!test.mayChange.value)
      return failed(new Error('This test belongs to somebody else. Make a copy to change it.'));
    if (inTest.value.has(item.id)) return failed(new Error('That item is in the test already.'));
    test.know(item);
    const entry = entryOf(item);
    const wanted = { section: section ?? elementAt(outline.value.sections, -1).id, before };
    const place = placeFor(outline.value, entry, wanted, test.passageOf);
    test.change('putting an item in', { do: 'put', entry, ...place }, ...describedBy(item));
  }

  /** From a row of the bank that was dropped on the paper. */
  function putFound(
    items: readonly ItemRow[],
    itemId: number,
    section: string,
    before: string | null,
  ): void {
    const item = items.find(({ id }) => id === itemId);
    if (item) put(item, section, before);
  }

  /** Items that were picked in the banks, as one step. */
  async function putPicked(ids: readonly number[]): Promise<void> {
    if (!outline.value) return;
    const { items } = await call('readRows', { body: { items: ids.slice(0, mostEntries) } });
    const fresh = items.filter(({ id, may }) => may !== 'read' && !inTest.value.has(id));
    test.know(...fresh);
    let next = outline.value;
    const changes = fresh.map((item): Change => {
      const entry = entryOf(item);
      const place = placeFor(
        next,
        entry,
        { section: elementAt(next.sections, -1).id, before: null },
        test.passageOf,
      );
      const change: Change = { do: 'put', entry, ...place };
      next = applyChange(next, change).outline;
      return change;
    });
    if (fresh[0])
      test.change(
        `putting ${count(fresh.length, 'item')} in`,
        ...changes,
        ...describedBy(fresh[0]),
      );
    done(
      fresh.length === ids.length
        ? `${count(fresh.length, 'item')} put in.`
        : `${count(fresh.length, 'item')} put in; the others are in the test already or cannot be used.`,
    );
  }

  /** One step to undo: the old item out, the new one in its place with the same points. */
  function replace(old: Entry, item: ItemRow): void {
    const section = outline.value?.sections.find(({ entries }) =>
      entries.some(({ id }) => id === old.id),
    );
    if (!section) return;
    test.know(item);
    const entry = entryOf(item, old.points);
    test.change(
      'a similar item',
      { do: 'put', entry, section: section.id, before: old.id },
      { do: 'remove', entry: old.id },
    );
  }

  return { inTest, put, putFound, putPicked, replace };
}
