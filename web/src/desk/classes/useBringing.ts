/** Lists on their way into classes: where each goes, what it would do there, and what was decided about it. */
import type { ClassFacts, ClassRow } from '@oaken/contract/classes';
import type { LineChoice, ListedStudent, RosterClass } from '@oaken/core/rosters';
import { computed, reactive, ref, watch } from 'vue';
import { call } from '../../client/call';
import { inWords, Refused } from '../../client/request';
import { isOpen, type Plan } from './bringing';

/** One list and the class that it goes to. */
export interface Roster {
  key: string;
  /** The class of the file or the roster service; null for a list of names. */
  source: RosterClass | null;
  listed: ListedStudent[];
  /** A class of mine, a new one, or nowhere. */
  target: number | 'new' | 'out';
  whole: boolean;
}

export const factsOf = (rosterClass: RosterClass): ClassFacts => ({
  name: rosterClass.title.slice(0, 60),
  subject: rosterClass.subject.slice(0, 60) || 'Class',
  period: rosterClass.period.slice(0, 40),
  grade: rosterClass.grade ?? 0,
  term: rosterClass.term.slice(0, 60),
  notes: '',
});

export function useBringing(classes: () => readonly ClassRow[]) {
  const rosters = ref<Roster[]>([]);
  const plans = ref<Record<string, Plan>>({});
  const choices = reactive<Record<string, Record<string, LineChoice>>>({});
  /** Of those gone from a list: who stays in the class all the same. */
  const staying = reactive<Record<string, number[]>>({});
  const planning = ref(false);
  const wrong = ref('');
  let clientKey = crypto.randomUUID();
  let latest = 0;

  const going = computed(() =>
    rosters.value.filter(
      ({ target, listed, whole }) => target !== 'out' && (listed.length > 0 || whole),
    ),
  );
  const subjectOf = (roster: Roster) =>
    roster.target === 'new'
      ? factsOf(roster.source!).subject
      : (classes().find(({ id }) => id === roster.target)?.subject ?? '');

  async function plan(): Promise<void> {
    const mine = ++latest;
    const wanted = going.value;
    wrong.value = '';
    if (wanted.length === 0) return void (plans.value = {});
    planning.value = true;
    try {
      const { plans: made } = await call('planRosters', {
        body: {
          rosters: wanted.map((roster) => ({
            classId: roster.target === 'new' ? null : (roster.target as number),
            subject: subjectOf(roster),
            listed: roster.listed,
            whole: roster.whole,
          })),
        },
      });
      if (mine === latest)
        plans.value = Object.fromEntries(wanted.map(({ key }, index) => [key, made[index]!]));
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
      (sum, [key, roster]) =>
        sum + roster.lines.filter((line) => isOpen(line, choiceOf(key, line.listed.line))).length,
      0,
    ),
  );
  /** How many students something happens to. */
  const touched = computed(() =>
    Object.entries(plans.value).reduce((sum, [key, roster]) => {
      const taken = roster.lines.filter(
        (line) =>
          (choiceOf(key, line.listed.line)?.take ?? true) &&
          (line.act !== 'keep' || line.changes.length > 0),
      );
      return (
        sum +
        taken.length +
        roster.gone.filter(({ studentId }) => !staying[key]?.includes(studentId)).length
      );
    }, 0),
  );

  async function apply() {
    const wanted = going.value;
    try {
      return await call('applyRosters', {
        body: {
          clientKey,
          rosters: wanted.map((roster) => ({
            classId: roster.target === 'new' ? null : (roster.target as number),
            listed: roster.listed,
            whole: roster.whole,
            make:
              roster.target === 'new'
                ? { ...factsOf(roster.source!), sourcedId: roster.source!.sourcedId }
                : null,
            sourcedId: roster.source?.sourcedId ?? null,
            seen: plans.value[roster.key]!.seen,
            choices: {
              lines: choices[roster.key] ?? {},
              leaving: plans.value[roster.key]!.gone.map(({ studentId }) => studentId).filter(
                (id) => !staying[roster.key]?.includes(id),
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
    rosters,
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
