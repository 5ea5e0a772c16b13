/** The search that a bank's pages share: filters, what was found, and more of it as it comes into view. */
import type { AnswerOf, api } from '@oaken/contract';
import type { PartKind } from '@oaken/core/items';
import { pageSize, type ItemRow, type Search } from '@oaken/contract/banks';
import { computed, reactive, ref, shallowRef, triggerRef, watch, type Ref } from 'vue';
import { call } from '../../client/call';
import { useRefresh } from '../../client/useRefresh';
import { inWords } from '../../client/request';

/** Filters as the page holds them: null or an empty list where nothing is asked; of a list any will do. */
export interface Filters {
  words: string;
  framework: number | null;
  standard: number[];
  grades: number[];
  subject: string | null;
  kind: PartKind[];
  depth: number[];
  markedBy: Search['markedBy'] | null;
  has: Search['has'] | null;
  passage: Search['passage'] | null;
  bank: number | null;
  folder: number | null;
  curriculumLine: number | null;
  tag: string | null;
  difficulty: string | null;
  itemRestCorrelation: string | null;
  uses: string | null;
  editedSince: string | null;
  unusedSince: string | null;
  unusedBy: number | null;
  sort: NonNullable<Search['sort']>;
}

export type FilterName = Exclude<keyof Filters, 'sort'>;

export const noFilters = (): Filters => ({
  words: '',
  framework: null,
  standard: [],
  grades: [],
  subject: null,
  kind: [],
  depth: [],
  markedBy: null,
  has: null,
  passage: null,
  bank: null,
  folder: null,
  curriculumLine: null,
  tag: null,
  difficulty: null,
  itemRestCorrelation: null,
  uses: null,
  editedSince: null,
  unusedSince: null,
  unusedBy: null,
  sort: 'relevance',
});

type Found = AnswerOf<typeof api.searchItems>;
export type Counts = NonNullable<Found['counts']>;

/** The filters as the server is asked. */
export const asQuery = ({ grades, standard, kind, depth, words, ...rest }: Filters) => ({
  ...rest,
  words: words.trim(),
  grades: grades.join(','),
  standard: standard.join(','),
  kind: kind.join(','),
  depth: depth.join(','),
});

/** What is known of a list that was asked for. */
const pageState = () => ({
  total: ref(0),
  /** Items that are not looked through yet: after a start of the server its search fills. */
  coming: ref(0),
  /** By their place in the whole list; what was not looked at yet is not there. */
  rows: shallowRef(new Map<number, ItemRow>()),
  counts: shallowRef<Counts | null>(null),
  matched: ref<string[]>([]),
  matchedStandards: ref<ReadonlySet<number>>(new Set()),
  mended: ref<Found['mended']>([]),
  loading: ref(true),
  wrong: ref(''),
});

/** What was found, page by page as it comes into view. */
function usePages(filters: Filters) {
  const state = pageState();
  const { total, coming, rows, counts, matched, matchedStandards, mended, loading, wrong } = state;
  const asked = new Set<number>();
  let latest = 0;

  function show(page: Found, from: number): void {
    total.value = page.total;
    coming.value = page.coming;
    if (from === 0) {
      rows.value = new Map();
      matched.value = page.matched;
      matchedStandards.value = new Set();
      mended.value = page.mended;
    }
    matchedStandards.value = new Set([...matchedStandards.value, ...page.matchedStandards]);
    if (page.counts) counts.value = page.counts;
    page.items.forEach((item, index) => rows.value.set(from + index, item));
    triggerRef(rows);
    wrong.value = '';
  }

  async function load(from: number): Promise<void> {
    // The first page begins a new list; an answer that belongs to an older one is not shown.
    const mine = from === 0 ? ++latest : latest;
    if (from === 0) {
      asked.clear();
      loading.value = true;
    }
    asked.add(from);
    try {
      const page = await call('searchItems', { query: { ...asQuery(filters), from } });
      if (mine === latest) show(page, from);
    } catch (error) {
      asked.delete(from);
      if (mine === latest) wrong.value = inWords(error);
    } finally {
      if (mine === latest && from === 0) loading.value = false;
    }
  }

  /** Loads what is missing of the places from `first` to `last`. */
  function ensure(first: number, last: number): void {
    const end = Math.min(last, total.value - 1);
    for (let page = Math.floor(first / pageSize); page * pageSize <= end; page++)
      if (!asked.has(page * pageSize)) void load(page * pageSize);
  }

  return {
    ...state,
    ensure,
    reload: () => load(0),
    /** Whether nobody has gone down the list. */
    isAtTop: () => asked.size <= 1,
  };
}

/** Asks when it is told to `reload`, and from then on whenever a filter changes. */
export function useSearch(start: Partial<Filters> = {}) {
  const filters = reactive<Filters>({ ...noFilters(), ...start });
  const { counts, isAtTop, ...pages } = usePages(filters);
  // While the search fills, what arrives is shown as long as nobody has gone down the list.
  useRefresh(() => (pages.coming.value > 0 && isAtTop() ? pages.reload() : undefined), 2_000);
  let timer: ReturnType<typeof setTimeout> | undefined;
  watch(
    filters,
    () => {
      clearTimeout(timer);
      timer = setTimeout(() => void pages.reload(), 120);
    },
    { deep: true },
  );

  return {
    filters,
    ...pages,
    /** Asks for the first time, within these grades if there are any. */
    begin(grades: readonly number[]): void {
      // Another filter makes it ask by itself.
      if (grades.length > 0) filters.grades = [...grades];
      else void pages.reload();
    },
    /** The items that were loaded, in their order. */
    items: computed(() =>
      [...pages.rows.value.entries()].sort(([a], [b]) => a - b).map(([, item]) => item),
    ),
    counts: talliesOf(counts),
    known: computed(() => counts.value !== null),
    clear: () => Object.assign(filters, noFilters(), { sort: filters.sort }),
  };
}

/** How many items each value of a filter would leave. */
function talliesOf(counts: Ref<Counts | null>) {
  const tallyOf = <Name extends keyof Counts>(name: Name) =>
    computed(
      () => new Map(counts.value?.[name] as [Counts[Name][number][0], number][] | undefined),
    );
  return {
    frameworks: tallyOf('frameworks'),
    standards: tallyOf('standards'),
    grades: tallyOf('grades'),
    subjects: tallyOf('subjects'),
    kinds: tallyOf('kinds'),
    depths: tallyOf('depths'),
    markedBy: tallyOf('markedBy'),
    media: tallyOf('media'),
    passage: tallyOf('passage'),
    banks: tallyOf('banks'),
    folders: tallyOf('folders'),
    tags: tallyOf('tags'),
    difficulty: tallyOf('difficulty'),
    itemRestCorrelation: tallyOf('itemRestCorrelation'),
    uses: tallyOf('uses'),
  };
}

export type SearchState = ReturnType<typeof useSearch>;
