<script setup lang="ts">
/** Anchor answers beside the answer that is marked: what so many points look like. */
import type { MarkedPart } from '@oaken/contract/marking';
import { ref } from 'vue';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import { pointsText } from '../shared/words';
import AnswerSmall from './AnswerSmall.vue';
import { isMarked, type Task } from './useMarking';
import { say } from '../../words/teacher';

const { task, place } = defineProps<{
  part: MarkedPart;
  /** What is marked now, which can be kept. */
  task: Task;
  /** Where they are kept and removed; null where they are only looked at. */
  place: { assignmentId: number; entryId: string; partId: string } | null;
}>();
const emit = defineEmits<{ changed: [] }>();
const { wrong, busy, act } = useDoing();
const asking = ref(false);
const note = ref('');

async function keep(): Promise<void> {
  const attemptId = task.all[0]?.attemptId;
  if (!place || attemptId === undefined) return;
  const kept = await act(() =>
    call('keepAnchor', { params: place, body: { attemptId, note: note.value } }),
  );
  if (!kept) return;
  [asking.value, note.value] = [false, ''];
  emit('changed');
}
async function remove(anchorId: number): Promise<void> {
  if (place && (await act(() => call('removeAnchor', { params: { ...place, anchorId } }))))
    emit('changed');
}
</script>

<template>
  <section class="anchors">
    <h2>{{ say('marking.anchorAnswers') }}</h2>
    <p v-if="part.anchors.length === 0" class="faded small">{{ say('marking.noAnchors') }}</p>
    <ul>
      <li v-for="anchor in part.anchors" :key="anchor.id">
        <details>
          <summary>
            <b>{{
              say('marking.pointsOf', {
                points: pointsText(anchor.points),
                maxPoints: pointsText(part.maxPoints),
              })
            }}</b>
            {{ anchor.note }}
          </summary>
          <AnswerSmall
            :answer="{ part, response: anchor.response }"
            :name="`anchor-${anchor.id}`"
          />
          <p class="faded small">
            {{ say('marking.keptBy', { by: anchor.by }) }}
            <ElButton v-if="place" link class="word" :disabled="busy" @click="remove(anchor.id)">{{
              say('marking.removeAnchor')
            }}</ElButton>
          </p>
        </details>
      </li>
    </ul>
    <p v-if="wrong && !asking" class="wrong" role="alert">{{ wrong }}</p>
    <ElButton v-if="place" :disabled="!isMarked(task)" @click="asking = true">{{
      say('marking.keepAsAnchor')
    }}</ElButton>
    <p v-if="place && !isMarked(task)" class="faded small">{{ say('marking.markFirst') }}</p>
    <ElDialog v-model="asking" :title="say('marking.keepAsAnchor')" width="480px" append-to-body>
      <form @submit.prevent="keep">
        <p>{{ say('marking.anchorWithoutName') }}</p>
        <label class="field">
          <span class="label">{{ say('marking.whatItShows') }}</span>
          <ElInput v-model="note" maxlength="500" type="textarea" :rows="2" />
        </label>
        <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
        <ElButton type="primary" native-type="submit" :loading="busy">{{
          say('marking.keep')
        }}</ElButton>
      </form>
    </ElDialog>
  </section>
</template>

<style scoped>
.anchors {
  padding: 4px 24px 20px;
  border-top: var(--line);
}
ul {
  list-style: none;
  margin: 0 0 10px;
  padding: 0;
}
li {
  border-bottom: var(--line);
  padding: 4px 0;
}
</style>
