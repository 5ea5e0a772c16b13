/** The search that a bank's pages share: filters, what was found, and more of it on demand. */
import { pageSize, type ItemRow, type Search } from '@oaken/contract/banks';
import { computed, reactive, ref, watch } from 'vue';
import { call } from '../../client/call';
import { inWords } from '../../client/request';

export interface Filters {
  words: string;
  standard: number | null;
  grades: number[];
  kind: Search['kind'] | null;
  depth: number | null;
  bank: number | null;
  folder: number | null;
  sort: NonNullable<Search['sort']>;
}

export type FilterName = Exclude<keyof Filters, 'sort'>;

export const noFilters = (): Filters => ({
  words: '',
  standard: null,
  grades: [],
  kind: null,
  depth: null,
  bank: null,
  folder: null,
  sort: 'relevance',
});

type Found = Awaited<ReturnType<typeof call<'searchItems'>>>;

export function useSearch(start: Partial<Filters> = {}) {
  const filters = reactive<Filters>({ ...noFilters(), ...start });
  const total = ref(0);
  const items = ref<ItemRow[]>([]);
  const counts = ref<Found['counts'] | null>(null);
  const loading = ref(true);
  const wrong = ref('');
  let latest = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;

  async function load(from: number): Promise<void> {
    const mine = ++latest;
    loading.value = true;
    try {
      const { grades, words, ...rest } = filters;
      const found = await call('searchItems', {
        query: { ...rest, words: words.trim(), grades: grades.join(','), from },
      });
      // An answer that was overtaken by a newer question is not shown.
      if (mine !== latest) return;
      total.value = found.total;
      counts.value = found.counts;
      items.value = from === 0 ? found.items : [...items.value, ...found.items];
      wrong.value = '';
    } catch (error) {
      if (mine === latest) wrong.value = inWords(error);
    } finally {
      if (mine === latest) loading.value = false;
    }
  }

  watch(
    filters,
    () => {
      clearTimeout(timer);
      timer = setTimeout(() => void load(0), 120);
    },
    { deep: true },
  );
  void load(0);

  const tallyOf = (name: keyof Found['counts']) => computed(() => new Map(counts.value?.[name] ?? []));
  return {
    filters,
    total,
    items,
    counts: {
      standards: tallyOf('standards'),
      grades: tallyOf('grades'),
      kinds: tallyOf('kinds'),
      depths: tallyOf('depths'),
    },
    loading,
    wrong,
    hasMore: computed(() => items.value.length < total.value),
    more: () => load(Math.ceil(items.value.length / pageSize) * pageSize),
    clear: () => Object.assign(filters, noFilters(), { sort: filters.sort }),
  };
}

export type SearchState = ReturnType<typeof useSearch>;
