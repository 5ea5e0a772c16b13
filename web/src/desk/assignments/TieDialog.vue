<script setup lang="ts">
/** Which student a guest was. */
import { present } from '@oaken/core/certain';
import type { Assigned } from '@oaken/contract/assignments';
import type { ClassRow } from '@oaken/contract/classes';
import { ref, watch } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { fullName, type RosterRow } from '../classes/useClass';
import SelectField from '../../parts/SelectField.vue';

const guest = defineModel<Assigned | null>({ required: true });
const props = defineProps<{ assignmentId: number }>();
const emit = defineEmits<{ done: [sentence: string] }>();
const classes = ref<ClassRow[]>([]);
const classId = ref(0);
const roster = ref<RosterRow[]>([]);
const studentId = ref(0);
const { wrong, read } = useDoing();
watch(guest, async (now) => {
  if (!now) return;
  [classId.value, studentId.value, wrong.value] = [0, 0, ''];
  await read(async () => {
    classes.value = (await call('listClasses', {})).classes.filter(({ putAway }) => !putAway);
  });
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
      `What ${current.name} wrote is ${fullName(
        present(
          roster.value.find(({ id }) => id === studentId.value),
          'roster',
        ),
      )}’s now.`,
    );
  });
}
</script>

<template>
  <ElDialog
    :model-value="guest !== null"
    :title="guest ? `Who is ${guest.name}?` : ''"
    width="440px"
    @close="guest = null"
  >
    <form id="tie" @submit.prevent="tie">
      <label class="field"
        ><span class="label">Class</span>
        <SelectField v-model="classId"
          ><ElOption :value="0" label="Choose …" /><ElOption
            v-for="schoolClass in classes"
            :key="schoolClass.id"
            :value="schoolClass.id"
            :label="`${schoolClass.name}, ${schoolClass.subject}`" /></SelectField
      ></label>
      <label class="field"
        ><span class="label">Student</span>
        <SelectField v-model="studentId" :disabled="roster.length === 0"
          ><ElOption :value="0" label="Choose …" /><ElOption
            v-for="student in roster"
            :key="student.id"
            :value="student.id"
            :label="`${student.rosterNumber} ${fullName(student)}`" /></SelectField
      ></label>
      <p class="faded">
        The work, its time and its score become the student’s. This cannot be taken back.
      </p>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    </form>
    <template #footer>
      <ElButton @click="guest = null">Cancel</ElButton>
      <ElButton type="primary" native-type="submit" form="tie" :disabled="studentId === 0"
        >It is this student</ElButton
      >
    </template>
  </ElDialog>
</template>
