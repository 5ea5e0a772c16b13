/** The results that the page's address asks for: of which work, filtered how. */
import { present } from '@oaken/core/certain';
import { unpackResults, type ResultsAnswer } from '@oaken/contract/results';
import isEqual from 'fast-deep-equal';
import { computed, ref, shallowRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { call } from '../../client/call';
import { inWords } from '../../client/request';

/** What can be asked for beside the whole; kept in the address, so that a link shows the same. */
export const filterNames = ['classId', 'groupId', 'form', 'attempt', 'from', 'to'] as const;
export type FilterName = (typeof filterNames)[number];

export function useResults() {
  const route = useRoute();
  const router = useRouter();
  const assignmentId = Number(route.params.assignmentId) || null;
  const sheetId = Number(route.params.sheetId) || null;
  // Replaced whole, never changed: a grade's thousands of cells need not be watched one by one.
  const results = shallowRef<ResultsAnswer | null>(null);
  const wrong = ref('');
  const busy = ref(false);

  const filters = computed(() => {
    const chosen: Partial<Record<FilterName, string>> = {};
    for (const name of filterNames)
      if (typeof route.query[name] === 'string') chosen[name] = route.query[name];
    return chosen;
  });
  /** An empty form is the first one; anything else that is empty asks for nothing. */
  function filter(name: FilterName, value: string | null): void {
    const { [name]: _, ...rest } = filters.value;
    const { item } = route.query;
    void router.replace({
      query: { ...(item && { item }), ...rest, ...(value !== null && { [name]: value }) },
    });
  }

  const all = () => void router.replace({ query: {} });

  /** The latest question counts, whichever answer comes last. */
  let asked = 0;
  async function load(): Promise<void> {
    const value = ++asked;
    busy.value = true;
    try {
      const answer = sheetId
        ? await call('readSheetResults', { params: { sheetId } })
        : unpackResults(
            await call('readResults', {
              params: { assignmentId: present(assignmentId, 'assignment id') },
              query: filters.value,
            }),
          );
      if (value === asked) results.value = answer;
      wrong.value = '';
    } catch (error) {
      if (value === asked) wrong.value = inWords(error);
    } finally {
      if (value === asked) busy.value = false;
    }
  }
  watch(filters, (now, before) => isEqual(now, before) || void load());
  return { assignmentId, sheetId, results, wrong, busy, filters, filter, all, load };
}
