<script setup lang="ts">
/** What is prepared for a class, in the order in which it is asked. */
import type { AnswerOf, api } from '@oaken/contract';
import { ref, watch } from 'vue';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import EmptyNote from '../../parts/EmptyNote.vue';
import { say } from '../../words/teacher';

const props = defineProps<{ classId: number; className: string }>();
const emit = defineEmits<{ counted: [questions: number] }>();
const questions = ref<AnswerOf<typeof api.readPrepared>['questions'] | null>(null);
const { wrong, busy, read, act } = useDoing();

function take(told: AnswerOf<typeof api.readPrepared>): void {
  questions.value = told.questions;
  emit('counted', told.questions.length);
}
watch(
  () => props.classId,
  (classId) => {
    questions.value = null;
    void read(async () => take(await call('readPrepared', { params: { classId } })));
  },
  { immediate: true },
);
const keep = (itemIds: number[]) =>
  act(async () =>
    take(await call('orderPrepared', { params: { classId: props.classId }, body: { itemIds } })),
  );
const ids = () => (questions.value ?? []).map(({ itemId }) => itemId);
function move(index: number, by: 1 | -1): void {
  const order = ids();
  const [moved] = order.splice(index, 1);
  if (moved === undefined) return;
  order.splice(index + by, 0, moved);
  void keep(order);
}
const takeOff = (index: number) => keep(ids().filter((_, place) => place !== index));
</script>

<template>
  <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  <EmptyNote
    v-if="questions?.length === 0"
    :title="say('rounds.preparedNone', { name: className })"
    >{{ say('rounds.preparedNoneWords') }}</EmptyNote
  >
  <ol v-else-if="questions" class="prepared">
    <li v-for="(question, index) in questions" :key="question.itemId">
      <span class="number">{{ index + 1 }}</span>
      <span class="stem"
        >{{ question.stem }}
        <span class="faded small">{{ question.standards.join(', ') }}</span></span
      >
      <ElButton
        size="small"
        :disabled="index === 0 || busy"
        :aria-label="say('rounds.moveUp', { n: index + 1 })"
        @click="move(index, -1)"
        >↑</ElButton
      >
      <ElButton
        size="small"
        :disabled="index === questions.length - 1 || busy"
        :aria-label="say('rounds.moveDown', { n: index + 1 })"
        @click="move(index, 1)"
        >↓</ElButton
      >
      <ElButton
        size="small"
        :disabled="busy"
        :aria-label="say('rounds.takeOff', { n: index + 1 })"
        @click="takeOff(index)"
        >×</ElButton
      >
    </li>
  </ol>
</template>

<style scoped>
.prepared {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  gap: 8px;
  align-items: baseline;
  padding: 7px 0;
  border-bottom: var(--line);
}
li .el-button + .el-button {
  margin-inline-start: 0;
}
.number {
  font-weight: 650;
  min-width: 22px;
}
.stem {
  flex: 1;
  min-width: 0;
}
</style>
