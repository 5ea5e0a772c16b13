/** What a teacher changes about an assignment that was given, and what that would do to those who have it. */
import type { AnswerOf, api } from '@oaken/contract';
import { changeEffects } from '@oaken/core/assignments';
import isEqual from 'fast-deep-equal';
import { computed, ref, type Ref } from 'vue';
import { useSession } from '../../client/session';
import { readForm } from './readForm';
import { blankForm, formOfWishes, type WishForm } from './wishForm';

export type OpenAssignment = AnswerOf<typeof api.readAssignment>;

export function useChange(
  opened: Ref<OpenAssignment | null>,
  refused: Ref<Record<string, string>>,
) {
  const session = useSession();
  const { zone } = session.school;
  const form = ref<WishForm | null>(null);
  /** The form of the assignment as it is. */
  const before = ref<WishForm | null>(null);

  /** Begins anew with the assignment as it is now. */
  function begin({ assignment, ...rest }: OpenAssignment): void {
    const filled = () =>
      formOfWishes({ ...rest, ...assignment }, blankForm(session.now(), zone), zone);
    [form.value, before.value] = [filled(), filled()];
  }

  const reading = computed(() =>
    form.value ? readForm(form.value, zone, session.now(), true, null) : null,
  );
  const wanted = computed(() => {
    const read = reading.value?.read;
    if (!read || !form.value) return null;
    const { word, instructions, note } = form.value;
    return { ...read, word, instructions, note };
  });
  const changed = computed(() => !isEqual(form.value, before.value));
  const effects = computed(() => {
    if (!changed.value || !opened.value || !wanted.value) return [];
    const { assignment } = opened.value;
    const { opensAt, closesAt, lateRule, rules } = assignment;
    return changeEffects(
      { opensAt, closesAt, lateRule, rules },
      wanted.value,
      assignment,
      zone,
      session.now(),
    );
  });

  return {
    form,
    begin,
    wanted,
    changed,
    effects,
    /** What stands against the form, by field. */
    problems: computed(() => ({ ...reading.value?.problems, ...refused.value })),
  };
}
