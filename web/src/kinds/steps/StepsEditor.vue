<script setup lang="ts">
/** Where a solution begins, where it ends, and how many lines are expected. */
import type { Steps } from '@oaken/core/items';
import { computed } from 'vue';
import type { Problem } from '../../parts/problems';
import CommitInput from '../../parts/CommitInput.vue';
import ReadAs from '../expression/ReadAs.vue';
import { say } from '../../words/teacher';

const part = defineModel<Steps>({ required: true });
const props = defineProps<{ problems: Problem[] }>();

const change = (steps: Partial<Steps>) => (part.value = { ...part.value, ...steps });
const problemsHere = computed(() =>
  props.problems.filter(({ pointer }) => /^\/(given|key|lines)/.test(pointer)),
);
</script>

<template>
  <div class="settings">
    <label
      ><span class="label">{{ say('kinds.solutionBegins') }}</span
      ><CommitInput
        :model-value="part.given"
        maxlength="100"
        placeholder="2x + 4 = 10"
        @change="change({ given: $event.trim() })"
    /></label>
    <label
      ><span class="label">{{ say('kinds.solutionEnds') }}</span
      ><CommitInput
        :model-value="part.key"
        maxlength="100"
        placeholder="x = 3"
        @change="change({ key: $event.trim() })"
    /></label>
    <label
      ><span class="label">{{ say('kinds.linesExpected') }}</span
      ><ElInputNumber
        :model-value="part.lines"
        :min="1"
        :max="12"
        @change="change({ lines: $event ?? 1 })"
    /></label>
  </div>
  <ReadAs v-if="part.given" :line="part.given" :has-unit="false" />
  <ReadAs v-if="part.key" :line="part.key" :has-unit="false" />
  <p v-for="problem in problemsHere" :key="problem.pointer + problem.message" class="wrong">
    {{ problem.message }}
  </p>
</template>

<style scoped src="../board/editor.css"></style>
