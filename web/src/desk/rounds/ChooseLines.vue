<script setup lang="ts">
/** Which of the answers in words the class sees: the teacher ticks them, and nobody is named. */
import type { PartSpread } from '@oaken/core/rounds';
import { ref, watch } from 'vue';
import { say } from '../../words/teacher';

const props = defineProps<{ spread: PartSpread; shown: readonly string[]; busy: boolean }>();
const emit = defineEmits<{ show: [lines: string[]] }>();
const ticked = ref<string[]>([]);
/** What is ticked and not shown yet stays while the page hears of other things. */
watch(
  () => props.shown.join('\n'),
  () => (ticked.value = [...props.shown]),
  { immediate: true },
);
</script>

<template>
  <form @submit.prevent="emit('show', ticked)">
    <h3>{{ say('rounds.chooseLines') }}</h3>
    <p class="faded small">{{ say('rounds.chooseLinesHint') }}</p>
    <ElCheckboxGroup v-model="ticked" class="lines" :aria-label="say('rounds.chooseLines')">
      <ElCheckbox v-for="line in spread.lines" :key="line.id" :value="line.id"
        >{{ line.text }} <span class="faded">{{ line.students }}</span></ElCheckbox
      >
    </ElCheckboxGroup>
    <ElButton native-type="submit" :disabled="busy">{{ say('rounds.showLines') }}</ElButton>
  </form>
</template>

<style scoped>
.lines {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  margin-bottom: 10px;
}
h3 {
  margin-block: 12px 2px;
}
p {
  margin: 0;
}
</style>
