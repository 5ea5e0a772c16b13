/** Lists on their way into classes: where each goes, what it would do there, and what was decided about it. */
import type { ClassFacts, ClassRow } from '@oaken/contract/classes';
import type { LineChoice, ListedStudent, RosterClass } from '@oaken/core/rosters';
import { computed, reactive, ref, watch } from 'vue';
import { call } from '../../client/call';
import { inWords, Refused } from '../../client/request';
import { isOpen, type Plan } from './bringing';

/** One list and the class that it goes to. */
export interface Roll {
  key: string;
  /** The class of the file or the roster service; null for a list of names. */
  source: RosterClass | null;
  listed: ListedStudent[];
  /** A class of mine, a new one, or nowhere. */
  target: number | 'new' | 'out';
  whole: boolean;
}

export const factsOf = (own: RosterClass): ClassFacts => ({
  name: own.title.slice(0, 60),
  subject: own.subject.slice(0, 60) || 'Class',
  period: own.period.slice(0, 40),
  grade: own.grade ?? 0,
  term: own.term.slice(0, 60),
  notes: '',
});

export function useBringing(classes: () => readonly ClassRow[]) {
  const rolls = ref<Roll[]>([]);
  const plans = ref<Record<string, Plan>>({});
  const choices = reactive<Record<string, Record<string, LineChoice>>>({});
  /** Of those gone from a list: who stays in the class all the same. */
  const staying = reactive<Record<string, number[]>>({});
  const planning = ref(false);
  const wrong = ref('');
  let clientKey = crypto.randomUUID();
  let latest = 0;

  const going = computed(() =>
    rolls.value.filter(
      ({ target, listed, whole }) => target !== 'out' && (listed.length > 0 || whole),
    ),
  );
  const subjectOf = (own: Roll) =>
    own.target === 'new'
      ? factsOf(own.source!).subject
      : (classes().find(({ id }) => id === own.target)?.subject ?? '');

  async function plan(): Promise<void> {
    const mine = ++latest;
    const wanted = going.value;
    wrong.value = '';
    if (wanted.length === 0) return void (plans.value = {});
    planning.value = true;
    try {
      const { plans: made } = await call('planRolls', {
        body: {
          rolls: wanted.map((own) => ({
            classId: own.target === 'new' ? null : (own.target as number),
            subject: subjectOf(own),
            listed: own.listed,
            whole: own.whole,
          })),
        },
      });
      if (mine === latest)
        plans.value = Object.fromEntries(wanted.map(({ key }, at) => [key, made[at]!]));
    } catch (error) {
      if (mine !== latest) return;
      plans.value = {};
      wrong.value = inWords(error);
    } finally {
      if (mine === latest) planning.value = false;
    }
  }
  let timer: ReturnType<typeof setTimeout> | undefined;
  watch(
    () => JSON.stringify(going.value),
    () => {
      clearTimeout(timer);
      clientKey = crypto.randomUUID();
      timer = setTimeout(() => void plan(), 200);
    },
  );

  const choiceOf = (key: string, line: number) => choices[key]?.[line];
  function decide(key: string, line: number, choice: LineChoice): void {
    (choices[key] ??= {})[line] = choice;
  }
  const open = computed(() =>
    Object.entries(plans.value).reduce(
      (sum, [key, own]) =>
        sum + own.lines.filter((line) => isOpen(line, choiceOf(key, line.listed.line))).length,
      0,
    ),
  );
  /** How many students something happens to. */
  const touched = computed(() =>
    Object.entries(plans.value).reduce((sum, [key, own]) => {
      const taken = own.lines.filter(
        (line) =>
          (choiceOf(key, line.listed.line)?.take ?? true) &&
          (line.act !== 'keep' || line.changes.length > 0),
      );
      return (
        sum +
        taken.length +
        own.gone.filter(({ studentId }) => !staying[key]?.includes(studentId)).length
      );
    }, 0),
  );

  async function apply() {
    const wanted = going.value;
    try {
      return await call('applyRolls', {
        body: {
          clientKey,
          rolls: wanted.map((own) => ({
            classId: own.target === 'new' ? null : (own.target as number),
            listed: own.listed,
            whole: own.whole,
            make:
              own.target === 'new'
                ? { ...factsOf(own.source!), sourcedId: own.source!.sourcedId }
                : null,
            sourcedId: own.source?.sourcedId ?? null,
            seen: plans.value[own.key]!.seen,
            choices: {
              lines: choices[own.key] ?? {},
              leaving: plans.value[own.key]!.gone.map(({ studentId }) => studentId).filter(
                (id) => !staying[own.key]?.includes(id),
              ),
            },
          })),
        },
      });
    } catch (error) {
      const words =
        error instanceof Refused
          ? (error.problem.errors?.map(({ message }) => message).join(' ') ?? error.message)
          : inWords(error);
      // Somebody changed a class meanwhile: what is shown must be what is there.
      if (error instanceof Refused && error.status === 409) await plan();
      wrong.value = words;
      return null;
    }
  }
  return {
    rolls,
    going,
    plans,
    planning,
    wrong,
    choiceOf,
    decide,
    staying,
    open,
    touched,
    plan,
    apply,
  };
}
