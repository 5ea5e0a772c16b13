/** Has a blueprint filled, follows what is being done, and turns the answer into changes of the test. */
import type { Filled, FillLine } from '@oaken/contract/tests';
import { cellOf, type Blueprint } from '@oaken/core/assembly';
import { allEntries, applyChange, placeFor, type Change, type Entry, type Form, type Outline } from '@oaken/core/tests';
import { computed, onUnmounted, ref, shallowRef } from 'vue';
import { addressOf } from '../../client/call';
import { inWords, requestLines } from '../../client/request';
import { useLibrary } from '../banks/library';
import { plannedOf } from './planned';
import { newKey, pinOf, type useTest } from './useTest';

export function useFill(testId: number, test: ReturnType<typeof useTest>) {
  const library = useLibrary();
  const filled = shallowRef<Filled | null>(null);
  const step = ref<'reading' | 'fitting' | 'balancing' | null>(null);
  const candidates = ref(0);
  const elapsed = ref(0);
  const wrong = ref('');
  let stopper: AbortController | null = null;
  let timer: ReturnType<typeof setInterval> | undefined;

  async function fill(blueprint: Blueprint, wanted: { forms: number; seconds: number; keep: number[] }): Promise<void> {
    stop();
    const mine = (stopper = new AbortController());
    [filled.value, wrong.value, step.value, elapsed.value, candidates.value] = [null, '', 'reading', 0, 0];
    const began = Date.now();
    timer = setInterval(() => (elapsed.value = (Date.now() - began) / 1000), 200);
    try {
      await requestLines<FillLine>(addressOf('fillBlueprint', { testId }), { blueprint, ...wanted }, {
        signal: mine.signal,
        line: (own) => {
          if (own.line === 'step') [step.value, candidates.value] = [own.what, own.candidates];
          else if (own.line === 'failed') wrong.value = own.words;
          else filled.value = own;
        },
      }); // prettier-ignore
      if (!filled.value && !wrong.value) wrong.value = 'The answer broke off. Nothing was changed; try again.';
    } catch (error) {
      if (!mine.signal.aborted) wrong.value = inWords(error);
    } finally {
      if (stopper === mine) stop();
    }
  }
  function stop(): void {
    stopper?.abort();
    stopper = null;
    clearInterval(timer);
    step.value = null;
  }
  onUnmounted(stop);

  /** What to do to the test so that it is the answer: what is not in it goes, what is new comes in, and forms are made. */
  function changesFor(outline: Outline, blueprint: Blueprint, own: Filled, keep: boolean): Change[] {
    const [first = [], ...others] = own.forms;
    const wanted = new Set(first.map(({ id }) => id));
    const changes: Change[] = [];
    let next = outline;
    const apply = (change: Change) => {
      changes.push(change);
      next = applyChange(next, change).outline;
    };
    const plain = new Set(outline.sections.filter(({ draw }) => !draw).flatMap(({ entries }) => entries.map(({ id }) => id))); // prettier-ignore
    if (!keep) for (const entry of allEntries(outline)) if (plain.has(entry.id) && !wanted.has(entry.itemId)) apply({ do: 'remove', entry: entry.id }); // prettier-ignore
    const inTest = new Set(allEntries(next).map(({ itemId }) => itemId));
    const target = next.sections.findLast(({ draw }) => !draw);
    const section = target?.id ?? newKey();
    if (!target) apply({ do: 'put-section', section: { id: section, title: '', directions: '', minutes: null, keepOrder: false, draw: null, entries: [] }, before: null }); // prettier-ignore
    test.know(...own.forms.flat());
    for (const item of first.filter(({ id }) => !inTest.has(id))) {
      const entry: Entry = { id: newKey(), itemId: item.id, revisionId: item.revisionId, points: item.points };
      apply({ do: 'put', entry, ...placeFor(next, entry, { section, before: null }, test.passageOf) });
    }
    others.forEach((items, at) =>
      apply({ do: 'put-form', form: formOf(next, blueprint, items, 'BC'[at]!), before: null }),
    );
    return changes;
  }

  /** Items of another form stand in for those of the same cell and, where cells count points, the same points. */
  function formOf(outline: Outline, blueprint: Blueprint, items: Filled['forms'][number], name: string): Form {
    const keyOf = (own: ReturnType<typeof pinOf>) => {
      const cell = cellOf(blueprint, plannedOf(own, library.chainOf));
      return cell && `${cell.row}/${cell.column}${blueprint.measure === 'points' ? `/${own.points}` : ''}`;
    };
    const waiting = new Map<string, Filled['forms'][number]>();
    for (const item of items) {
      const key = keyOf(pinOf(item));
      if (key) waiting.set(key, [...(waiting.get(key) ?? []), item]);
    }
    const swaps = allEntries(outline).flatMap((entry) => {
      const pinned = test.revisions.value.get(entry.revisionId);
      const item = pinned && waiting.get(keyOf(pinned) ?? '')?.shift();
      return item ? [{ of: entry.id, id: newKey(), itemId: item.id, revisionId: item.revisionId }] : [];
    });
    const free = outline.forms.some((own) => own.name === name) ? `${name}${outline.forms.length + 2}` : name;
    return {
      id: newKey(),
      name: free,
      note: '',
      shuffle: false,
      mostChoices: null,
      swaps,
      without: [],
      easier: false,
      passages: [],
    };
  }

  const busy = computed(() => step.value !== null);
  return { filled, step, candidates, elapsed, wrong, busy, fill, stop, changesFor };
}
