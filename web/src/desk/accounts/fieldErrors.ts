/** What the server says against single fields of a form, and against the whole of it. */
import { ref } from 'vue';
import { inWords, Refused } from '../../client/request';

export function useFieldErrors() {
  const refused = ref<Refused | null>(null);
  const general = ref('');

  /** Runs what a form does; its refusal is kept to be shown. @returns whether it went well */
  async function attempt(act: () => Promise<unknown>): Promise<boolean> {
    refused.value = null;
    general.value = '';
    try {
      await act();
      return true;
    } catch (error) {
      if (error instanceof Refused && error.problem.errors?.length) refused.value = error;
      else general.value = inWords(error);
      return false;
    }
  }
  /** The message for a field, by its JSON pointer. */
  const errorAt = (pointer: string) => refused.value?.at(pointer) ?? '';
  return { attempt, errorAt, general, refused };
}
