/** The curricula that I may read, and where my classes are in them: read once, and anew after a change. */
import type { Curriculum, CurriculumLineRow, Following } from '@oaken/contract/curricula';
import { aboveOf, lineOfDay } from '@oaken/core/curriculum';
import { elementAt } from '@oaken/core/certain';
import { wallOf } from '@oaken/core/timing';
import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { call } from '../../client/call';
import { useSession } from '../../client/session';
import { say } from '../../words/teacher';

export const useCurricula = defineStore('curricula', () => {
  const session = useSession();
  const curricula = ref<Curriculum[]>([]);
  const classes = ref<Following[]>([]);
  /** Nothing is said before it was read. */
  const known = ref(false);

  async function load(): Promise<void> {
    const answer = await call('listCurricula', {});
    curricula.value = answer.curricula;
    classes.value = answer.classes;
    known.value = true;
  }
  const lines = computed(
    () =>
      new Map(
        curricula.value.flatMap((curriculum) =>
          curriculum.lines.map(
            (line, index): [number, { line: CurriculumLineRow; index: number; in: Curriculum }] => [
              line.id,
              { line, index, in: curriculum },
            ],
          ),
        ),
      ),
  );
  /** "Ratios, Week 2": a line with those that it belongs to. */
  function nameOf(lineId: number): string {
    const place = lines.value.get(lineId);
    if (!place) return say('curriculum.aLine');
    const above = aboveOf(place.in.lines, place.index)
      .map((index) => elementAt(place.in.lines, index).title)
      .reverse();
    return [...above, place.line.title].join(', ');
  }
  /** The classes that are at each line of a curriculum: by hand, or by the dates. */
  function classesAt(curriculum: Curriculum): Map<number, Following[]> {
    const [today = ''] = wallOf(session.now(), session.school.zone).split('T');
    const byDate = curriculum.lines[lineOfDay(curriculum.lines, today)]?.id ?? null;
    const places = new Map<number, Following[]>();
    for (const following of classes.value) {
      const lineId = following.lineId ?? byDate;
      if (following.curriculumId !== curriculum.id || lineId === null) continue;
      places.set(lineId, [...(places.get(lineId) ?? []), following]);
    }
    return places;
  }
  return { curricula, classes, known, load, lines, nameOf, classesAt };
});
