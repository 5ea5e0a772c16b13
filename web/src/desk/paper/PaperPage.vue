<script setup lang="ts">
/** A test on paper: sheets to print, scans to import, and what stands in the way. */
import { useRoute, useRouter } from 'vue-router';
import FacingPages from '../shared/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import LoadingLines from '../shared/LoadingLines.vue';
import PageHead from '../shared/PageHead.vue';
import { say } from '../../words/teacher';
import { computed } from 'vue';
import PrintSheets from './PrintSheets.vue';
import ScansAside from './ScansAside.vue';
import SheetsTable from './SheetsTable.vue';
import { usePaper } from './usePaper';

const router = useRouter();
const assignmentId = Number(useRoute().params.assignmentId);
const { paper, wrong, sending, refused, load, bring, stop } = usePaper(assignmentId);
const ofStudents = computed(() => paper.value?.sheets.filter(({ student }) => student) ?? []);
const back = computed(() => ofStudents.value.filter(({ read, pages }) => read.length === pages));
</script>

<template>
  <PageHead
    :title="paper?.title ?? say('paper.title')"
    :where="paper ? `${say('paper.title')} · ${paper.recipients}` : say('paper.title')"
  >
    <RouterLink :to="`/assignments/${assignmentId}`">{{
      say('paper.backToAssignment')
    }}</RouterLink>
    <RouterLink :to="`/assignments/${assignmentId}/booklets`">{{
      say('paper.booklets')
    }}</RouterLink>
    <RouterLink :to="`/results/${assignmentId}`">{{ say('common.results') }}</RouterLink>
    <ElButton
      v-if="paper && paper.toLookAt > 0"
      type="primary"
      @click="router.push(`/assignments/${assignmentId}/paper/look`)"
      >{{ say('paper.lookAtCounted', { n: paper.toLookAt }) }}</ElButton
    >
  </PageHead>
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <LoadingLines v-if="!paper && !wrong" :rows="10" />
  <p v-else-if="paper?.hindrance" class="inset">{{ paper.hindrance }}</p>
  <FacingPages
    v-else-if="paper"
    name="paper"
    :left="say('paper.sheets')"
    :right="say('paper.scans')"
    :start="54"
  >
    <template #left>
      <PrintSheets
        v-if="paper.mayChange"
        :assignment-id="assignmentId"
        :paper="paper"
        @made="load"
      />
      <SheetsTable :paper="paper" />
    </template>
    <template #right>
      <ScansAside
        :assignment-id="assignmentId"
        :paper="paper"
        :sending="sending"
        :refused="refused"
        @bring="bring"
        @stop="stop"
      />
    </template>
  </FacingPages>
  <FootingLine v-if="paper && paper.sheets.length > 0" :label="say('paper.sheets')">
    <span
      ><b>{{ ofStudents.length }}</b> {{ say('paper.sheets').toLowerCase() }}</span
    ><span
      ><b>{{ back.length }}</b> {{ say('paper.state.read') }}</span
    ><span
      ><b>{{ ofStudents.length - back.length }}</b> {{ say('paper.state.out') }}</span
    >
  </FootingLine>
</template>

<style scoped>
.inset {
  padding: 14px 24px;
}
</style>
