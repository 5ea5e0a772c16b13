<script setup lang="ts">
/** What would go to whom, and when, in sentences; and the button that does it. */
import type { AnswerOf, api } from '@oaken/contract';
import type { Slip } from '@oaken/core/assignments';
import { computed } from 'vue';
import { say } from '../../words/teacher';

const props = defineProps<{
  /** Null while nobody is chosen, or something cannot be read. */
  slip: Slip | null;
  recipients: AnswerOf<typeof api.readRecipients> | null;
  /** Names of the test's forms. */
  forms: readonly string[];
  invite: boolean;
  problems: Record<string, string>;
  canGive: boolean;
  busy: boolean;
}>();
const emit = defineEmits<{ give: [] }>();

/** Accommodations ask for forms by name; those that this test does not have are named, so that nobody is surprised. */
const missingForms = computed(() => {
  const there = new Set(['a', ...props.forms.map((name) => name.toLowerCase())]);
  return props.recipients?.forms.filter(({ name }) => !there.has(name.toLowerCase())) ?? [];
});
const problem = computed(() => Object.values(props.problems)[0]);
</script>

<template>
  <div class="slip" aria-live="polite">
    <h2>{{ say('assignments.summary') }}</h2>
    <template v-if="slip">
      <p class="line">{{ slip.line }}</p>
      <p v-for="sentence in slip.sentences" :key="sentence">{{ sentence }}</p>
      <p v-if="invite && recipients?.reachable">
        {{ say('assignments.lettersGoOutWhen', { n: recipients.reachable }) }}
      </p>
      <p v-for="form in missingForms" :key="form.name" class="warn">
        {{ say('assignments.studentsNeedFormName', { n: form.students, name: form.name }) }}
      </p>
    </template>
    <p v-else class="faded">{{ say('assignments.chooseWhoGetsSeeWhat') }}</p>
    <ElButton
      type="primary"
      size="large"
      :disabled="!canGive"
      :loading="busy"
      @click="emit('give')"
      >{{ slip?.verb ?? say('assignments.assign') }}</ElButton
    >
    <p v-if="problem" class="wrong">{{ problem }}</p>
  </div>
</template>

<style scoped>
.slip {
  margin-top: 0;
}
.warn {
  border-inline-start: 4px solid var(--partial);
  padding-inline-start: 10px;
}
</style>
