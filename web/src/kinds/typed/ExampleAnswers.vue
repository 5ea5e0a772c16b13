<script setup lang="ts">
/** Some answers that the key takes and some that it does not, judged by the key as it stands. */
import { elementAt } from '@oaken/core/certain';
import { exampleAnswers, readItem, type Part } from '@oaken/core/items';
import { computed } from 'vue';
import { plain } from '../../desk/shared/keptText';
import { say } from '../../words/teacher';

const props = defineProps<{ part: Part }>();

const examples = computed(() => {
  const part = plain(props.part);
  const whole = readItem({ stem: '<p>?</p>', parts: [part] });
  return whole.ok ? exampleAnswers(elementAt(whole.content.parts, 0)) : null;
});
</script>

<template>
  <div v-if="examples && examples.accepted.length + examples.refused.length > 0" class="examples">
    <p v-if="examples.accepted.length > 0">
      <b>{{ say('kinds.rightAsWell') }}</b>
      <code v-for="answer in examples.accepted" :key="answer">{{ answer }}</code>
    </p>
    <p v-if="examples.refused.length > 0">
      <b>{{ say('kinds.notRight') }}</b>
      <code v-for="answer in examples.refused" :key="answer">{{ answer }}</code>
    </p>
  </div>
</template>

<style scoped>
.examples {
  margin-top: 8px;
  padding: 8px 12px;
  background: var(--wash);
  border-radius: var(--corner);
}
p {
  margin: 0;
}
code {
  margin-inline-start: 10px;
  padding: 1px 6px;
  white-space: pre;
  background: var(--sheet);
  border: var(--line);
}
</style>
