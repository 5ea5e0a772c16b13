/** What a page, a dialog or a form does with the server: whether it is at work, and why the last thing failed. */
import { computed, ref } from 'vue';
import { inWords, Refused } from './request';

/** @param explain the sentence for what was thrown */
export function useDoing(explain: (error: unknown) => string = inWords) {
  /** Empty while nothing has failed. */
  const wrong = ref('');
  const running = ref(0);
  const busy = computed(() => running.value > 0);

  async function run(work: () => Promise<unknown>): Promise<boolean> {
    running.value++;
    const before = wrong.value;
    try {
      await work();
      // What the work itself has found wrong stands.
      if (wrong.value === before) wrong.value = '';
      return true;
    } catch (error) {
      wrong.value = explain(error);
      return false;
    } finally {
      running.value--;
    }
  }

  return {
    wrong,
    busy,
    /** Reads something. What was said last stands until it succeeds. @returns whether it did */
    read: run,
    /** Does what somebody asked for; what was said last is answered by that. @returns whether it went well */
    act(work: () => Promise<unknown>): Promise<boolean> {
      wrong.value = '';
      return run(work);
    },
  };
}

/** One sentence of a refusal for a form with a single field. */
export function sentenceOf(error: unknown): string {
  const [first] = error instanceof Refused ? (error.problem.errors ?? []) : [];
  return first?.message ?? inWords(error);
}

const lastName = (pointer: string) => pointer.split('/').at(-1) ?? '';

/**
 * The same for a form: what the server says against single fields is shown beside them, the rest in `wrong`.
 *
 * @param fieldOf the form's name for a field, from its JSON pointer
 */
export function useForm(fieldOf: (pointer: string) => string = lastName) {
  const refused = ref<Refused | null>(null);
  const doing = useDoing((error) => {
    if (!(error instanceof Refused) || !error.problem.errors?.length) return inWords(error);
    refused.value = error;
    return '';
  });
  return {
    ...doing,
    refused,
    /** The sentence about a field, by its JSON pointer; empty where there is none. */
    errorAt: (pointer: string) => refused.value?.at(pointer) ?? '',
    /** The sentences about fields, by the form's names for them. */
    errors: computed(() =>
      Object.fromEntries(
        (refused.value?.problem.errors ?? []).map(({ pointer, message }) => [
          fieldOf(pointer),
          message,
        ]),
      ),
    ),
    act(work: () => Promise<unknown>): Promise<boolean> {
      refused.value = null;
      return doing.act(work);
    },
    /** Nothing has gone wrong: the form is begun anew. */
    forget(): void {
      refused.value = null;
      doing.wrong.value = '';
    },
  };
}
