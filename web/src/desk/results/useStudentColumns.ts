/** Which columns the table of students has, as this teacher last chose them, and by which it is sorted. */
import {
  columnsOf,
  orderBy,
  studentColumns,
  type ResultColumn,
  type ResultsAnswer,
  type StudentColumnId,
  type StudentResult,
} from '@oaken/contract/results';
import { present } from '@oaken/core/certain';
import { computed, ref, watch } from 'vue';
import { ariaSort } from '../shared/sorting';

export type StudentColumn = (typeof studentColumns)[number];
/** A column of the table, or the columns of the items together. */
type Hideable = StudentColumnId | 'items';

const kept = 'oaken-results-off';
/** At first what is only in the file is not on the page. */
const usuallyOff = () => studentColumns.filter(({ usual }) => !usual).map(({ id }) => id);
const readKept = (): Hideable[] =>
  (JSON.parse(localStorage.getItem(kept) ?? 'null') as Hideable[] | null) ?? usuallyOff();

export function useStudentColumns(results: () => ResultsAnswer) {
  const off = ref(new Set<Hideable>(readKept()));
  watch(off, (now) => localStorage.setItem(kept, JSON.stringify([...now])));
  /** Columns that say something here. */
  const offered = computed(() => columnsOf<StudentColumn>(studentColumns, results()));
  const isShown = (id: Hideable) => id === 'name' || !off.value.has(id);

  const sort = ref<{ by: StudentColumnId; down: boolean }>({ by: 'roster', down: false });
  const columnOf = (id: StudentColumnId): ResultColumn<StudentResult> =>
    present(
      studentColumns.find((column) => column.id === id),
      'column of students',
    );
  const sorted = computed(() => {
    const order = orderBy(columnOf(sort.value.by), results());
    return [...results().students].sort((a, b) => (sort.value.down ? -1 : 1) * order(a, b));
  });

  return {
    offered,
    isShown,
    columns: computed(() => offered.value.filter(({ id }) => isShown(id))),
    items: computed(() => (isShown('items') ? results().items : [])),
    toggle(id: Hideable): void {
      const without = new Set([...off.value].filter((candidate) => candidate !== id));
      off.value = off.value.has(id) ? without : without.add(id);
    },
    sorted,
    /** Figures begin with the highest. */
    sortBy(by: StudentColumnId): void {
      const down = sort.value.by === by ? !sort.value.down : by === 'points' || by === 'percent';
      sort.value = { by, down };
    },
    sortWord: (by: StudentColumnId) => ariaSort(sort.value, by),
  };
}
