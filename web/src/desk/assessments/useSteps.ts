/** The steps that can be undone and done again. Undo plays the inverse, so it never takes back somebody else's work. */
import type { Change } from '@oaken/core/assessments';
import { computed, ref } from 'vue';

interface Step {
  text: string;
  there: Change[];
  back: Change[];
}

const mostKept = 100;

/** @param play applies changes as one step; gives what takes them back, or null where they do not fit */
export function useSteps(play: (text: string, changes: Change[]) => Change[] | null) {
  const past = ref<Step[]>([]);
  const future = ref<Step[]>([]);

  function change(text: string, ...changes: Change[]): void {
    const back = play(text, changes);
    if (!back) return;
    past.value = [...past.value.slice(1 - mostKept), { text, there: changes, back }];
    future.value = [];
  }

  function undo(): void {
    const step = past.value.at(-1);
    if (!step || !play(step.text, step.back)) return;
    past.value = past.value.slice(0, -1);
    future.value = [...future.value, step];
  }

  function redo(): void {
    const step = future.value.at(-1);
    if (!step || !play(step.text, step.there)) return;
    future.value = future.value.slice(0, -1);
    past.value = [...past.value, step];
  }

  return {
    change,
    undo,
    redo,
    /** What is taken back after a refusal would no longer meet what it was made for. */
    forget: () => ([past.value, future.value] = [[], []]),
    canUndo: computed(() => past.value.at(-1)?.text ?? null),
    canRedo: computed(() => future.value.at(-1)?.text ?? null),
  };
}
