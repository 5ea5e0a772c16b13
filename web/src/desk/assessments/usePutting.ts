/** How items come into a test: one by one, picked in the banks, or in the place of another. */
import { elementAt } from '@oaken/core/certain';
import type { ItemRow } from '@oaken/contract/banks';
import {
  allEntries,
  describedByFirst,
  mostEntries,
  placeFor,
  putsAtEnd,
  type Entry,
} from '@oaken/core/assessments';
import { computed } from 'vue';
import { call } from '../../client/call';
import { done, failed } from '../shared/undo';
import { newKey, type useTest } from './useTest';
import { say } from '../../words/teacher';

const entryOf = (item: ItemRow, points = item.points): Entry => ({
  id: newKey(),
  itemId: item.id,
  revisionId: item.revisionId,
  points,
});

export function usePutting(test: ReturnType<typeof useTest>) {
  const { outline } = test;
  const inTest = computed(
    () => new Set(outline.value ? allEntries(outline.value).map(({ itemId }) => itemId) : []),
  );
  /** Puts an item in, beside the others of its passage wherever they stand. */
  function put(item: ItemRow, section?: string, before: string | null = null): void {
    if (!outline.value) return;
    if (!test.mayChange.value) return failed(new Error(say('tests.thisTestBelongsSomebody')));
    if (inTest.value.has(item.id)) return failed(new Error(say('tests.thatItemInTest')));
    test.know(item);
    const entry = entryOf(item);
    const wanted = { section: section ?? elementAt(outline.value.sections, -1).id, before };
    const place = placeFor(outline.value, entry, wanted, test.passageOf);
    const described = describedByFirst(outline.value, item);
    test.change(say('tests.addingItem'), { do: 'put', entry, ...place }, ...described);
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
    const answer = await call('readRows', { body: { items: ids.slice(0, mostEntries) } });
    const fresh = answer.items.filter(({ id, may }) => may !== 'read' && !inTest.value.has(id));
    test.know(...fresh);
    const items = say('common.itemsCounted', { n: fresh.length });
    const entries = fresh.map((item) => entryOf(item));
    const changes = putsAtEnd(outline.value, entries, test.passageOf);
    const described = fresh[0] ? describedByFirst(outline.value, fresh[0]) : [];
    if (changes.length > 0)
      test.change(say('tests.addingItems', { items }), ...changes, ...described);
    const others = '; the others are in the test already or cannot be used';
    done(say('tests.itemsAdded', { items, value: fresh.length === ids.length ? '' : others }));
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
      say('tests.aSimilarItem'),
      { do: 'put', entry, section: section.id, before: old.id },
      { do: 'remove', entry: old.id },
    );
  }

  return { inTest, put, putFound, putPicked, replace };
}
