/** A change of what counts: looked at first, then done, then undone if need be. */
import type { AnswerOf, api, BodyOf } from '@oaken/contract';
import { ref } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { done } from '../shared/undo';
import { say } from '../../words/teacher';

type Change = BodyOf<typeof api.previewRescore>;

/** @param after what the page does once it was done or undone */
export function useRescore(assignmentId: number, after: () => Promise<unknown>) {
  const ahead = ref<AnswerOf<typeof api.previewRescore> | null>(null);
  const { wrong, busy, act } = useDoing();
  let looked: Change | null = null;

  /** The latest look counts, whichever answer comes last. */
  async function look(change: Change): Promise<void> {
    looked = change;
    await act(async () => {
      const effect = await call('previewRescore', { params: { assignmentId }, body: change });
      if (looked === change) ahead.value = effect;
    });
    if (wrong.value && looked === change) ahead.value = null;
  }
  function forget(): void {
    looked = null;
    ahead.value = null;
    wrong.value = '';
  }
  const undo = async (rescoreId: number) => {
    await call('undoRescore', { params: { assignmentId, rescoreId } });
    await after();
  };
  const make = (reason: string, tell: boolean) =>
    act(async () => {
      if (!looked || !ahead.value) return;
      const made = await call('makeRescore', {
        params: { assignmentId },
        body: { change: looked, edition: ahead.value.edition, reason, tell },
      });
      forget();
      done(
        say('rescoring.attemptsRescoredGainedGained', {
          n: made.attempts,
          gained: made.gained,
          lost: made.lost,
        }),
        () => undo(made.id),
      );
      await after();
    });
  return { ahead, wrong, busy, look, make, undo, forget };
}
