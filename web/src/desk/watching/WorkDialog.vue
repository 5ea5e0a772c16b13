<script setup lang="ts">
/** What one student has answered so far, and what was done to the attempt by whom. */
import { wholePercent } from '@oaken/core/text';
import type { AnswerOf, api } from '@oaken/contract';
import { computed, ref, watch } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import RichText from '../../parts/RichText.vue';
import TallyBox from '../../parts/TallyBox.vue';
import { useWords } from '../shared/words';
import { say } from '../../words/teacher';

const studentId = defineModel<number | null>({ required: true });
const props = defineProps<{ assignmentId: number }>();
const words = useWords();
const work = ref<AnswerOf<typeof api.readWork> | null>(null);
const { wrong, read } = useDoing();
watch(studentId, async (now) => {
  // Nothing of it stays behind on a page that may be on a projector next.
  [work.value, wrong.value] = [null, ''];
  if (now === null) return;
  await read(async () => {
    work.value = await call('readWork', {
      params: { assignmentId: props.assignmentId, studentId: now },
    });
  });
});
const open = computed({
  get: () => studentId.value !== null,
  set: (now) => !now && (studentId.value = null),
});
</script>

<template>
  <ElDialog
    v-model="open"
    :title="work ? say('watching.nameSoFar', { name: work.name }) : say('watching.workSoFar')"
    width="760px"
  >
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template v-if="work">
      <p v-for="event in work.events" :key="`${event.at} ${event.words}`" class="faded small">
        {{ event.by }} {{ event.words }}, {{ words.time(event.at) }}.
      </p>
      <ol class="work">
        <li v-for="entry in work.entries" :key="entry.number">
          <TallyBox
            v-if="entry.mine && entry.asks === 'points'"
            :share="entry.share ?? 0"
            :needs-marking="entry.share === null"
            :label="
              entry.share === null ? say('watching.needsMarking') : `${wholePercent(entry.share)}%`
            "
          />
          <span v-else class="none" />
          <div>
            <RichText :html="entry.stem" />
            <p>
              <b>{{
                entry.mine ||
                (entry.asks === 'nothing'
                  ? say('watching.onlyBeRead')
                  : say('watching.noAnswerYet'))
              }}</b>
              <span v-if="entry.savedAt !== null" class="faded small">
                {{ say('watching.savedSavedAt', { savedAt: words.time(entry.savedAt) }) }}</span
              >
            </p>
            <p v-if="entry.right.length" class="faded small">
              {{ say('watching.rightAnswer', { right: entry.right.join(' | ') }) }}
            </p>
          </div>
        </li>
      </ol>
    </template>
  </ElDialog>
</template>

<style scoped>
.work {
  list-style: none;
  margin: 0;
  padding: 0;
}
.work li {
  display: flex;
  gap: 12px;
  border-top: var(--line);
  padding: 8px 0;
}
.work li > :first-child {
  flex: none;
  width: 26px;
  margin-top: 3px;
}
.work p {
  margin: 2px 0;
}
</style>
