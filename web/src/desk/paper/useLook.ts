/** What a person has to look at, one thing after the other; what was decided can be gone back to. */
import type { AnswerOf, api, BodyOf } from '@oaken/contract';
import type { UnclearPage, UnclearRow } from '@oaken/contract/paper';
import { computed, onMounted, ref } from 'vue';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';

export type Looked = AnswerOf<typeof api.readUnclear>;

/** One thing to look at. */
export type Unclear =
  | { kind: 'row'; key: string; row: UnclearRow; decided: string[] | null }
  | { kind: 'page'; key: string; page: UnclearPage; decided: 'taken' | 'left-out' | null };

export type PageDecision = BodyOf<typeof api.decidePage>;

/** @param first the page that is wanted first */
export function useLook(assignmentId: number, first: number | null) {
  const looked = ref<Looked | null>(null);
  const things = ref<Unclear[]>([]);
  const place = ref(0);
  const { wrong, busy, read, act } = useDoing();

  async function load(): Promise<void> {
    await read(async () => {
      const answer = await call('readUnclear', { params: { assignmentId } });
      looked.value = answer;
      things.value = [
        ...answer.rows.map((row): Unclear => ({
          ...{ kind: 'row', key: `row ${row.pageId} ${row.row}` },
          ...{ row, decided: null },
        })),
        ...answer.pages.map((page): Unclear => ({
          ...{ kind: 'page', key: `page ${page.pageId}` },
          ...{ page, decided: null },
        })),
      ];
      const wanted = things.value.findIndex(
        (thing) => thing.kind === 'page' && thing.page.pageId === first,
      );
      place.value = Math.max(0, wanted);
    });
  }
  onMounted(load);

  const now = computed(() => things.value[place.value] ?? null);
  const left = computed(() => things.value.filter(({ decided }) => decided === null).length);
  const go = (by: 1 | -1) => {
    place.value = Math.min(things.value.length, Math.max(0, place.value + by));
  };

  return {
    ...{ looked, things, place, now, left, wrong, busy, load },
    next: () => go(1),
    back: () => go(-1),
    async decideRow(marks: string[]): Promise<void> {
      const thing = now.value;
      if (thing?.kind !== 'row' || busy.value) return;
      const { pageId, row } = thing.row;
      const saved = await act(() =>
        call('decideRow', { params: { pageId, row }, body: { marks } }),
      );
      if (!saved) return;
      thing.decided = marks;
      go(1);
    },
    async decidePage(decision: PageDecision): Promise<void> {
      const thing = now.value;
      if (thing?.kind !== 'page' || busy.value) return;
      const { pageId } = thing.page;
      const saved = await act(() => call('decidePage', { params: { pageId }, body: decision }));
      if (!saved) return;
      thing.decided = decision.as;
      // A page that is placed may have rows of its own to look at.
      if (decision.as === 'taken') await load();
      else go(1);
    },
  };
}
