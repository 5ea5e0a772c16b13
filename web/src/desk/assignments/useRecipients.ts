/** Whom an assignment goes to, and what the server knows of them: how many, what they need, what they have already. */
import type { AnswerOf, api } from '@oaken/contract';
import isEqual from 'fast-deep-equal';
import { computed, ref, watch, type Ref } from 'vue';
import { call } from '../../client/call';
import { useMyClasses } from '../shared/useMyClasses';
import type { WishForm } from './wishForm';
import { say } from '../../words/teacher';

type Recipients = AnswerOf<typeof api.readRecipients>;
type Group = AnswerOf<typeof api.listGroups>['groups'][number];
/** A class or a group that was chosen. */
export type Party = { key: string; name: string } & ({ classId: number } | { groupId: number });

const nobody: Recipients = { students: 0, accommodations: [], forms: [], reachable: null, has: [] };

/** @param read runs a question to the server, whose failure the page says */
export function useRecipients(
  form: Ref<WishForm>,
  read: (work: () => Promise<unknown>) => Promise<boolean>,
) {
  const { classes, readClasses } = useMyClasses();
  const groups = ref<Group[]>([]);
  const recipients = ref<Recipients | null>(null);

  async function load(): Promise<void> {
    const [, all] = await Promise.all([readClasses(), call('listGroups', {})]);
    groups.value = all.groups;
  }

  const who = computed(() => {
    const { classIds, groupIds, studentIds, link } = form.value;
    return { classIds, groupIds, studentIds, link };
  });
  const chosen = computed(
    () => who.value.classIds.length + who.value.groupIds.length + who.value.studentIds.length > 0,
  );

  let asked: typeof who.value | null = null;
  watch(
    who,
    async (now) => {
      if (isEqual(now, asked)) return;
      asked = now;
      recipients.value = chosen.value ? null : nobody;
      if (!chosen.value) return;
      await read(async () => {
        const answer = await call('readRecipients', { body: now });
        // A later choice has its own count on the way.
        if (asked === now) recipients.value = answer;
      });
    },
    { immediate: true },
  );

  const chosenClasses = computed(() =>
    classes.value.filter(({ id }) => form.value.classIds.includes(id)),
  );
  const chosenGroups = computed(() =>
    groups.value
      .filter(({ id }) => form.value.groupIds.includes(id))
      .map(({ id, name, className }) => ({
        id,
        name: say('assignments.nameClassName', { name, className }),
      })),
  );
  const parties = computed((): Party[] => [
    ...chosenClasses.value.map(({ id, name }) => ({ key: `c${id}`, name, classId: id })),
    ...chosenGroups.value.map(({ id, name }) => ({ key: `g${id}`, name, groupId: id })),
  ]);
  return { load, classes, groups, recipients, who, chosen, chosenClasses, chosenGroups, parties };
}
