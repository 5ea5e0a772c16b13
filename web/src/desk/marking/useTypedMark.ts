/** The mark that is being typed for an answer; what was typed and not given yet is there again when the answer is. */
import { levelPoints, type Levels } from '@oaken/core/items';
import isEqual from 'fast-deep-equal';
import { computed, ref, watch, type Ref } from 'vue';
import { useKeptForm } from '../shared/keptForm';
import { markOf, taskKey as keyOf, type Source, type Task } from './useMarking';

/** What stands in the fields. */
interface Typed {
  points: string;
  levels: Levels;
  comment: string;
  voice: string | null;
}

/** What the server has of an answer. */
function givenOf(task: Task): Typed {
  const mark = markOf(task);
  return {
    points: mark?.points == null ? '' : String(mark.points),
    levels: mark?.levels ?? {},
    comment: mark?.comment ?? '',
    voice: mark?.voice ?? null,
  };
}

const toValueOf = (fields: { [Field in keyof Typed]: Ref<Typed[Field]> }): Typed => ({
  points: fields.points.value,
  levels: fields.levels.value,
  comment: fields.comment.value,
  voice: fields.voice.value,
});

/** @param task the answer that is looked at */
export function useTypedMark(source: Source, task: Ref<Task | null>) {
  const points = ref('');
  const levels = ref<Levels>({});
  const comment = ref('');
  const voice = ref<string | null>(null);
  /** What stands in the fields was typed earlier and never given. */
  const recovered = ref(false);
  const kept = useKeptForm<Record<string, Typed>>(
    `marking-${source.by === 'second' ? source.secondMarkingId : source.assignmentId}`,
  );
  const fields = { points, levels, comment, voice };
  const typed = (): Typed => toValueOf(fields);

  /** What is kept of all other answers. */
  function othersOf(here: Task): Record<string, Typed> {
    const { [keyOf(here)]: _, ...others } = kept.read() ?? {};
    return others;
  }
  /** Nothing is kept of an answer any more. */
  function forget(here: Task): void {
    const others = othersOf(here);
    if (Object.keys(others).length > 0) kept.write(others);
    else kept.forget();
  }
  watch(Object.values(fields), () => {
    const here = task.value;
    if (!here) return;
    if (isEqual(typed(), givenOf(here))) forget(here);
    else kept.write({ ...othersOf(here), [keyOf(here)]: typed() });
  });

  /** Fills the fields for the answer that is looked at now. */
  function show(): void {
    if (!task.value) return;
    const given = givenOf(task.value);
    const earlier = kept.read()?.[keyOf(task.value)];
    recovered.value = earlier !== undefined && !isEqual(earlier, given);
    const now = earlier ?? given;
    [points.value, levels.value, comment.value] = [now.points, now.levels, now.comment];
    // What was kept before there were recordings has none.
    voice.value = now.voice ?? null;
  }

  const numberTyped = computed(() => Number(points.value.trim().replace(',', '.') || 'none'));
  const sumOfLevels = (chosen: Levels) => {
    const criteria = task.value?.part.criteria ?? [];
    return criteria.length === 0 ? null : levelPoints(criteria, chosen);
  };
  return {
    ...fields,
    recovered,
    show,
    forget,
    /** Not a number where there is none. */
    numberTyped,
    /** Levels set the points; points typed by hand stand without them. */
    choose(chosen: Levels): void {
      levels.value = chosen;
      const sum = sumOfLevels(chosen);
      if (sum !== null) points.value = String(sum);
    },
    levelsStand: computed(() => sumOfLevels(levels.value) === numberTyped.value),
  };
}
