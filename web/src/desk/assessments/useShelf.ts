/** The shelf of tests as its page shows it: what is asked, what was found, and my folders. */
import type { AnswerOf, api } from '@oaken/contract';
import { shelfSearch, type TestFolder, type TestRow } from '@oaken/contract/assessments';
import type { TestKind } from '@oaken/core/assessments';
import type { ShelfOrder } from '@oaken/core/shelf';
import { reactive, ref, shallowRef, watch } from 'vue';
import { call } from '../../client/call';
import { inWords } from '../../client/request';
import { filterAddress } from '../shared/useFilterAddress';

export interface ShelfFilters {
  words: string;
  shelf: 'mine' | 'school' | 'everybody' | null;
  standard: number[];
  grades: number[];
  subject: string | null;
  kind: TestKind[];
  size: string | null;
  machine: 'yes' | 'no' | null;
  has: 'picture' | 'sound' | 'film' | null;
  tag: string | null;
  folder: number | null;
  curriculumLine: number | null;
  sort: ShelfOrder;
}

export const noFilters = (): ShelfFilters => ({
  words: '',
  shelf: 'mine',
  standard: [],
  grades: [],
  subject: null,
  kind: [],
  size: null,
  machine: null,
  has: null,
  tag: null,
  folder: null,
  curriculumLine: null,
  sort: 'changed',
});

type Counts = AnswerOf<typeof api.searchTests>['counts'];

/** The filters of the shelf in the page's address. */
export const shelfAddress = filterAddress<ShelfFilters>(shelfSearch.shape, noFilters);

export function useShelf(start: Partial<ShelfFilters> = {}) {
  const filters = reactive<ShelfFilters>({ ...noFilters(), ...start });
  const tests = shallowRef<TestRow[] | null>(null);
  const total = ref(0);
  const counts = shallowRef<Counts | null>(null);
  const folders = ref<TestFolder[]>([]);
  const wrong = ref('');
  let latest = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;

  async function load(from = 0): Promise<void> {
    const mine = ++latest;
    try {
      const { grades, standard, kind, ...rest } = filters;
      const page = await call('searchTests', {
        query: {
          ...rest,
          grades: grades.join(','),
          standard: standard.join(','),
          kind: kind.join(','),
          from,
        },
      });
      if (mine !== latest) return;
      tests.value = from === 0 ? page.tests : [...(tests.value ?? []), ...page.tests];
      total.value = page.total;
      counts.value = page.counts;
      wrong.value = '';
    } catch (error) {
      if (mine === latest) wrong.value = inWords(error);
    }
  }
  const loadFolders = async () => (folders.value = (await call('listTestFolders', {})).folders);
  const more = () => load(tests.value?.length ?? 0);

  watch(
    filters,
    () => {
      clearTimeout(timer);
      timer = setTimeout(() => void load(), 120);
    },
    { deep: true },
  );
  void load();
  loadFolders().catch((error) => (wrong.value = inWords(error)));

  const tally = <Name extends keyof Counts>(name: Name) =>
    new Map(counts.value?.[name] as [Counts[Name][number][0], number][] | undefined);
  return { filters, tests, total, counts, folders, wrong, tally, load, more, loadFolders };
}
export type ShelfState = ReturnType<typeof useShelf>;
