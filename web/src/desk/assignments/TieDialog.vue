<script setup lang="ts">
/** Which student a guest was. */
import { present } from '@oaken/core/certain';
import type { Assigned } from '@oaken/contract/assignments';
import { ref, watch } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { fullName, type RosterRow } from '../classes/useClass';
import SelectField from '../../parts/SelectField.vue';
import { useMyClasses } from '../shared/useMyClasses';
import { say } from '../../words/teacher';

const guest = defineModel<Assigned | null>({ required: true });
const props = defineProps<{ assignmentId: number }>();
const emit = defineEmits<{ done: [sentence: string] }>();
const { classes, readClasses } = useMyClasses();
const classId = ref(0);
const roster = ref<RosterRow[]>([]);
const studentId = ref(0);
const { wrong, read } = useDoing();
watch(guest, async (now) => {
  if (!now) return;
  [classId.value, studentId.value, wrong.value] = [0, 0, ''];
  await read(readClasses);
});
watch(classId, async (id) => {
  roster.value = [];
  studentId.value = 0;
  if (id)
    roster.value = (
      await call('readClass', { params: { classId: id } }).catch(() => ({ roster: [] }))
    ).roster.filter(({ leftAt }) => leftAt === null);
});
async function tie(): Promise<void> {
  const current = present(guest.value, 'guest');
  await read(async () => {
    await call('tieGuest', {
      params: { assignmentId: props.assignmentId, guestId: current.studentId },
      body: { studentId: studentId.value },
    });
    guest.value = null;
    emit(
      'done',
      say('assignments.guestIsStudent', {
        guest: current.name,
        student: fullName(
          present(
            roster.value.find(({ id }) => id === studentId.value),
            'roster',
          ),
        ),
      }),
    );
  });
}
</script>

<template>
  <ElDialog
    :model-value="guest !== null"
    :title="guest ? say('assignments.whoName', { name: guest.name }) : ''"
    width="440px"
    @close="guest = null"
  >
    <form id="tie" @submit.prevent="tie">
      <label class="field"
        ><span class="label">{{ say('common.class') }}</span>
        <SelectField v-model="classId"
          ><ElOption :value="0" :label="say('assignments.choose')" /><ElOption
            v-for="schoolClass in classes"
            :key="schoolClass.id"
            :value="schoolClass.id"
            :label="`${schoolClass.name}, ${schoolClass.subject}`" /></SelectField
      ></label>
      <label class="field"
        ><span class="label">{{ say('common.student') }}</span>
        <SelectField v-model="studentId" :disabled="roster.length === 0"
          ><ElOption :value="0" :label="say('assignments.choose')" /><ElOption
            v-for="student in roster"
            :key="student.id"
            :value="student.id"
            :label="`${student.rosterNumber} ${fullName(student)}`" /></SelectField
      ></label>
      <p class="faded">
        {{ say('assignments.theWorkItsTime') }}
      </p>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    </form>
    <template #footer>
      <ElButton @click="guest = null">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" native-type="submit" form="tie" :disabled="studentId === 0">{{
        say('assignments.linkThisStudent')
      }}</ElButton>
    </template>
  </ElDialog>
</template>
