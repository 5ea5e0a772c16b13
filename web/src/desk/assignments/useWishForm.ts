/**
 * The assigning form as a page begins it: from a draft, from an assignment given before, or for
 * those who were chosen.
 */
import type { TestAnswer } from '@oaken/contract/assessments';
import { day } from '@oaken/core/timing';
import isEqual from 'fast-deep-equal';
import { ref, watch } from 'vue';
import { useRoute, type LocationQuery } from 'vue-router';
import { call } from '../../client/call';
import { useSession } from '../../client/session';
import { useKeptForm } from '../shared/keptForm';
import { blankForm, formOfWishes, moveDays, type WishForm } from './wishForm';

const copyOf = (form: WishForm) => JSON.parse(JSON.stringify(form)) as WishForm;
const idsIn = (list: unknown) =>
  typeof list === 'string' ? list.split(',').map(Number).filter(Boolean) : [];

/** The limit that a test asks for, or half as much again as its items take, in steps of five minutes. */
function limitFor({ outline, revisions }: TestAnswer): number {
  const seconds = revisions.reduce((sum, revision) => sum + (revision.seconds ?? 60), 0);
  return outline.minutes ?? Math.max(10, Math.ceil((seconds * 1.5) / 300) * 5);
}

async function fromDraft(blank: WishForm, draftId: number): Promise<WishForm> {
  const { form } = await call('readDraft', { params: { draftId } });
  return { ...blank, ...(form as Partial<WishForm>) };
}

/** An assignment that is given again keeps its weekdays, in weeks to come. */
async function fromEarlier(
  blank: WishForm,
  assignmentId: number,
  { school: { zone }, now }: ReturnType<typeof useSession>,
): Promise<WishForm> {
  const given = await call('readAssignment', { params: { assignmentId } });
  const { opensAt, closesAt, lateRule, rules } = given.assignment;
  const who = { classIds: [], groupIds: [], studentIds: [], link: false };
  const again = formOfWishes(
    { ...given, who, opensAt, closesAt, lateRule, rules, forms: [null], formsFor: [] },
    blank,
    zone,
  );
  const weeks = Math.max(0, Math.ceil((now() - opensAt) / (7 * day)));
  return moveDays(again, weeks * 7);
}

function forChosen(blank: WishForm, query: LocationQuery): WishForm {
  const { groups, students, practice } = query;
  const mode = practice ? 'practice' : blank.mode;
  return { ...blank, groupIds: idsIn(groups), studentIds: idsIn(students), mode };
}

export function useWishForm(testId: number) {
  const session = useSession();
  const route = useRoute();
  const { zone } = session.school;
  const form = ref<WishForm>(blankForm(session.now(), zone));
  const draftId = ref(Number(route.query.draft) || 0);
  /** What was filled in and neither given nor kept as a draft is there again, also after signing in anew. */
  const kept = useKeptForm<{ started: string; form: WishForm }>(`assign-${testId}`);
  const recovered = ref(false);
  /** The form as it began, to tell what was filled in; null until it has begun. */
  const initial = ref<WishForm | null>(null);

  function started(blank: WishForm): WishForm | Promise<WishForm> {
    if (draftId.value) return fromDraft(blank, draftId.value);
    if (route.query.again) return fromEarlier(blank, Number(route.query.again), session);
    return forChosen(blank, route.query);
  }

  /** Begins the form for a test, and takes up what was filled in on this page before. */
  async function begin(test: TestAnswer): Promise<void> {
    const { sections } = test.outline;
    form.value = await started({
      ...form.value,
      limitMinutes: limitFor(test),
      sectionMinutes: Object.fromEntries(sections.map(({ id, minutes }) => [id, minutes ?? ''])),
    });
    initial.value = copyOf(form.value);
    const earlier = kept.read();
    // Come here for others, or from a draft, is another beginning.
    if (!earlier || earlier.started !== route.fullPath) return;
    form.value = { ...form.value, ...earlier.form };
    recovered.value = true;
  }

  function startAnew(): void {
    if (initial.value) form.value = copyOf(initial.value);
    recovered.value = false;
  }

  watch(
    form,
    (now) => {
      if (initial.value === null) return;
      if (isEqual(now, initial.value)) kept.forget();
      else kept.write({ started: route.fullPath, form: now });
    },
    { deep: true },
  );

  return { form, draftId, begin, recovered, startAnew, forget: () => kept.forget() };
}
