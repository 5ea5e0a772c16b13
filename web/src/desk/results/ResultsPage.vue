<script setup lang="ts">
import { present } from '@oaken/core/certain';
import { resultExports } from '@oaken/contract/results';
import { releaseInWords } from '@oaken/core/assignments';
import { listing } from '@oaken/core/text';
import { computed, onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { addressOf, call } from '../../client/call';
import { useSession } from '../../client/session';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../shared/PageHead.vue';
import { done, failed } from '../shared/undo';
import { percent, useWords } from '../shared/words';
import CompareResults from './CompareResults.vue';
import { copyLines, linesOf, saveLines } from './copyTable';
import { figureText } from './figures';
import ItemResults from './ItemResults.vue';
import OverviewResults from './OverviewResults.vue';
import ResultFilters from './ResultFilters.vue';
import StandardResults from './StandardResults.vue';
import StudentResults from './StudentResults.vue';
import { useResults } from './useResults';
import LoadingLines from '../shared/LoadingLines.vue';
import TabStrip from '../../parts/TabStrip.vue';
import { say } from '../../words/teacher';

const route = useRoute();
const router = useRouter();
const words = useWords();
const session = useSession();
const { assignmentId, sheetId, results, wrong, busy, filters, filter, all, load } = useResults();
const base = sheetId ? `/results/sheet/${sheetId}` : `/results/${assignmentId}`;
const tab = computed({
  get: () => String(route.params.tab || 'overview'),
  set: (id) => void router.replace({ path: `${base}/${id}`, query: { ...filters.value } }),
});
const tabs = computed(() => ({
  overview: say('results.overview'),
  items: say('common.itemsTitle'),
  students: say('common.students'),
  ...(assignmentId && { standards: say('common.standards') }),
  ...(results.value &&
    results.value.compare.classes.length + results.value.compare.forms.length > 0 && {
      compare: say('results.compare'),
    }),
}));
const sheet = ref<HTMLElement>();
const grid = ref<InstanceType<typeof StudentResults>>();
onMounted(load);

const assignment = computed(() => results.value?.assignment ?? null);
const arriving = computed(() => {
  if (!results.value) return '';
  if (!assignment.value) return say('results.imported');
  if (results.value.complete) return say('results.completeNothingMoreCan');
  const { out, toLookAt } = results.value.onPaper;
  if (out + toLookAt > 0)
    return [
      out > 0 ? say('results.sheetsOut', { n: out }) : '',
      toLookAt > 0 ? say('results.paperToLookAt', { n: toLookAt }) : '',
    ]
      .filter(Boolean)
      .join(', ');
  return say('results.studentsMayStillHand', {
    n: assignment.value.given - assignment.value.handedIn,
    closing: words.closing(assignment.value.closesAt),
  });
});
const where = computed(() => {
  if (!results.value) return say('common.results');
  return [
    say('common.results'),
    assignment.value && listing(assignment.value.classes.map(({ name }) => name)),
    arriving.value,
  ]
    .filter(Boolean)
    .join(' · ');
});
/** What the tab's table holds. */
const copied = computed(
  () => ({ overview: 'figures', compare: 'comparison' })[tab.value] ?? tab.value,
);
/** The files that the server writes; what a filter leaves out is not in them. */
const files = computed(() =>
  Object.entries(resultExports).map(([format, { title, carries, filtered }]) => ({
    format,
    title,
    carries,
    address: addressOf(
      'exportResults',
      { assignmentId: assignmentId ?? 0, format },
      filtered ? filters.value : {},
    ),
  })),
);
/** What the tab shows; of the grid also the rows that are not drawn. */
const shown = () =>
  (tab.value === 'students' ? grid.value?.lines() : undefined) ??
  linesOf(sheet.value?.querySelector('table'));
const copy = () => copyLines(shown());
function download(address: string): void {
  const link = document.createElement('a');
  link.href = address;
  link.download = '';
  link.click();
}
const save = () => saveLines(`${present(results.value, 'results').title} ${copied.value}`, shown());

async function release(released: boolean): Promise<void> {
  try {
    const answer = await call('releaseAssignment', {
      params: { assignmentId: present(assignmentId, 'assignment id') },
      body: { released },
    });
    const now = present(results.value, 'results');
    results.value = {
      ...now,
      assignment: { ...present(now.assignment, 'assignment'), releasedAt: answer.releasedAt },
    };
    done(
      released
        ? releaseInWords(answer.shows, session.school.zone, session.now())
        : say('results.releaseUndoneRulesAssignment'),
      () => release(!released),
    );
  } catch (error) {
    failed(error);
  }
}
async function removeSheet(): Promise<void> {
  try {
    await call('removeSheet', { params: { sheetId: present(sheetId, 'sheet id') } });
    done(say('results.deletedFileCameFrom'));
    await router.push('/results');
  } catch (error) {
    failed(error);
  }
}
</script>

<template>
  <PageHead :title="results?.title ?? say('common.results')" :where="where">
    <template v-if="results">
      <ElButton link class="word" @click="copy">
        {{ say('results.copyCopied', { copied }) }}
      </ElButton>
      <ElDropdown :persistent="false" trigger="click">
        <ElButton>{{ say('results.export') }}</ElButton>
        <template #dropdown>
          <ElDropdownMenu>
            <ElDropdownItem @click="save">{{ say('results.thisTableAsCsv') }}</ElDropdownItem>
            <template v-if="assignment">
              <ElDropdownItem
                v-for="file in files"
                :key="file.format"
                :title="file.carries"
                @click="download(file.address)"
                >{{ file.title }}</ElDropdownItem
              >
            </template>
          </ElDropdownMenu>
        </template>
      </ElDropdown>
      <template v-if="assignment">
        <ElButton v-if="assignment.releasedAt === null" @click="release(true)">{{
          say('results.releaseStudents')
        }}</ElButton>
        <ElButton v-else @click="release(false)">{{ say('results.undoRelease') }}</ElButton>
      </template>
      <ElButton v-else @click="removeSheet">{{ say('results.delete') }}</ElButton>
    </template>
  </PageHead>
  <TabStrip v-model="tab" :tabs="tabs" :label="say('common.results')">
    <p v-if="results?.caution" class="caution">{{ results.caution }}</p>
    <ResultFilters
      v-if="results && assignment"
      :results="results"
      :filters="filters"
      @filter="filter"
      @all="all"
    />
    <div
      ref="sheet"
      class="sheet"
      tabindex="0"
      role="region"
      :aria-label="say('common.results')"
      :aria-busy="busy"
    >
      <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
      <LoadingLines v-if="!results && !wrong" :rows="10" />
      <template v-if="results">
        <OverviewResults v-if="tab === 'overview'" :results="results" :base="base" />
        <ItemResults v-else-if="tab === 'items'" :results="results" />
        <StudentResults v-else-if="tab === 'students'" ref="grid" :results="results" :base="base" />
        <StandardResults
          v-else-if="tab === 'standards' && assignmentId"
          :results="results"
          :filters="filters"
        />
        <CompareResults v-else :results="results" />
      </template>
    </div>
  </TabStrip>
  <FootingLine :label="say('results.figuresAllWhoHanded')">
    <template v-if="results">
      <span
        >{{ say('results.n') }} <b>{{ results.spread.n }}</b></span
      >
      <span
        >{{ say('results.meanInline') }} <b>{{ figureText(results.spread.mean) }}</b>
        {{
          say('results.ofPoints', {
            points: results.points,
            value: results.meanShare.value === null ? '' : `, ${percent(results.meanShare.value)}`,
          })
        }}</span
      >
      <span
        >{{ say('results.medianInline') }} <b>{{ figureText(results.spread.median) }}</b></span
      >
      <span
        >{{ say('results.sd') }} <b>{{ figureText(results.spread.sd) }}</b></span
      >
      <span
        >{{ say('results.reliability') }} <b>{{ figureText(results.reliability.alpha) }}</b></span
      >
      <span v-if="assignment">{{
        results.complete
          ? say('results.complete')
          : say('results.givenMayStillHand', { given: assignment.given - assignment.handedIn })
      }}</span>
    </template>
  </FootingLine>
</template>

<style scoped>
.caution {
  margin: 0;
  padding: 4px 24px;
  color: var(--partial-ink);
}
.sheet {
  flex: 1;
  min-height: 0;
  overflow: auto;
  background: var(--sheet);
}
.inset {
  padding: 10px 24px;
}
</style>
