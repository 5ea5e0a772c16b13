import { elementAt } from '@oaken/core/certain';
import type { Pinned } from '@oaken/contract/assessments';
import { cellStates } from '@oaken/core/assembly';
import { forecastInWords, notedItem, notesOn } from '@oaken/core/notes';
import { allEntries, type Outline, type PointsOf } from '@oaken/core/assessments';
import { computed, type Ref } from 'vue';
import { useLibrary } from '../library/library';
import { plannedOf, usualSeconds } from './planned';
import type { AboutTest } from './useTest';
import { say } from '../../words/teacher';

interface Noted {
  outline: Ref<Outline | null>;
  revisions: Ref<ReadonlyMap<number, Pinned>>;
  points: Ref<PointsOf | null>;
  about: Ref<AboutTest | null>;
}

/** The items of a test with their numbers, and what each gives here. */
function numbered(
  outline: Outline | null,
  revisions: ReadonlyMap<number, Pinned>,
  points: PointsOf | null,
) {
  return (outline ? allEntries(outline) : []).flatMap((entry, index) => {
    const item = revisions.get(entry.revisionId);
    const worth = points?.entries.get(entry.id) ?? entry.points;
    return item ? [{ entry, number: index + 1, item, worth }] : [];
  });
}

/** What is said of each entry, by its id; what almost every item shares says nothing beside a single row. */
function wordsByEntry(notes: ReturnType<typeof notesOn>): Map<string, string[]> {
  const byEntry = new Map<string, string[]>();
  for (const { entries, words, about } of notes) {
    if (about === 'few' || about === 'hand') continue;
    for (const id of entries) byEntry.set(id, [...(byEntry.get(id) ?? []), words]);
  }
  return byEntry;
}

/** What stands in the margin of a test, made anew with every change of it. */
export function useNotes({ outline, revisions, points, about }: Noted) {
  const library = useLibrary();
  const pinned = computed(() => numbered(outline.value, revisions.value, points.value));
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
      title: `${library.standards.get(elementAt(blueprint.rows, row).standard)?.code ?? say('tests.aRow')}${blueprint.byDepth ? say('tests.depthNumberAfter', { number: column + 1 }) : ''}`,
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
    notesAt: computed(() => wordsByEntry(notes.value)),
    forecasts: computed(() => (about.value ? forecastInWords(about.value.forecast) : [])),
  };
}
