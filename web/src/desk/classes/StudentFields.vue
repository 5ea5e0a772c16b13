<script setup lang="ts">
/** What is known of a student, as fields. */
import { say } from '../../words/teacher';

export interface StudentFacts {
  givenName: string;
  familyName: string;
  studentNumber: string;
  email: string;
  grade: string | number;
}

const facts = defineModel<StudentFacts>({ required: true });
defineProps<{ errors: Readonly<Record<string, string>> }>();
const fields = [
  { key: 'givenName', label: say('classes.firstNameTitle') },
  { key: 'familyName', label: say('classes.lastNameTitle') },
  { key: 'studentNumber', label: say('classes.studentNumber') },
  { key: 'email', label: say('classes.eMailAddress') },
  { key: 'grade', label: say('common.grade') },
] as const;
</script>

<template>
  <label v-for="field in fields" :key="field.key" class="field">
    <span class="label">{{ field.label }}</span>
    <ElInput
      v-model.trim="facts[field.key]"
      :aria-invalid="Boolean(errors[field.key])"
      maxlength="254"
    />
    <span v-if="errors[field.key]" class="wrong" role="alert">{{ errors[field.key] }}</span>
  </label>
</template>
