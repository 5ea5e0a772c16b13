/** Making forms of a test, and changing what stands in them. */
import type { ItemRow } from '@oaken/contract/banks';
import { allEntries, freeName, type Change, type Form } from '@oaken/core/assessments';
import { computed, ref } from 'vue';
import { call } from '../../client/call';
import { done, failed } from '../shared/undo';
import { newKey, type useTest } from './useTest';
import { say } from '../../words/teacher';

export type FormWay = 'order' | 'parallel' | 'adapted';

/** A form before anything in it differs: another order, parallel items, or made easier to take in. */
const newForm = (name: string, way: FormWay): Form => ({
  id: newKey(),
  name,
  note: '',
  shuffle: way === 'order',
  mostChoices: way === 'adapted' ? 3 : null,
  swaps: [],
  without: [],
  easier: way === 'adapted',
  passages: [],
});

/** For each entry the nearest parallel item, where one is left. */
async function parallelItems(testId: number, entries: string[]) {
  if (entries.length === 0) return [];
  const { found } = await call('findSimilar', { params: { testId }, body: { entries, each: 1 } });
  return found.flatMap(({ entry, items }) => (items[0] ? [{ entry, item: items[0].item }] : []));
}

export function useForms(testId: number, test: ReturnType<typeof useTest>) {
  const chosenId = ref<string | null>(null);
  const chosen = computed(
    () => test.outline.value?.forms.find(({ id }) => id === chosenId.value) ?? null,
  );
  const busy = ref(false);

  const swapOf = (form: string, of: string, item: ItemRow): Change => ({
    do: 'swap',
    form,
    of,
    swap: { of, id: newKey(), itemId: item.id, revisionId: item.revisionId },
  });

  /** Puts a parallel item into every place of a form that can have one; as one step that can be undone. */
  async function parallel(form: string, first: Change[] = []): Promise<void> {
    if (!test.outline.value || busy.value) return;
    const entries = allEntries(test.outline.value).map(({ id }) => id);
    busy.value = true;
    try {
      const pairs = await parallelItems(testId, entries);
      test.know(...pairs.map(({ item }) => item));
      test.change(
        say('tests.parallelItemsInline'),
        ...first,
        ...pairs.map(({ entry, item }) => swapOf(form, entry, item)),
      );
      const missing = entries.length - pairs.length;
      if (missing > 0) done(say('tests.noSimilarItemWas', { missing, entries: entries.length }));
    } catch (error) {
      failed(error);
    } finally {
      busy.value = false;
    }
  }

  async function add(way: FormWay): Promise<void> {
    if (!test.outline.value) return;
    const form = newForm(freeName(test.outline.value), way);
    const put: Change = { do: 'put-form', form, before: null };
    if (way === 'parallel') await parallel(form.id, [put]);
    else test.change(say('tests.formNameWith', { name: form.name }), put);
    if (test.outline.value?.forms.some(({ id }) => id === form.id)) chosenId.value = form.id;
  }

  return { chosen, chosenId, busy, add, parallel, swapOf };
}
