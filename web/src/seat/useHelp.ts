/** Help with single questions of a practice. It needs the server: a hint or a judgement is never here before. */
import type { AttemptAnswer } from '@oaken/contract/attempts';
import { ref, type Ref } from 'vue';
import { inWords } from '../client/request';
import { seatCall } from '../client/seatCall';
import type { Outbox } from './outbox';

type Numbered = ReturnType<Outbox['numbered']>;

/** @param numbered the present answer to an entry as it would be saved, so that a check judges what is stored */
export function useHelp(attempt: Ref<AttemptAnswer | null>, numbered: (entry: string) => Numbered) {
  const helping = ref(false);
  const helpWrong = ref('');

  async function askHelp(entry: string, want: 'check' | 'hint' | 'answer'): Promise<void> {
    if (!attempt.value || helping.value) return;
    helping.value = true;
    helpWrong.value = '';
    try {
      const bodies = {
        check: () => ({ want: 'check' as const, answer: numbered(entry) }),
        hint: () => ({
          want: 'hint' as const,
          after: attempt.value?.help[entry]?.hints.length ?? 0,
        }),
        answer: () => ({ want: 'answer' as const }),
      };
      attempt.value.help[entry] = await seatCall('askHelp', {
        params: { attemptId: attempt.value.id, entryId: entry },
        body: bodies[want](),
      });
    } catch (error) {
      helpWrong.value = inWords(error);
    } finally {
      helping.value = false;
    }
  }
  return { helping, helpWrong, askHelp };
}
