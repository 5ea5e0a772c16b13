/** One attempt as the sitting page holds it: its form, the answers, how they are kept, and how it ends. */
import { present } from '@oaken/core/certain';
import { onMounted, onUnmounted } from 'vue';
import { usePlays } from './plays';
import { sendWorkOf } from './sendWork';
import { answerTo, entriesOf, newSitting, type Sitting } from './sitting';
import { useBeginning } from './useBeginning';
import { useEnding } from './useEnding';
import { useGoingOn } from './useGoingOn';
import { useHelp } from './useHelp';
import { useKeeping } from './useKeeping';
import { usePicturesAhead } from './usePicturesAhead';
import { usePresence } from './usePresence';

/** @param change keeps what an entry holds now */
const answering = (sitting: Sitting, change: (entry: string) => void) => ({
  answer(entry: string, part: string, response: unknown): void {
    if (sitting.ended.value !== 'no') return;
    answerTo(sitting, entry).responses[part] = response;
    change(entry);
  },
  flag(entry: string): void {
    const held = answerTo(sitting, entry);
    held.flagged = !held.flagged;
    change(entry);
  },
});

export function useAttempt(assignmentId: number) {
  const sitting = newSitting(assignmentId);
  const { attempt, answers, ended, state, wrong } = sitting;
  const ending = useEnding(sitting);
  const { notices, paused, standsAt } = usePresence(attempt, {
    sits: () => ended.value === 'no',
    over: () => void ending.finish(),
    goesOn: () => void begin(),
    // What the server says to beginning again tells the student why.
    away: () => void (heldBack.value === null && begin()),
  });
  const { change, show, keep } = useKeeping(sitting, {
    over: () => void ending.finish(),
    stale: () => void begin(),
  });
  const { begin, heldBack, stop } = useBeginning(sitting, { show, keep }, paused, ending.finish);
  const { goingOn, goOn } = useGoingOn(sitting, { keep, begin });
  const help = useHelp(attempt, (entry) => {
    const { responses, flagged } = answerTo(sitting, entry);
    return present(sitting.outbox, 'outbox').numbered(entry, responses, flagged);
  });

  usePicturesAhead(() => attempt.value?.form);

  onMounted(begin);
  onUnmounted(() => {
    sitting.left = true;
    stop();
    sitting.outbox?.close();
  });

  return {
    attempt,
    entries: entriesOf(sitting),
    answers,
    answerTo: (entry: string) => answerTo(sitting, entry),
    state,
    ended,
    late: ending.late,
    wrong,
    handingIn: ending.handingIn,
    ...answering(sitting, change),
    flush: () => void sitting.outbox?.flush(),
    timeUp: ending.timeUp,
    goingOn,
    goOn,
    /** The time of the present stage: the next one comes, or all is over. */
    clockUp: () => (attempt.value?.course?.next ? goOn() : ending.timeUp()),
    notices,
    paused,
    heldBack,
    standsAt,
    handIn: ending.handIn,
    sendFile: sendWorkOf(attempt),
    plays: usePlays(attempt, keep),
    ...help,
  };
}
