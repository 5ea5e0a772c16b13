<script setup lang="ts">
/** Everything that waits for my mark in one place, oldest first. */
import type { AnswerOf, api } from '@oaken/contract';
import { count, plainText, shorten } from '@oaken/core/text';
import { onMounted, ref } from 'vue';
import { call } from '../../client/call';
import { inWords } from '../../client/request';
import EmptyNote from '../../parts/EmptyNote.vue';
import PageHead from '../../parts/PageHead.vue';
import { useWords } from '../words';

const words = useWords();
const waiting = ref<AnswerOf<typeof api.listMarking>['waiting'] | null>(null);
const wrong = ref('');
onMounted(async () => {
  try {
    waiting.value = (await call('listMarking', {})).waiting;
  } catch (error) {
    wrong.value = inWords(error);
  }
});
</script>

<template>
  <PageHead title="Marking" where="Answers that no key can score" />
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <EmptyNote v-if="waiting?.length === 0" title="Nothing waits for a mark."
    >Texts, drawings and photos stand here once students hand them in.</EmptyNote
  >
  <table v-else-if="waiting" class="ruled">
    <thead>
      <tr>
        <th>Question</th>
        <th>Test</th>
        <th class="figures">To mark</th>
        <th class="figures">Marked</th>
        <th>Waits since</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="own in waiting" :key="`${own.assignmentId} ${own.entry} ${own.part}`">
        <td>
          <RouterLink :to="`/marking/${own.assignmentId}/${own.entry}/${own.part}`">{{
            shorten(plainText(own.stem), 90)
          }}</RouterLink>
        </td>
        <td>
          {{ own.title }} <span class="faded small">{{ own.recipients }}</span>
        </td>
        <td class="figures">{{ count(own.waits, 'answer') }}</td>
        <td class="figures">{{ own.marked }}</td>
        <td>{{ words.time(own.oldest) }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.inset {
  padding: 10px 24px;
}
</style>
