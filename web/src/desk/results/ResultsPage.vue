<script setup lang="ts">
import type { ResultsAnswer } from '@oaken/contract/results';
import { count, listing } from '@oaken/core/text';
import { computed, onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { addressOf, call } from '../../client/call';
import { inWords } from '../../client/request';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../../parts/PageHead.vue';
import { done, failed } from '../undo';
import { useWords } from '../words';
import { figureText } from './figures';
import ItemResults from './ItemResults.vue';
import OverviewResults from './OverviewResults.vue';
import StudentResults from './StudentResults.vue';

const route = useRoute();
const router = useRouter();
const words = useWords();
const assignmentId = Number(route.params.assignmentId);
const results = ref<ResultsAnswer | null>(null);
const wrong = ref('');
const tabs = { overview: 'Overview', items: 'Items', students: 'Students' } as const;
const tab = computed(() => (route.params.tab || 'overview') as keyof typeof tabs);

async function load(): Promise<void> {
  try {
    results.value = await call('readResults', { params: { assignmentId } });
  } catch (error) {
    wrong.value = inWords(error);
  }
}
onMounted(load);

const stillOpen = computed(() => {
  const own = results.value?.assignment;
  if (!own || results.value?.complete) return 'Complete: nothing more can arrive.';
  return `${count(own.given - own.handedIn, 'student')} may still hand in; it ${words.closing(own.closesAt)}.`;
});
const csv = computed(() =>
  addressOf('exportResults', { assignmentId }, { by: tab.value === 'items' ? 'items' : 'students' }),
);

async function release(released: boolean): Promise<void> {
  try {
    const answer = await call('releaseAssignment', { params: { assignmentId }, body: { released } });
    if (results.value) results.value.assignment.releasedAt = answer.releasedAt;
    done(
      released
        ? 'Students can read scores and right answers now.'
        : 'Taken back: the rules of the assignment apply again.',
      () => release(!released),
    );
  } catch (error) {
    failed(error);
  }
}
</script>

<template>
  <PageHead
    :title="results?.assignment.title ?? 'Results'"
    :where="
      results ? `Results · ${listing(results.assignment.classes.map(({ name }) => name))} · ${stillOpen}` : 'Results'
    "
  >
    <a v-if="results" class="csv" :href="csv" download>Export {{ tab === 'items' ? 'items' : 'students' }} as CSV</a>
    <el-button v-if="results && results.assignment.releasedAt === null" @click="release(true)"
      >Release to students</el-button
    >
    <el-button v-else-if="results" @click="release(false)">Take release back</el-button>
  </PageHead>
  <div class="tabs" role="tablist" aria-label="Results">
    <button
      v-for="(name, own) in tabs"
      :key="own"
      role="tab"
      :aria-selected="tab === own"
      @click="router.replace(`/results/${assignmentId}/${own}`)"
    >
      {{ name }}
    </button>
    <span v-if="results?.caution" class="caution">{{ results.caution }}</span>
  </div>
  <div class="sheet">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template v-if="results">
      <OverviewResults v-if="tab === 'overview'" :results="results" />
      <ItemResults v-else-if="tab === 'items'" :results="results" />
      <StudentResults v-else :results="results" />
    </template>
  </div>
  <FootingLine label="Figures of all who handed in">
    <template v-if="results">
      <span
        >n <b>{{ results.spread.n }}</b></span
      >
      <span
        >mean <b>{{ figureText(results.spread.mean) }}</b> of {{ results.assignment.points }}</span
      >
      <span
        >median <b>{{ figureText(results.spread.median) }}</b></span
      >
      <span
        >sd <b>{{ figureText(results.spread.sd) }}</b></span
      >
      <span
        >reliability <b>{{ figureText(results.reliability.alpha) }}</b></span
      >
      <span>{{
        results.complete ? 'complete' : `${results.assignment.given - results.assignment.handedIn} may still hand in`
      }}</span>
    </template>
  </FootingLine>
</template>

<style scoped>
.tabs {
  align-items: center;
  padding: 0 16px;
}
.caution {
  margin-left: auto;
  color: var(--partial-ink);
  font-size: 0.88rem;
}
.sheet {
  flex: 1;
  overflow: auto;
  background: var(--sheet);
}
</style>
