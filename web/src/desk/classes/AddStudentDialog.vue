<script setup lang="ts">
/** Adds one student to a class. Whoever is probably known at the school already is asked about first. */
import { elementAt } from '@oaken/core/certain';
import { listedStudent, type LineChoice, type ListedStudent } from '@oaken/core/rosters';
import { computed, reactive, ref, watch } from 'vue';
import { call } from '../../client/call';
import { useForm } from '../../client/useDoing';
import { done } from '../shared/undo';
import { say } from '../../words/teacher';
import type { Plan, PlanLine } from './bringing';
import StudentFields, { type StudentFacts } from './StudentFields.vue';
import type { OpenClass } from './useClass';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{
  openClass: OpenClass;
  act: (work: () => Promise<unknown>) => Promise<boolean>;
}>();
const nobody = (): StudentFacts => ({
  givenName: '',
  familyName: '',
  studentNumber: '',
  email: '',
  grade: props.openClass.class.grade,
});
const facts = ref(nobody());
const missing = reactive<Record<string, string>>({});
const { wrong, busy, act: send, errors, forget } = useForm();
const problems = computed(() => ({ ...errors.value, ...missing }));
/** Somebody like this is known: asked about before anything is done. */
const asked = ref<{ line: PlanLine; plan: Plan; listed: ListedStudent } | null>(null);
/** Whom the form means: one that is known, or somebody new. */
const as = ref<number | 'new'>('new');
let clientKey = crypto.randomUUID();

function forgetProblems(): void {
  forget();
  for (const key of Object.keys(missing)) delete missing[key];
}
watch(open, (now) => {
  if (!now) return;
  facts.value = nobody();
  asked.value = null;
  as.value = 'new';
  clientKey = crypto.randomUUID();
  forgetProblems();
});
watch(facts, () => (asked.value = null), { deep: true });

/** The form as a line of a list; null where something is missing or cannot be, which is said beside it. */
function listedOf(): ListedStudent | null {
  forgetProblems();
  const { grade, ...rest } = facts.value;
  const read = listedStudent.safeParse({
    ...rest,
    line: 1,
    grade: grade === '' ? null : Number(grade),
    rosterNumber: null,
    sourcedId: null,
  });
  for (const { path, message } of read.error?.issues ?? []) missing[String(path[0])] ??= message;
  return read.data ?? null;
}

async function submit(): Promise<void> {
  const listed = listedOf();
  if (!listed || busy.value) return;
  if (asked.value) {
    const choice = { take: true, as: as.value === 'new' ? null : as.value };
    return apply(asked.value.plan, listed, choice);
  }
  let planned: Plan | null = null;
  await send(async () => {
    const { id: classId, subject } = props.openClass.class;
    const roster = { classId, subject, listed: [listed], whole: false };
    planned = elementAt((await call('planRosters', { body: { rosters: [roster] } })).plans, 0);
  });
  if (!planned) return;
  const plan: Plan = planned;
  const line = elementAt(plan.lines, 0);
  if (line.act === 'keep')
    missing.familyName = say('classes.alreadyInClass', {
      name: line.name,
      rosterNumber: line.rosterNumber,
    });
  else if (line.act === 'ask') {
    asked.value = { line, plan, listed };
    as.value = line.likely[0]?.studentId ?? 'new';
  } else await apply(plan, listed, { take: true });
}

async function apply(plan: Plan, listed: ListedStudent, choice: LineChoice): Promise<void> {
  const { id: classId, name: className } = props.openClass.class;
  const { seen } = plan;
  const fixed = { classId, listed: [listed], whole: false, make: null, sourcedId: null, seen };
  let change: { changeId: number } | null = null;
  await send(async () => {
    const choices = { lines: { '1': choice }, leaving: [] };
    change = await call('applyRosters', {
      body: { clientKey, rosters: [{ ...fixed, choices }] },
    });
  });
  if (!change) return;
  const { changeId } = change as { changeId: number };
  open.value = false;
  await props.act(async () => undefined);
  done(
    say('classes.addedToClass', { name: `${listed.givenName} ${listed.familyName}`, className }),
    () => props.act(() => call('undoRosters', { params: { changeId } })).then(() => undefined),
  );
}
</script>

<template>
  <ElDialog v-model="open" :title="say('classes.addStudent')" width="460px">
    <form id="add-student" @submit.prevent="submit">
      <StudentFields v-model="facts" :errors="problems" />
      <fieldset v-if="asked">
        <legend>{{ say('classes.isItOneOfThese') }}</legend>
        <ElRadioGroup v-model="as">
          <ElRadio
            v-for="likely in asked.line.likely"
            :key="likely.studentId"
            :value="likely.studentId"
            >{{ likely.name }}
            <span class="faded">{{ [likely.where, likely.why].filter(Boolean).join(', ') }}</span>
          </ElRadio>
          <ElRadio value="new">{{ say('classes.somebodyNew') }}</ElRadio>
        </ElRadioGroup>
      </fieldset>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    </form>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" native-type="submit" form="add-student" :loading="busy">{{
        say('classes.addStudent')
      }}</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
fieldset {
  border: 0;
  border-top: var(--line);
  margin: 12px 0 0;
  padding: 8px 0 0;
}
fieldset :deep(.el-radio-group) {
  flex-direction: column;
  align-items: start;
}
</style>
