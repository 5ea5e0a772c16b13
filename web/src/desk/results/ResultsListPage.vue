<script setup lang="ts">
import type { AnswerOf, api } from '@oaken/contract';
import { listing } from '@oaken/core/text';
import { onMounted, ref } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import EmptyNote from '../../parts/EmptyNote.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../shared/PageHead.vue';
import { percent, useWords } from '../shared/words';
import SpreadBars from './SpreadBars.vue';
import LoadingLines from '../shared/LoadingLines.vue';
import { say } from '../../words/teacher';

const words = useWords();
const assignments = ref<AnswerOf<typeof api.listResults>['results'] | null>(null);
const sheets = ref<AnswerOf<typeof api.listSheets>['sheets']>([]);
const { wrong, read } = useDoing();
onMounted(async () => {
  await read(async () => {
    const [begun, imported] = await Promise.all([call('listResults', {}), call('listSheets', {})]);
    assignments.value = begun.results;
    sheets.value = imported.sheets;
  });
});
</script>

<template>
  <PageHead :title="say('common.results')" :where="say('results.latestFirst')"
    ><RouterLink to="/results/bring">{{ say('results.importAnswers') }}</RouterLink></PageHead
  >
  <div class="one-sheet">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <EmptyNote v-if="assignments?.length === 0" :title="say('results.noResultsYet')">{{
      say('results.theyAppearHereAs')
    }}</EmptyNote>
    <LoadingLines v-else-if="!assignments && !wrong" />
    <table v-else class="ruled">
      <thead>
        <tr>
          <th>{{ say('common.assignment') }}</th>
          <th>{{ say('common.kind') }}</th>
          <th>{{ say('common.classes') }}</th>
          <th>{{ say('results.window') }}</th>
          <th class="figures">{{ say('common.handedInTitle') }}</th>
          <th class="figures">{{ say('results.mean') }}</th>
          <th>{{ say('results.spreadOfScores') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="assignment in assignments" :key="assignment.id">
          <td>
            <RouterLink :to="`/results/${assignment.id}`" class="title-link">{{
              assignment.title
            }}</RouterLink>
          </td>
          <td>{{ assignment.kind === 'round' ? say('rounds.asKind') : assignment.kind }}</td>
          <td>{{ listing(assignment.classes.map(({ name }) => name)) }}</td>
          <td>{{ words.closing(assignment.closesAt) }}</td>
          <td class="figures">
            {{
              say('results.handedInGiven', {
                handedIn: assignment.handedIn,
                given: assignment.given,
              })
            }}
          </td>
          <td class="figures">
            {{ percent(assignment.meanShare) }}
          </td>
          <td><SpreadBars :spread="assignment.spread" /></td>
        </tr>
      </tbody>
    </table>
    <template v-if="sheets.length">
      <h2 class="brought">{{ say('results.imported') }}</h2>
      <table class="ruled">
        <tbody>
          <tr v-for="entry in sheets" :key="entry.id">
            <td>
              <RouterLink :to="`/results/sheet/${entry.id}`" class="title-link">{{
                entry.title
              }}</RouterLink>
            </td>
            <td class="faded">{{ words.time(entry.createdAt) }}</td>
          </tr>
        </tbody>
      </table>
    </template>
  </div>
  <FootingLine :label="say('common.totals')"
    ><span
      ><b>{{ say('results.assignments', { n: assignments?.length ?? 0 }) }}</b>
      {{ say('results.withResults') }}</span
    ></FootingLine
  >
</template>

<style scoped>
.brought {
  margin: 22px 0 6px;
}
</style>
