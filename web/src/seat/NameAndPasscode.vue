<script setup lang="ts">
/** Who somebody is, from the list of their class, and the passcode that shows it. */
import { say } from '../words';

defineProps<{
  students: readonly { id: number; name: string }[];
  nameLabel: string;
  passcodeLabel: string;
}>();
const studentId = defineModel<number>('studentId', { required: true });
const passcode = defineModel<string>('passcode', { required: true });
</script>

<template>
  <label class="field">
    <span class="label">{{ nameLabel }}</span>
    <select v-model="studentId" class="plain-input big" required>
      <option :value="0" disabled>{{ say('signIn.chooseName') }}</option>
      <option v-for="student in students" :key="student.id" :value="student.id">
        {{ student.name }}
      </option>
    </select>
  </label>
  <label class="field">
    <span class="label">{{ passcodeLabel }}</span>
    <input
      v-model="passcode"
      class="plain-input big"
      type="password"
      autocomplete="off"
      autocapitalize="off"
      spellcheck="false"
      maxlength="40"
      required
    />
  </label>
</template>
