/** Making forms of a test, and changing what stands in them. */
import type { ItemRow } from '@oaken/contract/banks';
import { allEntries, freeName, type Change, type Form } from '@oaken/core/assessments';
import { computed, ref } from 'vue';
import { call } from '../../client/call';
import { done, failed } from '../shared/undo';
import { newKey, type useTest } from './useTest';

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
      const { found } =
        entries.length === 0
          ? { found: [] }
          : await call('findSimilar', { params: { testId }, body: { entries, each: 1 } });
      const pairs = found.flatMap(({ entry, items }) =>
        items[0] ? [{ entry, item: items[0].item }] : [],
      );
      test.know(...pairs.map(({ item }) => item));
      test.change(
        'parallel items',
        ...first,
        ...pairs.map(({ entry, item }) => swapOf(form, entry, item)),
      );
      const missing = entries.length - pairs.length;
      if (missing > 0)
        done(
          `For ${missing} of ${entries.length} items nothing similar is left; they stand as in form A.`,
        );
    } catch (error) {
      failed(error);
    } finally {
      busy.value = false;
    }
  }

  async function add(way: 'order' | 'parallel' | 'adapted'): Promise<void> {
    if (!test.outline.value) return;
    const name = freeName(test.outline.value);
    const form: Form = {
      id: newKey(),
      name,
      note: '',
      shuffle: way === 'order',
      mostChoices: way === 'adapted' ? 3 : null,
      swaps: [],
      without: [],
      easier: way === 'adapted',
      passages: [],
    };
    const put: Change = { do: 'put-form', form, before: null };
    if (way === 'parallel') await parallel(form.id, [put]);
    else test.change(`form ${name}`, put);
    if (test.outline.value?.forms.some(({ id }) => id === form.id)) chosenId.value = form.id;
  }

  return { chosen, chosenId, busy, add, parallel, swapOf };
}
