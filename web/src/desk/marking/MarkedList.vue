<script setup lang="ts">
/** What is marked to the end, the latest first: a mark can be looked at again and changed. */
import type { AnswerOf, api } from '@oaken/contract';
import { onMounted, ref } from 'vue';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import EmptyNote from '../../parts/EmptyNote.vue';
import LoadingLines from '../shared/LoadingLines.vue';
import { stemLine, useWords } from '../shared/words';
import SecondMarkings from './SecondMarkings.vue';
import { say } from '../../words/teacher';

const words = useWords();
const list = ref<AnswerOf<typeof api.listMarked> | null>(null);
const { wrong, busy, read } = useDoing();
const more = () =>
  read(async () => {
    const page = await call('listMarked', { query: { skip: list.value?.next ?? 0 } });
    list.value = list.value
      ? { ...list.value, marked: [...list.value.marked, ...page.marked], next: page.next }
      : page;
  });
onMounted(more);
</script>

<template>
  <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  <LoadingLines v-if="!list && !wrong" />
  <EmptyNote
    v-if="list && list.marked.length + list.seconds.length === 0"
    :title="say('marking.nothingMarkedYet')"
    >{{ say('marking.markedAppearsHere') }}</EmptyNote
  >
  <section v-if="list?.marked.length">
    <h2>{{ say('marking.markedLatestFirst') }}</h2>
    <table class="ruled">
      <thead>
        <tr>
          <th>{{ say('common.question') }}</th>
          <th>{{ say('common.test') }}</th>
          <th class="figures">{{ say('marking.marked') }}</th>
          <th>{{ say('marking.lastMarked') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="line in list.marked" :key="`${line.assignmentId} ${line.entry} ${line.part}`">
          <td>
            <RouterLink :to="`/marking/${line.assignmentId}/${line.entry}/${line.part}`">{{
              stemLine(line.stem, 90)
            }}</RouterLink>
          </td>
          <td>
            {{ line.title }} <span class="faded small">{{ line.recipients }}</span>
          </td>
          <td class="figures">{{ line.marked }}</td>
          <td class="short">{{ words.time(line.latest) }}</td>
        </tr>
      </tbody>
    </table>
    <ElButton v-if="list.next !== null" :loading="busy" @click="more">{{
      say('marking.showMore')
    }}</ElButton>
  </section>
  <SecondMarkings v-if="list" :lines="list.seconds" />
</template>

<style scoped>
td:first-child {
  width: 46%;
}
.short {
  white-space: nowrap;
}
h2 {
  margin: 18px 0 6px;
}
</style>
