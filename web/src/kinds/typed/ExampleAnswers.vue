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

const lists = computed(() =>
  examples.value
    ? [
        { title: say('kinds.rightAsWell'), answers: examples.value.accepted },
        { title: say('kinds.partlyRight'), answers: examples.value.partly },
        { title: say('kinds.notRight'), answers: examples.value.refused },
      ].filter(({ answers }) => answers.length > 0)
    : [],
);
</script>

<template>
  <div v-if="lists.length > 0" class="examples">
    <p v-for="{ title, answers } in lists" :key="title">
      <b>{{ title }}</b>
      <code v-for="answer in answers" :key="answer">{{ answer }}</code>
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
