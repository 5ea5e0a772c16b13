<script setup lang="ts">
/** Answers of one student that arrived after the end: the teacher looks, and counts them or does not. */
import type { StudentWork } from '@oaken/contract/results';
import { count } from '@oaken/core/text';
import { computed, ref } from 'vue';
import { call } from '../../client/call';
import { done, failed } from '../shared/undo';
import { useWords } from '../shared/words';

const props = defineProps<{
  work: StudentWork;
  place: { assignmentId: number; studentId: number };
}>();
const emit = defineEmits<{ decided: [] }>();
const words = useWords();
const sending = ref(false);

const waiting = computed(() =>
  props.work.lateAnswers.filter(({ decision }) => decision === 'waiting'),
);
const decisionWords = { waiting: '', counted: 'counted', refused: 'not counted' };

async function decide(counts: boolean): Promise<void> {
  sending.value = true;
  const n = waiting.value.length;
  try {
    const body = { attemptId: props.work.attempt.id, count: counts };
    await call('decideLateAnswers', { params: props.place, body });
    done(
      counts ? `${count(n, 'late answer')} counted.` : `${count(n, 'late answer')} not counted.`,
    );
    emit('decided');
  } catch (error) {
    failed(error);
  } finally {
    sending.value = false;
  }
}
</script>

<template>
  <section v-if="work.lateAnswers.length > 0" class="late" aria-labelledby="late-answers">
    <h3 id="late-answers">Late answers</h3>
    <p v-if="waiting.length > 0">
      The student’s device sent {{ count(waiting.length, 'answer') }} after time was up. By its own
      clock {{ waiting.length === 1 ? 'it was' : 'they were' }} written before, while the server
      heard nothing from it.
    </p>
    <ul>
      <li v-for="answer in work.lateAnswers" :key="answer.entry">
        <b>Question {{ answer.number }}: {{ answer.words || 'no answer' }}</b>
        <span class="faded">
          written {{ words.time(answer.writtenAt) }}, arrived {{ words.time(answer.arrivedAt) }}; no
          sign of the device since {{ words.time(answer.silentFrom)
          }}{{ answer.decision === 'waiting' ? '' : `; ${decisionWords[answer.decision]}` }}
        </span>
      </li>
    </ul>
    <p v-if="waiting.length > 0 && work.mayChange" class="acts">
      <ElButton type="primary" :loading="sending" @click="decide(true)">Count</ElButton>
      <ElButton :disabled="sending" @click="decide(false)">Don’t count</ElButton>
    </p>
  </section>
</template>

<style scoped>
.late {
  margin: 12px 0;
  padding: 10px 14px;
  border: 1px solid var(--rule-strong);
  border-left: 3px solid var(--partial);
}
h3 {
  margin: 0 0 6px;
}
ul {
  margin: 0;
  padding-left: 18px;
}
li .faded {
  display: block;
  font-size: 0.9em;
}
.acts {
  margin: 10px 0 0;
}
</style>
