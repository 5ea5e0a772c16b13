<script setup lang="ts">
/** Answers of one student that arrived after the end: the teacher looks, and counts them or does not. */
import type { StudentWork } from '@oaken/contract/results';
import { computed, ref } from 'vue';
import { call } from '../../client/call';
import { done, failed } from '../shared/undo';
import { useWords } from '../shared/words';
import { say } from '../../words/teacher';

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
const decisionWords = {
  waiting: '',
  counted: say('results.lateCounted'),
  refused: say('results.notCounted'),
};

async function decide(counts: boolean): Promise<void> {
  sending.value = true;
  const n = waiting.value.length;
  try {
    const body = { attemptId: props.work.attempt.id, count: counts };
    await call('decideLateAnswers', { params: props.place, body });
    done(
      counts
        ? say('results.lateAnswersCounted', { n })
        : say('results.lateAnswersNotCounted', { n }),
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
    <h3 id="late-answers">{{ say('results.lateAnswers') }}</h3>
    <p v-if="waiting.length > 0">
      {{ say('results.theStudentsDeviceSent', { n: waiting.length }) }}
    </p>
    <ul>
      <li v-for="answer in work.lateAnswers" :key="answer.entry">
        <b>{{
          say('results.questionNumberWords', {
            number: answer.number,
            words: answer.words || say('results.noAnswer'),
          })
        }}</b>
        <span class="faded">
          {{
            say('results.writtenWrittenAtArrived', {
              writtenAt: words.time(answer.writtenAt),
              arrivedAt: words.time(answer.arrivedAt),
              silentFrom: words.time(answer.silentFrom),
              value: answer.decision === 'waiting' ? '' : `; ${decisionWords[answer.decision]}`,
            })
          }}
        </span>
      </li>
    </ul>
    <p v-if="waiting.length > 0 && work.mayChange" class="acts">
      <ElButton type="primary" :loading="sending" @click="decide(true)">{{
        say('results.count')
      }}</ElButton>
      <ElButton :disabled="sending" @click="decide(false)">{{ say('results.dontCount') }}</ElButton>
    </p>
  </section>
</template>

<style scoped>
.late {
  margin: 12px 0;
  padding: 10px 14px;
  border: 1px solid var(--rule-strong);
  border-inline-start: 3px solid var(--partial);
}
h3 {
  margin: 0 0 6px;
}
ul {
  margin: 0;
  padding-inline-start: 18px;
}
li .faded {
  display: block;
  font-size: 0.9em;
}
.acts {
  margin: 10px 0 0;
}
</style>
