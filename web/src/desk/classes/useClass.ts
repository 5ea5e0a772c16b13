/** The open class, and what is done to it; every act is followed by what the server has then. */
import type { AnswerOf, api } from '@oaken/contract';
import { computed, ref } from 'vue';
import { call } from '../../client/call';
import { inWords } from '../../client/request';
import { failed } from '../undo';

export type OpenClass = AnswerOf<typeof api.readClass>;
export type RollRow = OpenClass['roll'][number];
export type Group = OpenClass['groups'][number];

export const fullName = (own: { givenName: string; familyName: string }) =>
  `${own.givenName} ${own.familyName}`.trim();

export function useClass(changed: () => Promise<unknown> | void) {
  const own = ref<OpenClass | null>(null);
  const wrong = ref('');

  async function open(classId: number): Promise<void> {
    try {
      own.value = await call('readClass', { params: { classId } });
      wrong.value = '';
    } catch (error) {
      own.value = null;
      wrong.value = inWords(error);
    }
  }
  /** Does something and reads the class again; what went wrong is said at the foot. @returns whether it was done */
  async function act(work: () => Promise<unknown>): Promise<boolean> {
    const classId = own.value!.class.id;
    try {
      await work();
      return true;
    } catch (error) {
      failed(error);
      return false;
    } finally {
      await open(classId);
      await changed();
    }
  }
  const here = computed(() => own.value?.roll.filter(({ leftAt }) => leftAt === null) ?? []);
  const left = computed(() => own.value?.roll.filter(({ leftAt }) => leftAt !== null) ?? []);
  /** A substitute sees and helps, but does not change who is in the class. */
  const mayChange = computed(() => own.value !== null && own.value.class.part !== 'substitute');
  return { own, wrong, open, act, here, left, mayChange };
}
