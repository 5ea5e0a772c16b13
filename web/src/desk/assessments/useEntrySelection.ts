/** Which items of a test are selected, and what is done to all of them in one step. */
import {
  allEntries,
  applyChange,
  movesTo,
  type Change,
  type Outline,
  type PassageOf,
} from '@oaken/core/assessments';
import { computed, ref, watch } from 'vue';

export function useEntrySelection(outline: () => Outline, passageOf: () => PassageOf) {
  const ids = ref<ReadonlySet<string>>(new Set());
  let last = '';
  const entries = computed(() => allEntries(outline()));
  /** In the order of the test. */
  const selected = computed(() => entries.value.filter(({ id }) => ids.value.has(id)));

  /** With Shift everything between the one before and this one joins. */
  function toggle(id: string, withShift: boolean): void {
    const next = new Set(ids.value);
    const order = entries.value.map((entry) => entry.id);
    const [from, to] = [order.indexOf(last), order.indexOf(id)].sort((a, b) => a - b) as [
      number,
      number,
    ];
    if (withShift && from >= 0) order.slice(from, to + 1).forEach((between) => next.add(between));
    else if (!next.delete(id)) next.add(id);
    last = id;
    ids.value = next;
  }
  const clear = () => (ids.value = new Set());
  // What a colleague removes is no longer selected.
  watch(entries, (now) => {
    const here = new Set(now.map(({ id }) => id));
    if ([...ids.value].some((id) => !here.has(id)))
      ids.value = new Set([...ids.value].filter((id) => here.has(id)));
  });

  /** All of them, in their order, before the entry `before` of a section, or to its end. */
  function movesOfAll(section: string, before: string | null): Change[] {
    const changes: Change[] = [];
    let current = outline();
    for (const { id } of selected.value) {
      for (const change of movesTo(current, id, { section, before }, passageOf())) {
        current = applyChange(current, change).outline;
        changes.push(change);
      }
    }
    return changes;
  }

  return {
    ids,
    selected,
    toggle,
    clear,
    pointsForAll: (points: number): Change[] =>
      selected.value.map(({ id }) => ({ do: 'give-points', entry: id, points })),
    removalOfAll: (): Change[] => selected.value.map(({ id }) => ({ do: 'remove', entry: id })),
    toSection: (section: string) => movesOfAll(section, null),
    /** @param place from 1, in the whole test; they stand there in their order */
    toPlace(place: number): Change[] {
      const rest = entries.value.filter(({ id }) => !ids.value.has(id));
      const before = rest[place - 1];
      const anchor = before ?? rest.at(-1);
      const section =
        outline().sections.find((candidate) =>
          candidate.entries.some(({ id }) => id === anchor?.id),
        ) ?? outline().sections.at(-1);
      return section ? movesOfAll(section.id, before?.id ?? null) : [];
    },
    count: computed(() => entries.value.length),
  };
}
