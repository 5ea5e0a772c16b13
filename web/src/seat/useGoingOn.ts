/** Leaves a stage for the next one: asked for until it comes, because its time begins only then. */
import { backoff } from '@oaken/core/sitting';
import { ref } from 'vue';
import { isPassing } from '../client/request';
import { seatCall } from '../client/seatCall';
import { take, type Sitting } from './sitting';

export function useGoingOn(
  sitting: Sitting,
  { keep, begin }: { keep: () => Promise<void>; begin: () => Promise<void> },
) {
  const goingOn = ref<'no' | 'asked' | 'no-network'>('no');

  async function enterNext(): Promise<void> {
    const { attempt, outbox, session } = sitting;
    const current = attempt.value;
    if (!current?.course) return;
    await outbox?.flush();
    const sent = outbox?.waiting ?? [];
    const opened = await seatCall('enterNext', {
      params: { attemptId: current.id },
      body: { leave: current.course.stage, answers: sent },
    });
    session.setClock(opened.now);
    await outbox?.settled(sent, opened.answers);
    for (const answer of opened.answers) take(sitting, answer);
    attempt.value = opened;
    void keep();
  }

  async function goOn(): Promise<void> {
    if (goingOn.value !== 'no') return;
    goingOn.value = 'asked';
    for (let tries = 1; !sitting.left && sitting.ended.value === 'no'; tries++) {
      try {
        await enterNext();
      } catch (error) {
        if (isPassing(error)) {
          goingOn.value = 'no-network';
          await new Promise((resolve) => setTimeout(resolve, backoff(tries, Math.random())));
          continue;
        }
        // Over, signed out, or another page was here before: what stands now says which.
        await begin();
      }
      break;
    }
    goingOn.value = 'no';
  }
  return { goingOn, goOn };
}
