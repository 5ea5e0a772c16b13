/** The blueprint of a test that is open: its cells beside what the test has, and how it is changed. */
import {
  blueprintProblems,
  cellStates,
  emptyBlueprint,
  type Blueprint,
} from '@oaken/core/assembly';
import { allEntries, mostEntries } from '@oaken/core/assessments';
import { elementAt } from '@oaken/core/certain';
import { computed } from 'vue';
import { useLibrary } from '../library/library';
import { plannedOf } from './planned';
import type { useTest } from './useTest';
import { say } from '../../words/teacher';

const emptyRow = (standard: number, byDepth: boolean) => ({
  standard,
  wants: new Array<number>(byDepth ? 4 : 1).fill(0),
});

/** Turns one column into one for each depth, all of it at depth 2, or adds them up again. */
const rowsByDepth = (rows: Blueprint['rows'], byDepth: boolean) =>
  rows.map(({ standard, wants }) => {
    const all = wants.reduce((sum, want) => sum + want, 0);
    return { standard, wants: byDepth ? [0, all, 0, 0] : [all] };
  });

export function useBlueprint({ outline, revisions, points, change }: ReturnType<typeof useTest>) {
  const library = useLibrary();
  const blueprint = computed<Blueprint>(() => outline.value?.blueprint ?? emptyBlueprint());
  const entries = computed(() => (outline.value ? allEntries(outline.value) : []));
  /** The items of the test as a blueprint counts them. */
  const planned = computed(() =>
    entries.value.flatMap(({ id, revisionId }) => {
      const revision = revisions.value.get(revisionId);
      if (!revision) return [];
      const given = points.value?.entries.get(id) ?? revision.points;
      return [{ ...plannedOf(revision, library.chainOf), points: given }];
    }),
  );

  function put(next: Blueprint, text = say('tests.theBlueprint')): void {
    change(text, { do: 'describe', facts: { blueprint: next } });
  }

  return {
    blueprint,
    entries,
    states: computed(() => cellStates(blueprint.value, planned.value)),
    problems: computed(() => blueprintProblems(blueprint.value, mostEntries)),
    put,
    set: (changed: Partial<Blueprint>) => put({ ...blueprint.value, ...changed }),
    /** Rows for these standards; those that are there keep their wishes. */
    takeStandards(ids: number[]): void {
      const { byDepth } = blueprint.value;
      const held = new Map(blueprint.value.rows.map((row) => [row.standard, row]));
      const rows = ids.map((standard) => held.get(standard) ?? emptyRow(standard, byDepth));
      put({ ...blueprint.value, rows }, say('tests.theRowsBlueprint'));
    },
    splitByDepth(byDepth: boolean): void {
      const rows = rowsByDepth(blueprint.value.rows, byDepth);
      put({ ...blueprint.value, byDepth, rows }, say('tests.howBlueprintCountsDepth'));
    },
    /** What the test has now, as the wish: a beginning that is never far off. */
    fromTest(): void {
      const lowest = planned.value.flatMap(({ standards }) =>
        standards.flatMap(([standard]) => standard ?? []),
      );
      const rows = [...new Set(lowest)].map((id) => emptyRow(id, blueprint.value.byDepth));
      const asItIs = { ...blueprint.value, rows };
      for (const { row, column, have } of cellStates(asItIs, planned.value))
        elementAt(rows, row).wants[column] = have;
      put(asItIs, say('tests.aBlueprintWhatThere'));
    },
  };
}
