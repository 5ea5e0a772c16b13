/** What the parts of a sitting page share: the attempt, its answers, the way they go to the server, and how it ends. */
import type { AttemptAnswer, SavedAnswer } from '@oaken/contract/attempts';
import type { Responses } from '@oaken/core/items';
import { computed, reactive, ref, type Ref } from 'vue';
import { useSession } from '../client/session';
import type { Ending } from './endWords';
import type { Outbox, OutboxState } from './outbox';

export interface HeldAnswer {
  responses: Responses;
  flagged: boolean;
}

export interface Sitting {
  readonly assignmentId: number;
  readonly session: ReturnType<typeof useSession>;
  readonly student: () => number;
  readonly attempt: Ref<AttemptAnswer | null>;
  /** By entry. */
  readonly answers: Record<string, HeldAnswer>;
  readonly state: Ref<OutboxState>;
  readonly ended: Ref<Ending>;
  readonly wrong: Ref<string>;
  /** Where changes go out; null until an attempt is shown. */
  outbox: Outbox | null;
  /** The page was left: nothing is asked again. */
  left: boolean;
}

export function newSitting(assignmentId: number): Sitting {
  const session = useSession();
  return {
    assignmentId,
    session,
    student: () => session.account?.id ?? 0,
    attempt: ref(null),
    answers: reactive({}),
    state: ref('saved'),
    ended: ref('no'),
    wrong: ref(''),
    outbox: null,
    left: false,
  };
}

/** The questions of the form, each with its section. */
export const entriesOf = ({ attempt }: Sitting) =>
  computed(
    () =>
      attempt.value?.form.sections.flatMap((section) =>
        section.entries.map((entry) => ({ ...entry, section })),
      ) ?? [],
  );

/** The answer to an entry, which begins empty. */
export const answerTo = ({ answers }: Sitting, entry: string): HeldAnswer =>
  (answers[entry] ??= { responses: {}, flagged: false });

/** What was stored takes the place of what is held. */
export function take({ answers }: Sitting, { entry, responses, flagged }: SavedAnswer): void {
  answers[entry] = { responses: { ...responses }, flagged };
}
