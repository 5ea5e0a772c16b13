<script setup lang="ts">
/** More for the picked students: a later closing time, more minutes, more attempts. */
import type { AssignmentRow } from '@oaken/contract/assignments';
import { listing } from '@oaken/core/text';
import { atWall, day, wallOf } from '@oaken/core/timing';
import { computed, reactive } from 'vue';
import { call } from '../../client/call';
import { sentenceOf, useDoing } from '../../client/useDoing';
import { useSession } from '../../client/session';
import { useWords } from '../shared/words';
import DateField from '../../parts/DateField.vue';
import { whenOpened } from '../../parts/whenOpened';
import { say } from '../../words/teacher';

const open = defineModel<boolean>({ required: true });
/** Null ids: everybody, so that the assignment's own time moves. */
const props = defineProps<{
  assignment: AssignmentRow;
  studentIds: number[] | null;
  students: number;
}>();
const emit = defineEmits<{ done: [sentence: string] }>();
const session = useSession();
const words = useWords();
const usualMinutes = [5, 10, 15];
type MinutesChoice = number | 'other' | 'none';
const form = reactive({
  choice: 5 as MinutesChoice,
  otherMinutes: 20,
  longer: false,
  wall: '',
  attempts: 0,
});
const { wrong, busy, act } = useDoing(sentenceOf);
const minutes = computed(() => {
  if (form.choice === 'none') return 0;
  return form.choice === 'other' ? form.otherMinutes : form.choice;
});
const tomorrow = () =>
  wallOf(Math.max(session.now(), props.assignment.closesAt ?? 0) + day, session.school.zone).slice(
    0,
    11,
  );
whenOpened(open, () => {
  Object.assign(form, {
    choice: 5,
    otherMinutes: 20,
    longer: false,
    wall: `${tomorrow()}15:30`,
    attempts: 0,
  });
  wrong.value = '';
});
async function extend(): Promise<void> {
  const wall = form.longer ? atWall(form.wall, session.school.zone) : null;
  if (wall && !wall.ok) return void (wrong.value = wall.message);
  await act(async () => {
    const closesAt = wall?.ok ? wall.at : null;
    const { attempts } = form;
    const { students } = await call('extendAssignment', {
      params: { assignmentId: props.assignment.id },
      body: { studentIds: props.studentIds, closesAt, minutes: minutes.value, attempts },
    });
    open.value = false;
    const what = [
      closesAt === null ? '' : say('assignments.untilClosesAt', { closesAt: words.time(closesAt) }),
      minutes.value ? say('assignments.moreMinutes', { n: minutes.value }) : '',
      attempts ? say('assignments.moreAttempts', { n: attempts }) : '',
    ].filter(Boolean);
    emit('done', `${say('assignments.studentsHave', { n: students })} ${listing(what)}.`);
  });
}
</script>

<template>
  <ElDialog
    v-model="open"
    :title="
      say('assignments.extend', {
        value:
          studentIds === null
            ? say('assignments.allThem')
            : say('common.studentsCounted', { n: students }),
      })
    "
    width="520px"
  >
    <form id="extend" @submit.prevent="extend">
      <p class="line">
        <span class="label">{{ say('assignments.moreTimeWork') }}</span>
        <ElRadioGroup v-model="form.choice" :aria-label="say('assignments.moreTimeWork')">
          <ElRadioButton v-for="n in usualMinutes" :key="n" :value="n">{{
            say('assignments.numberMin', { number: n })
          }}</ElRadioButton>
          <ElRadioButton value="other">{{ say('assignments.other') }}</ElRadioButton>
          <ElRadioButton value="none">{{ say('assignments.none') }}</ElRadioButton>
        </ElRadioGroup>
        <ElInputNumber
          :controls="false"
          v-if="form.choice === 'other'"
          v-model="form.otherMinutes"
          :min="1"
          :max="1440"
          :aria-label="say('assignments.minutesMore')"
        />
      </p>
      <p v-if="minutes > 0" class="hint">
        {{ say('assignments.studentsWorkingNowGet', { n: minutes }) }}
      </p>
      <p class="line">
        <ElCheckbox v-model="form.longer" :disabled="assignment.closesAt === null">{{
          say('assignments.openUntil')
        }}</ElCheckbox>
        <DateField
          with-time
          v-model="form.wall"
          :label="say('assignments.openUntilTitle')"
          :disabled="!form.longer"
        />
      </p>
      <p class="line">
        <span class="label">{{ say('assignments.moreAttemptsTitle') }}</span>
        <ElInputNumber
          :controls="false"
          v-model="form.attempts"
          :min="0"
          :max="20"
          :aria-label="say('assignments.attemptsMore')"
        />
      </p>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    </form>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" native-type="submit" form="extend" :loading="busy">{{
        say('assignments.extendTitle')
      }}</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
.label {
  min-width: 140px;
  font-weight: 600;
}
</style>
