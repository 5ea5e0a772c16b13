<script setup lang="ts">
/** Which student a guest was. */
import { present } from '@oaken/core/certain';
import type { Assigned } from '@oaken/contract/assignments';
import type { ClassRow } from '@oaken/contract/classes';
import { ref, watch } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { fullName, type RosterRow } from '../classes/useClass';

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
  <el-dialog
    :model-value="guest !== null"
    :title="guest ? `Who is ${guest.name}?` : ''"
    width="440px"
    @close="guest = null"
  >
    <form id="tie" @submit.prevent="tie">
      <label class="field"
        ><span class="label">Class</span>
        <select v-model="classId" class="plain-input">
          <option :value="0">Choose …</option>
          <option v-for="schoolClass in classes" :key="schoolClass.id" :value="schoolClass.id">
            {{ schoolClass.name }}, {{ schoolClass.subject }}
          </option>
        </select></label
      >
      <label class="field"
        ><span class="label">Student</span>
        <select v-model="studentId" class="plain-input" :disabled="roster.length === 0">
          <option :value="0">Choose …</option>
          <option v-for="student in roster" :key="student.id" :value="student.id">
            {{ student.rosterNumber }} {{ fullName(student) }}
          </option>
        </select></label
      >
      <p class="faded">
        The work, its time and its score become the student’s. This cannot be taken back.
      </p>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    </form>
    <template #footer>
      <el-button @click="guest = null">Cancel</el-button>
      <el-button type="primary" native-type="submit" form="tie" :disabled="studentId === 0"
        >It is this student</el-button
      >
    </template>
  </el-dialog>
</template>
