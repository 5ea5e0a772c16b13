/** Lists on their way into classes: where each goes, what it would do there, and what was decided about it. */
import type { ClassFacts, ClassRow } from '@oaken/contract/classes';
import type { LineChoice, ListedStudent, RosterClass } from '@oaken/core/rosters';
import { computed, reactive, ref, watch, type Ref } from 'vue';
import { elementAt, present } from '@oaken/core/certain';
import { call } from '../../client/call';
import { inWords, Refused } from '../../client/request';
import { isOpen, type Plan } from './bringing';
import { say } from '../../words/teacher';

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
  subject: rosterClass.subject.slice(0, 60) || say('common.class'),
  period: rosterClass.period.slice(0, 40),
  meetsFrom: null,
  meetsUntil: null,
  grade: rosterClass.grade ?? 0,
  term: rosterClass.term.slice(0, 60),
  notes: '',
});

const isNew = (roster: Roster) => roster.target === 'new';
const classIdOf = ({ target }: Roster) => (typeof target === 'number' ? target : null);

/** What a new class is made from; nothing where the class is there already. */
const madeFrom = ({ source }: Roster) =>
  source ? { ...factsOf(source), sourcedId: source.sourcedId } : null;

/** The plans of the lists that go somewhere, made by the server whenever something about them changes. */
function usePlans(rosters: Ref<Roster[]>, classes: () => readonly ClassRow[]) {
  const plans = ref<Record<string, Plan>>({});
  const planning = ref(false);
  const wrong = ref('');
  /** Of one bringing: sent twice it is done once. Another plan is another bringing. */
  let clientKey = crypto.randomUUID();
  let latest = 0;
  const going = computed(() =>
    rosters.value.filter(
      ({ target, listed, whole }) => target !== 'out' && (listed.length > 0 || whole),
    ),
  );
  const subjectOf = (roster: Roster) =>
    (isNew(roster)
      ? madeFrom(roster)?.subject
      : classes().find(({ id }) => id === roster.target)?.subject) ?? '';

  const askPlans = (wanted: readonly Roster[]) =>
    call('planRosters', {
      body: {
        rosters: wanted.map((roster) => ({
          classId: classIdOf(roster),
          subject: subjectOf(roster),
          listed: roster.listed,
          whole: roster.whole,
        })),
      },
    });

  async function plan(): Promise<void> {
    const mine = ++latest;
    const wanted = going.value;
    wrong.value = '';
    if (wanted.length === 0) return void (plans.value = {});
    planning.value = true;
    try {
      const { plans: made } = await askPlans(wanted);
      if (mine === latest)
        plans.value = Object.fromEntries(
          wanted.map(({ key }, index) => [key, elementAt(made, index)]),
        );
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
  return { going, plans, planning, wrong, plan, clientKey: () => clientKey };
}

/** What was decided about single lines, and who stays although a list does not name them. */
function useDecisions(plans: Ref<Record<string, Plan>>) {
  const choices = reactive<Record<string, Record<string, LineChoice>>>({});
  const staying = reactive<Record<string, number[]>>({});
  const choiceOf = (key: string, line: number) => choices[key]?.[line];
  const decide = (key: string, line: number, choice: LineChoice) =>
    ((choices[key] ??= {})[line] = choice);
  const leavingOf = (key: string, { gone }: Plan) =>
    gone.map(({ studentId }) => studentId).filter((id) => !staying[key]?.includes(id));
  const takenOf = (key: string, { lines }: Plan) =>
    lines.filter(
      (line) =>
        (choiceOf(key, line.listed.line)?.take ?? true) &&
        (line.act !== 'keep' || line.changes.length > 0),
    );
  const sum = (countOf: (key: string, plan: Plan) => number) =>
    computed(() =>
      Object.entries(plans.value).reduce((total, [key, plan]) => total + countOf(key, plan), 0),
    );
  return {
    staying,
    choiceOf,
    decide,
    linesOf: (key: string) => choices[key] ?? {},
    leavingOf,
    /** Lines that somebody has to decide about before they can be brought in. */
    open: sum(
      (key, { lines }) =>
        lines.filter((line) => isOpen(line, choiceOf(key, line.listed.line))).length,
    ),
    /** How many students something happens to. */
    touched: sum((key, plan) => takenOf(key, plan).length + leavingOf(key, plan).length),
  };
}

/** A refusal that names lines says what is wrong with each. */
const refusalInWords = (error: unknown) =>
  error instanceof Refused
    ? (error.problem.errors?.map(({ message }) => message).join(' ') ?? error.message)
    : inWords(error);

export function useBringing(classes: () => readonly ClassRow[]) {
  const rosters = ref<Roster[]>([]);
  const { going, plans, planning, wrong, plan, clientKey } = usePlans(rosters, classes);
  const { linesOf, leavingOf, ...decisions } = useDecisions(plans);

  function asApplied(roster: Roster) {
    const planned = present(plans.value[roster.key], 'plan of the list');
    return {
      classId: classIdOf(roster),
      listed: roster.listed,
      whole: roster.whole,
      make: isNew(roster) ? madeFrom(roster) : null,
      sourcedId: roster.source?.sourcedId ?? null,
      seen: planned.seen,
      choices: { lines: linesOf(roster.key), leaving: leavingOf(roster.key, planned) },
    };
  }

  async function apply() {
    const body = { clientKey: clientKey(), rosters: going.value.map(asApplied) };
    try {
      return await call('applyRosters', { body });
    } catch (error) {
      // Somebody changed a class meanwhile: what is shown must be what is there.
      if (error instanceof Refused && error.status === 409) await plan();
      wrong.value = refusalInWords(error);
      return null;
    }
  }
  return { rosters, going, plans, planning, wrong, plan, apply, ...decisions };
}
