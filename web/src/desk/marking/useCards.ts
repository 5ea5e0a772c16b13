/** The cards of a page: which of them are selected, which has the focus, and how keys go from one to the next. */
import { elementAt } from '@oaken/core/certain';
import { computed, reactive, ref, type Ref } from 'vue';
import { isMarked, taskKey, type Task } from './useMarking';

interface Card {
  focus(): void;
  top(): number;
}

function useSelection(tasks: Ref<Task[]>) {
  const chosen = reactive(new Set<string>());
  return {
    selected: computed(() => tasks.value.filter((task) => chosen.has(taskKey(task)))),
    isSelected: (task: Task) => chosen.has(taskKey(task)),
    select(task: Task, on: boolean): void {
      if (on) chosen.add(taskKey(task));
      else chosen.delete(taskKey(task));
    },
    selectUnmarked(): void {
      for (const task of tasks.value) if (!isMarked(task)) chosen.add(taskKey(task));
    },
    clear: () => chosen.clear(),
  };
}

/** @param tasks those that are shown, in their order */
export function useCards(tasks: Ref<Task[]>) {
  const selection = useSelection(tasks);
  const { selected } = selection;
  const focused = ref<string | null>(null);
  const cards = new Map<string, Card>();
  const indexOf = (key: string | null) => tasks.value.findIndex((task) => taskKey(task) === key);

  function focus(index: number): void {
    const task = tasks.value[index];
    if (task) cards.get(taskKey(task))?.focus();
  }
  /** How many stand in a line. */
  function perLine(): number {
    const tops = tasks.value.map((task) => cards.get(taskKey(task))?.top() ?? 0);
    return Math.max(1, tops.filter((top) => top === tops[0]).length);
  }

  return {
    ...selection,
    /** What a key is meant for: what is selected, or else the card that has the focus. */
    meant: computed(() => {
      if (selected.value.length > 0) return selected.value;
      const here = tasks.value[indexOf(focused.value)];
      return here ? [here] : [];
    }),
    register(task: Task, card: unknown): void {
      if (card) cards.set(taskKey(task), card as Card);
      else cards.delete(taskKey(task));
    },
    focusedOn: (task: Task) => (focused.value = taskKey(task)),
    focusAttempt(attemptId: number): void {
      focus(tasks.value.findIndex(({ all }) => all.some((own) => own.attemptId === attemptId)));
    },
    /** To the next card without points, from here on and then from the start. */
    focusUnmarked(): boolean {
      const from = indexOf(focused.value);
      const count = tasks.value.length;
      const order = tasks.value.map((_, index) => (from + 1 + index) % count);
      const next = order.find((index) => !isMarked(elementAt(tasks.value, index)));
      if (next === undefined) return false;
      focus(next);
      return true;
    },
    /** Arrow keys go from card to card. */
    move(event: KeyboardEvent): void {
      const target = event.target as HTMLElement;
      if (!target.matches('input[type=checkbox]')) return;
      const steps: Record<string, () => number> = {
        ArrowLeft: () => -1,
        ArrowRight: () => 1,
        ArrowUp: () => -perLine(),
        ArrowDown: () => perLine(),
      };
      const step = steps[event.key]?.();
      if (step === undefined) return;
      event.preventDefault();
      const last = tasks.value.length - 1;
      focus(Math.max(0, Math.min(last, indexOf(focused.value) + step)));
    },
  };
}
