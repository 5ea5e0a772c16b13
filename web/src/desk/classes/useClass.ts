/** The open class, and what is done to it; every act is followed by what the server has then. */
import { present } from '@oaken/core/certain';
import type { AnswerOf, api } from '@oaken/contract';
import { computed, ref } from 'vue';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import { failed } from '../shared/undo';
import { say } from '../../words/teacher';

export type OpenClass = AnswerOf<typeof api.readClass>;
export type RosterRow = OpenClass['roster'][number];
export type Group = OpenClass['groups'][number];

export const fullName = (person: { givenName: string; familyName: string }) =>
  `${person.givenName} ${person.familyName}`.trim();

export function useClass(changed: () => Promise<unknown> | void) {
  const openClass = ref<OpenClass | null>(null);
  const { wrong, read } = useDoing();

  async function open(classId: number): Promise<void> {
    const isThere = await read(async () => {
      openClass.value = await call('readClass', { params: { classId } });
    });
    if (!isThere) openClass.value = null;
  }
  /** Does something and reads the class again; what went wrong is said at the foot. @returns whether it was done */
  async function act(work: () => Promise<unknown>): Promise<boolean> {
    const classId = present(openClass.value, say('classes.openClass')).class.id;
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
  const here = computed(
    () => openClass.value?.roster.filter(({ leftAt }) => leftAt === null) ?? [],
  );
  const left = computed(
    () => openClass.value?.roster.filter(({ leftAt }) => leftAt !== null) ?? [],
  );
  /** A substitute sees and helps, but does not change who is in the class. */
  const mayChange = computed(
    () => openClass.value !== null && openClass.value.class.part !== 'substitute',
  );
  return { openClass, wrong, open, act, here, left, mayChange };
}
