<script setup lang="ts">
/** One answer on the page of all: who gave it, what it is, and what it has. */
import { computed, ref } from 'vue';
import { pointsText } from '../shared/words';
import AnswerSmall from './AnswerSmall.vue';
import { isMarked, markOf, namesOf, type Task } from './useMarking';
import { say } from '../../words/teacher';

const selected = defineModel<boolean>('selected', { required: true });
const { task, hidden, classes, alone } = defineProps<{
  task: Task;
  /** Names are not shown. */
  hidden: boolean;
  /** Students of several classes stand on the page. */
  classes: boolean;
  mayMark: boolean;
  /** Where the answer is looked at alone. */
  alone: string;
}>();
const emit = defineEmits<{ focused: [] }>();
const names = computed(() => namesOf(task, hidden, classes));
const mark = computed(() => markOf(task));
const points = computed(() =>
  isMarked(task)
    ? say('marking.pointsOf', {
        points: pointsText(mark.value?.points ?? 0),
        maxPoints: pointsText(task.part.maxPoints),
      })
    : say('marking.notMarked'),
);
const root = ref<HTMLElement>();
defineExpose({
  focus: () => root.value?.querySelector('input')?.focus(),
  top: () => root.value?.offsetTop ?? 0,
  hasFocus: () => root.value?.contains(document.activeElement) ?? false,
});
</script>

<template>
  <article ref="root" :class="{ selected, marked: isMarked(task) }" @focusin="emit('focused')">
    <header>
      <ElCheckbox v-model="selected" :disabled="!mayMark">{{ names }}</ElCheckbox>
    </header>
    <p v-if="task.all[0]?.variant" class="faded small variant">
      {{ say('marking.variantOf', { variant: task.all[0].variant }) }}
    </p>
    <AnswerSmall :answer="task" :name="`card-${task.all[0]?.attemptId}`" />
    <p v-if="mark?.comment" class="comment">{{ mark.comment }}</p>
    <p v-if="mark?.voice" class="comment">{{ say('marking.spokenComment') }}</p>
    <footer>
      <b>{{ points }}</b>
      <RouterLink :to="alone" :aria-label="say('marking.openAnswerOf', { names })">{{
        say('marking.open')
      }}</RouterLink>
    </footer>
  </article>
</template>

<style scoped>
article {
  display: flex;
  flex-direction: column;
  gap: 8px;
  padding: 8px 12px 10px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
  content-visibility: auto;
  contain-intrinsic-size: auto 220px;
}
article:focus-within {
  border-color: var(--secure);
}
.selected {
  background: var(--secure-wash);
  border-color: var(--secure);
}
.marked footer b {
  color: var(--secure);
}
header :deep(.el-checkbox) {
  height: auto;
  min-height: 32px;
  white-space: normal;
  align-items: flex-start;
}
header :deep(.el-checkbox__label) {
  font-weight: 600;
}
.variant {
  margin: 0;
}
.comment {
  margin: 0;
  border-inline-start: 3px solid var(--oak);
  padding-inline-start: 8px;
  overflow-wrap: anywhere;
}
footer {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  margin-top: auto;
  border-top: var(--line);
  padding-top: 6px;
}
</style>
