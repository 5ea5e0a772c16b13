<script setup lang="ts">
/** Correcting what is known of one student. The roster number stays the same all year. */
import { present } from '@oaken/core/certain';
import { ref, watch } from 'vue';
import { call } from '../../client/call';
import { useForm } from '../../client/useDoing';
import { done } from '../shared/undo';
import StudentFields, { type StudentFacts } from './StudentFields.vue';
import { fullName, type RosterRow } from './useClass';
import { say } from '../../words/teacher';

const student = defineModel<RosterRow | null>({ required: true });
const props = defineProps<{
  classId: number;
  act: (work: () => Promise<unknown>) => Promise<boolean>;
}>();
const facts = ref<StudentFacts>({
  givenName: '',
  familyName: '',
  studentNumber: '',
  email: '',
  grade: '',
});
const { wrong, act: send, errors, forget } = useForm();
watch(student, (changed) => {
  if (!changed) return;
  const { givenName, familyName, studentNumber, email, grade } = changed;
  facts.value = { givenName, familyName, studentNumber, email, grade: grade ?? '' };
  forget();
});
async function save(): Promise<void> {
  const current = present(student.value, 'student');
  const params = { classId: props.classId, studentId: current.id };
  const body = {
    ...facts.value,
    grade: facts.value.grade === '' ? null : Number(facts.value.grade),
  };
  const before = {
    givenName: current.givenName,
    familyName: current.familyName,
    studentNumber: current.studentNumber,
    email: current.email,
    grade: current.grade,
  };
  if (!(await send(() => call('describeStudent', { params, body })))) return;
  student.value = null;
  await props.act(async () => undefined);
  done(say('classes.fullNameSaved', { fullName: fullName(body) }), () =>
    props.act(() => call('describeStudent', { params, body: before })).then(() => undefined),
  );
}
</script>

<template>
  <ElDialog
    :model-value="student !== null"
    :title="student ? fullName(student) : ''"
    width="460px"
    @close="student = null"
  >
    <form id="student" @submit.prevent="save">
      <StudentFields v-model="facts" :errors="errors" />
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    </form>
    <template #footer>
      <ElButton @click="student = null">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" native-type="submit" form="student">{{
        say('common.save')
      }}</ElButton>
    </template>
  </ElDialog>
</template>
