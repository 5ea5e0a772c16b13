/** What the assigning page asks for, what stands against it, and the slip that says it in plain words. */
import type { ClassRow } from '@oaken/contract/classes';
import type { TestAnswer } from '@oaken/contract/tests';
import { slipOf, type AssignmentRules, type ReleaseTime } from '@oaken/core/assignments';
import { countItems, hindrances, totalPoints } from '@oaken/core/tests';
import { atWall, day, minute, wallOf, windowProblems } from '@oaken/core/timing';
import { computed, reactive, ref, watch, type Ref } from 'vue';
import { call } from '../../client/call';
import { useSession } from '../../client/session';
import { failed } from '../undo';

export function useSlip(
  test: Ref<TestAnswer | null>,
  classes: Ref<ClassRow[]>,
  fieldErrors: Ref<Record<string, string>>,
) {
  const session = useSession();
  const zone = computed(() => session.school.zone);
  const openedAt = session.now();
  const form = reactive({
    classIds: [] as number[],
    opens: 'now' as 'now' | 'later',
    opensWall: wallOf(openedAt + day, session.school.zone).slice(0, 11) + '08:00',
    closesWall: wallOf(openedAt + 7 * day, session.school.zone).slice(0, 11) + '15:30',
    never: false,
    lateWork: false,
    lateWall: wallOf(openedAt + 9 * day, session.school.zone).slice(0, 11) + '15:30',
    limited: true,
    limitMinutes: 20,
    shuffleChoices: true,
    shuffleItems: false,
    score: 'after-closing' as ReleaseTime,
    answers: 'after-closing' as ReleaseTime,
    /** The forms that go round; null is the first. */
    forms: [null] as (string | null)[],
  });

  /** Head count by the server, which knows who is in two of the chosen classes; null while it is being counted. */
  const heads = ref<number | null>(0);
  watch(
    () => [...form.classIds],
    async (ids) => {
      heads.value = ids.length === 0 ? 0 : null;
      if (ids.length === 0) return;
      const { students } = await call('countStudents', { query: { classes: ids.join(',') } }).catch((error) => {
        failed(error);
        return { students: null };
      });
      // A later choice has its own count on the way.
      if (ids.join() === form.classIds.join()) heads.value = students;
    },
  );

  const chosen = computed(() => classes.value.filter(({ id }) => form.classIds.includes(id)));
  const otherGrade = computed(() => {
    const grades = test.value?.outline.grades ?? [];
    return grades.length ? chosen.value.filter(({ grade }) => !grades.includes(grade)) : [];
  });

  const wallAt = (wall: string) => atWall(wall, zone.value);
  const opens = computed(() =>
    form.opens === 'now' ? ({ ok: true, at: session.now() } as const) : wallAt(form.opensWall),
  );
  const closes = computed(() => (form.never ? null : wallAt(form.closesWall)));
  const late = computed(() => (form.lateWork && !form.never ? wallAt(form.lateWall) : null));

  const rules = computed<AssignmentRules>(() => ({
    mode: 'test',
    limitMinutes: form.limited ? form.limitMinutes : null,
    shuffleChoices: form.shuffleChoices,
    shuffleItems: form.shuffleItems,
    release: { score: form.score, answers: form.answers },
  }));

  const problems = computed<Record<string, string>>(() => {
    const found: Record<string, string> = { ...fieldErrors.value };
    const say = (field: string, message: string) => (found[field] ??= message);
    if (!opens.value.ok) say('opensAt', opens.value.message);
    if (closes.value && !closes.value.ok) say('closesAt', closes.value.message);
    if (late.value && !late.value.ok) say('lateRule', late.value.message);
    if (form.limited && !(form.limitMinutes >= 1 && form.limitMinutes <= 1440))
      say('limit', 'The time limit must be from 1 minute to a day.');
    if (opens.value.ok && (!closes.value || closes.value.ok) && (!late.value || late.value.ok)) {
      const window = {
        opensAt: opens.value.at,
        closesAt: closes.value?.at ?? null,
        lateRule: late.value ? ({ late: 'until', until: late.value.at } as const) : ({ late: 'no' } as const),
      };
      for (const { field, message } of windowProblems(
        window,
        form.limited ? form.limitMinutes * minute : null,
        session.now(),
      ))
        say(field, message);
    }
    if (form.forms.length === 0) say('forms', 'Choose at least one form.');
    if (form.classIds.length > 0 && heads.value === 0) say('classIds', 'There are no students in the chosen classes.');
    return found;
  });
  const inTheWay = computed(() => (test.value ? hindrances(test.value.outline, { pools: test.value.pools }) : []));

  const allForms = computed(() => {
    const own = test.value?.outline.forms ?? [];
    return own.length === 0 ? [] : [{ id: null, name: 'A', note: '' }, ...own];
  });
  const formNames = computed(() => allForms.value.filter(({ id }) => form.forms.includes(id)).map(({ name }) => name));

  const slip = computed(() => {
    if (
      !test.value ||
      heads.value === null ||
      !opens.value.ok ||
      (closes.value && !closes.value.ok) ||
      (late.value && !late.value.ok)
    )
      return null;
    return slipOf({
      title: test.value.outline.title,
      kind: test.value.outline.kind,
      items: countItems(test.value.outline),
      points: totalPoints(test.value.outline),
      classes: chosen.value,
      students: heads.value,
      opensAt: form.opens === 'now' ? 0 : opens.value.at,
      closesAt: closes.value?.at ?? null,
      lateRule: late.value ? { late: 'until', until: late.value.at } : { late: 'no' },
      rules: rules.value,
      forms: formNames.value,
      draws: test.value.outline.sections.some(({ draw }) => draw !== null),
      zone: zone.value,
      now: session.now(),
    });
  });

  return {
    form,
    zone,
    chosen,
    heads,
    otherGrade,
    opens,
    closes,
    late,
    rules,
    problems,
    inTheWay,
    slip,
    allForms,
    formNames,
  };
}
