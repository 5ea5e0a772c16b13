/** The way through a sitting: every question with its number, how far it is done, and whether it can be gone to. */
import type { AttemptAnswer } from '@oaken/contract/attempts';
import type { SittingEntry } from '@oaken/core/forms';
import type { Responses } from '@oaken/core/items';
import { progressOf } from '@oaken/core/sitting';
import { computed, ref, watch, type Ref } from 'vue';
import type { Step } from './WayThrough.vue';

interface Sitting {
  /** Questions that are open together. */
  entries: Ref<readonly SittingEntry[]>;
  answerOf: (entryId: string) => { responses: Responses; flagged: boolean };
  /** Place of the question that is looked at, from 0. */
  index: Ref<number>;
  /** One question after the other: what was not reached yet cannot be jumped to. */
  stepwise: () => boolean;
  /** Where the stages of the sitting stand; none where all questions are open together. */
  course: () => AttemptAnswer['course'] | undefined;
}

/** A question of another stage. */
const shutStep = (
  number: number,
  progress: Step['progress'],
  shut: NonNullable<Step['shut']>,
): Step => ({ id: `n${number}`, number, here: false, shut, progress, flagged: false });

export function useWay({ entries, answerOf, index, stepwise, course }: Sitting) {
  /** How far the student has come: by where they were, and by what they answered. */
  const furthest = ref(0);
  const lastAnswered = () =>
    entries.value.findLastIndex(({ id }) => Object.keys(answerOf(id).responses).length > 0);
  watch(index, (now) => (furthest.value = Math.max(furthest.value, now, lastAnswered())), {
    immediate: true,
  });

  /** Questions before the ones that are open, which were left for good. */
  const before = computed(() => course()?.earlier.length ?? 0);
  const total = computed(() => before.value + entries.value.length + (course()?.ahead ?? 0));
  const openSteps = computed(() =>
    entries.value.map(({ id, item }, n): Step => {
      const { responses, flagged } = answerOf(id);
      return {
        id,
        number: before.value + n + 1,
        here: n === index.value,
        shut: stepwise() && n > furthest.value + 1 ? 'ahead' : null,
        progress: progressOf(item.parts, responses),
        flagged,
      };
    }),
  );
  const way = computed((): Step[] => {
    const { earlier = [], ahead = 0 } = course() ?? {};
    const first = before.value + entries.value.length + 1;
    return [
      ...earlier.map((progress, n) => shutStep(n + 1, progress, 'left')),
      ...openSteps.value,
      ...Array.from({ length: ahead }, (_, n) => shutStep(first + n, 'unanswered', 'ahead')),
    ];
  });

  return { before, total, openSteps, way, beginStage: () => (furthest.value = 0) };
}
