<script setup lang="ts">
/** Letting classes begin, one press each, where nobody begins without it. */
import type { AssignmentRow } from '@oaken/contract/assignments';
import { ref, watch } from 'vue';
import { call } from '../../client/call';
import { done, failed } from '../shared/undo';
import { useWords } from '../shared/words';
import { say } from '../../words/teacher';

const { assignment } = defineProps<{ assignment: AssignmentRow }>();
const words = useWords();
const classes = ref<AssignmentRow['classes']>([]);
watch(
  () => assignment.classes,
  (now) => (classes.value = now.map((taught) => ({ ...taught }))),
  { immediate: true },
);

async function set(taught: AssignmentRow['classes'][number], may: boolean): Promise<void> {
  try {
    const params = { assignmentId: assignment.id, classId: taught.id };
    taught.letInAt = (await call('letClassBegin', { params, body: { may } })).letInAt;
    const { name } = taught;
    done(
      may ? say('assignments.classMayBegin', { name }) : say('assignments.classWaits', { name }),
    );
  } catch (error) {
    failed(error);
  }
}
</script>

<template>
  <section
    v-if="assignment.rules.supervision?.byPress"
    class="let-begin"
    :aria-label="say('assignments.letBeginTitle')"
  >
    <p v-for="taught in classes" :key="taught.id">
      <template v-if="taught.letInAt === null">
        <span>{{ say('assignments.nobodyOfClassYet', { name: taught.name }) }}</span>
        <ElButton type="primary" @click="set(taught, true)">{{
          say('assignments.letClassBegin', { name: taught.name })
        }}</ElButton>
      </template>
      <template v-else>
        <span>{{
          say('assignments.classBeginsSince', {
            name: taught.name,
            time: words.time(taught.letInAt),
          })
        }}</span>
        <ElButton @click="set(taught, false)">{{
          say('assignments.letNobodyElse', { name: taught.name })
        }}</ElButton>
      </template>
    </p>
  </section>
</template>

<style scoped>
.let-begin {
  padding: 8px 24px;
  border-bottom: var(--line);
  background: var(--low-wash);
}
p {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
  margin: 2px 0;
}
</style>
