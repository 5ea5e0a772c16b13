import { elementAt } from '@oaken/core/certain';
import type { Pinned } from '@oaken/contract/assessments';
import { cellStates } from '@oaken/core/assembly';
import { forecastInWords, notedItem, notesOn } from '@oaken/core/notes';
import { allEntries, type Outline, type PointsOf } from '@oaken/core/assessments';
import { computed, type Ref } from 'vue';
import { useLibrary } from '../library/library';
import { plannedOf, usualSeconds } from './planned';
import type { AboutTest } from './useTest';

interface Noted {
  outline: Ref<Outline | null>;
  revisions: Ref<ReadonlyMap<number, Pinned>>;
  points: Ref<PointsOf | null>;
  about: Ref<AboutTest | null>;
}

/** What stands in the margin of a test, made anew with every change of it. */
export function useNotes({ outline, revisions, points, about }: Noted) {
  const library = useLibrary();
  const pinned = computed(() =>
    (outline.value ? allEntries(outline.value) : []).flatMap((entry, index) => {
      const revision = revisions.value.get(entry.revisionId);
      return revision
        ? [
            {
              entry,
              number: index + 1,
              item: revision,
              worth: points.value?.entries.get(entry.id) ?? entry.points,
            },
          ]
        : [];
    }),
  );
  const items = computed(() =>
    pinned.value.map(({ entry, number, item, worth }) =>
      notedItem({ ...entry, points: worth }, number, {
        ...item,
        retired: item.bank.retired,
        seconds: item.seconds ?? usualSeconds,
      }),
    ),
  );
  const cells = computed(() => {
    const blueprint = outline.value?.blueprint;
    if (!blueprint) return [];
    const planned = pinned.value.map(({ item, worth }) => ({
      ...plannedOf(item, library.chainOf),
      points: worth,
    }));
    return cellStates(blueprint, planned).map(({ row, column, want, have }) => ({
      title: `${library.standards.get(elementAt(blueprint.rows, row).standard)?.code ?? 'A row'}${blueprint.byDepth ? `, depth ${column + 1}` : ''}`,
      want,
      have,
    }));
  });
  const notes = computed(() =>
    notesOn(items.value, {
      grades: outline.value?.grades ?? [],
      minutes: outline.value?.minutes ?? outline.value?.blueprint?.minutes ?? null,
      enemies: about.value?.enemies ?? [],
      cells: cells.value,
      measure: outline.value?.blueprint?.measure ?? 'items',
    }),
  );
  return {
    notes,
    /** What is said of each entry, by its id. */
    notesAt: computed(() => {
      const itemsByPassage = new Map<string, string[]>();
      for (const { entries, words, about: kind } of notes.value)
        // What almost every item shares says nothing beside a single row.
        if (kind !== 'few' && kind !== 'hand')
          for (const id of entries)
            itemsByPassage.set(id, [...(itemsByPassage.get(id) ?? []), words]);
      return itemsByPassage;
    }),
    forecasts: computed(() => (about.value ? forecastInWords(about.value.forecast) : [])),
  };
}
