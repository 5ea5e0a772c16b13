<script setup lang="ts">
/** What a teacher says about a class. */
import type { ClassFacts } from '@oaken/contract/classes';

const facts = defineModel<ClassFacts>({ required: true });
defineProps<{ wrong: Record<string, string>; disabled?: boolean }>();
const fields = [
  { key: 'name', label: 'Name', hint: 'such as 6B' },
  { key: 'subject', label: 'Subject', hint: '' },
  { key: 'period', label: 'Period', hint: 'when they meet, such as 2nd period' },
  { key: 'term', label: 'Term', hint: 'such as Autumn' },
] as const;
</script>

<template>
  <fieldset class="facts" :disabled="disabled">
    <legend class="unseen">About the class</legend>
    <label v-for="field in fields" :key="field.key" class="field">
      <span class="label"
        >{{ field.label }} <span v-if="field.hint" class="faded small">{{ field.hint }}</span></span
      >
      <ElInput
        v-model="facts[field.key]"
        :maxlength="field.key === 'period' ? 40 : 60"
        :aria-invalid="Boolean(wrong[field.key])"
      />
      <span v-if="wrong[field.key]" class="wrong">{{ wrong[field.key] }}</span>
    </label>
    <label class="field">
      <span class="label">Grade <span class="faded small">the school year they are in</span></span>
      <ElInputNumber
        :controls="false"
        v-model="facts.grade"
        class="few"
        :min="0"
        :max="13"
        :aria-invalid="Boolean(wrong.grade)"
      />
      <span v-if="wrong.grade" class="wrong">{{ wrong.grade }}</span>
    </label>
    <label class="field wide">
      <span class="label">Notes <span class="faded small">for its teachers only</span></span>
      <ElInput v-model="facts.notes" :rows="3" maxlength="2000" type="textarea" />
    </label>
  </fieldset>
</template>

<style scoped>
.facts {
  border: 0;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 18px;
}
.few {
  width: 90px;
}
.wide {
  grid-column: 1 / -1;
}
</style>
