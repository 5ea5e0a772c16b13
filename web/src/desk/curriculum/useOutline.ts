/** The lines of a curriculum while they are changed: each change is written whole, and can be taken back. */
import type { Curriculum, CurriculumLineRow } from '@oaken/contract/curricula';
import {
  endOf,
  shifted,
  stepped,
  without,
  moved,
  type CurriculumLine,
  type LineKind,
} from '@oaken/core/curriculum';
import { elementAt } from '@oaken/core/certain';
import { ref, type Ref } from 'vue';
import { call } from '../../client/call';
import { done, failed } from '../shared/undo';
import { say } from '../../words/teacher';
import { useCurricula } from './curricula';

/** A line as it is written; a new one has no id yet. */
export type WrittenLine = CurriculumLine & { id: number | null };

const written = ({ id, title, kind, level, startsOn }: CurriculumLineRow): WrittenLine => ({
  id,
  title,
  kind,
  level,
  startsOn,
});

/** What a line within one of each kind usually is. */
const kindWithin: Record<LineKind, LineKind> = {
  course: 'unit',
  unit: 'lesson',
  week: 'lesson',
  lesson: 'topic',
  topic: 'topic',
};

/** Writes the lines of a curriculum, and says what was done with the way back. */
function useWriting(curriculum: Ref<Curriculum | null>) {
  const store = useCurricula();
  const busy = ref(false);

  /** @returns the ids of the lines as they are now; null when it was refused, which is said */
  async function write(lines: readonly WrittenLine[], text: string): Promise<number[] | null> {
    const before = curriculum.value;
    if (!before || busy.value) return null;
    busy.value = true;
    try {
      const params = { curriculumId: before.id };
      const { version, ids } = await call('writeCurriculum', {
        params,
        body: { version: before.version, lines: [...lines] },
      });
      await store.load();
      done(text, async () => {
        await call('writeCurriculum', {
          params,
          body: { version, lines: before.lines.map(written) },
        });
        await store.load();
      });
      return ids;
    } catch (error) {
      failed(error);
      await store.load().catch(() => {});
      return null;
    } finally {
      busy.value = false;
    }
  }
  return { busy, write };
}

/** @param curriculum null while there is none */
export function useOutline(curriculum: Ref<Curriculum | null>) {
  const { busy, write } = useWriting(curriculum);
  const now = (): WrittenLine[] => (curriculum.value?.lines ?? []).map(written);
  const change = (next: WrittenLine[] | null, text: string) =>
    next === null ? Promise.resolve(null) : write(next, text);

  return {
    busy,
    step: (index: number, by: 1 | -1) =>
      change(stepped(now(), index, by), say('curriculum.lineMoved')),
    shift: (index: number, by: 1 | -1) =>
      change(shifted(now(), index, by), say('curriculum.lineMoved')),
    /** To the place before the line at `to`, at its level. */
    drop: (from: number, to: number) => {
      const lines = now();
      const beside = lines[to] ?? elementAt(lines, -1);
      return change(moved(lines, from, to, beside.level), say('curriculum.lineMoved'));
    },
    remove: (index: number) =>
      change(
        without(now(), index),
        say('curriculum.lineRemoved', { title: elementAt(now(), index).title }),
      ),
    describe: (index: number, facts: Pick<CurriculumLine, 'title' | 'kind' | 'startsOn'>) =>
      change(
        now().map((line, place) => (place === index ? { ...line, ...facts } : line)),
        say('curriculum.lineChanged'),
      ),
    /**
     * A new line behind the one at `index` and all that belongs to it, or within it at its end; -1 for the end.
     *
     * @returns its id
     */
    async add(title: string, index: number, within: boolean): Promise<number | null> {
      const lines = now();
      const beside = index < 0 ? undefined : elementAt(lines, index);
      const place = beside ? endOf(lines, index) : lines.length;
      const line: WrittenLine = {
        id: null,
        title,
        level: beside ? beside.level + (within ? 1 : 0) : 0,
        kind: beside && within ? kindWithin[beside.kind] : (beside?.kind ?? 'unit'),
        startsOn: null,
      };
      const ids = await write(lines.toSpliced(place, 0, line), say('curriculum.lineAdded'));
      return ids?.[place] ?? null;
    },
  };
}
