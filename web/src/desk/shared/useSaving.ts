/** Saving a text that others may save too: where somebody was quicker both are shown, and the writer chooses. */
import { ref, type Ref } from 'vue';
import { Refused } from '../../client/request';
import { useForm } from '../../client/useDoing';
import type { Problem } from '../../parts/problems';

/**
 * @param readTheirs what the server has now, where it is not what the text was written over; else null
 */
export function useSaving<Theirs>(readTheirs: (basedOn: number) => Promise<Theirs | null>) {
  const { wrong, busy, refused, act } = useForm();
  /** What somebody saved meanwhile, until the writer has chosen. */
  const theirs = ref<Theirs | null>(null) as Ref<Theirs | null>;

  /**
   * @param basedOn the revision that the text was written over
   * @param send gives it to the server
   * @returns what the server refused, by field; none where it was saved
   */
  async function save(basedOn: number, send: () => Promise<void>): Promise<Problem[]> {
    if (busy.value) return [];
    await act(async () => {
      try {
        await send();
        theirs.value = null;
      } catch (error) {
        const meanwhile = error instanceof Refused && error.status === 409;
        const now = meanwhile ? await readTheirs(basedOn).catch(() => null) : null;
        if (now === null) throw error;
        theirs.value = now;
      }
    });
    return refused.value?.problem.errors ?? [];
  }

  return { wrong, busy, theirs, save };
}
