/** What comes after the last question that is open, and what is asked before a part is left for good. */
import type { AttemptAnswer } from '@oaken/contract/attempts';
import type { SittingEntry } from '@oaken/core/forms';
import { computed, ref, type Ref } from 'vue';
import { say } from '../words';
import type { Step } from './WayThrough.vue';

interface Sitting {
  /** Questions that are open together. */
  entries: Ref<readonly SittingEntry[]>;
  /** Place of the question that is looked at, from 0. */
  index: Ref<number>;
  openSteps: Ref<readonly Step[]>;
  course: () => AttemptAnswer['course'] | undefined;
  /** On to the next part. */
  goOn: () => void;
}

export function useLeaving({ entries, index, openSteps, course, goOn }: Sitting) {
  const leaving = ref(false);
  /** What the button on says; null where nothing comes after this question. */
  const nextWords = computed(() => {
    if (index.value < entries.value.length - 1) return say('sitting.next');
    const next = course()?.next;
    if (!next) return null;
    return say(next === 'section' ? 'sitting.nextSection' : 'sitting.next');
  });
  const handInWords = computed(() => ({
    title: say('sitting.handInTitle'),
    end: say('sitting.handInEnd'),
    verb: say('sitting.handInNow'),
    doing: say('sitting.handingIn'),
  }));
  const leaveWords = computed(() => ({
    title: say(entries.value.length > 1 ? 'sitting.sectionTitle' : 'sitting.questionTitle'),
    end: say('sitting.leaveEnd'),
    verb: say('sitting.leaveNow'),
    doing: say('sitting.leaving'),
  }));
  function goOnNow(): void {
    leaving.value = false;
    goOn();
  }
  /** A question that is answered is left without asking: its page has said that there is no way back. */
  function leave(): void {
    const open = openSteps.value.some(
      ({ progress }) => progress === 'unanswered' || progress === 'partly',
    );
    if (entries.value.length > 1 || open) leaving.value = true;
    else goOnNow();
  }
  return { leaving, nextWords, handInWords, leaveWords, leave, goOn: goOnNow };
}
