<script setup lang="ts">
import type { AnswerOf, api } from '@oaken/contract';
import { onMounted, ref } from 'vue';
import { useRoute } from 'vue-router';
import { useDoing } from '../client/useDoing';
import { seatCall } from '../client/seatCall';
import { sizedPicture } from '../parts/pictureSizes';
import TallyBox from '../parts/TallyBox.vue';
import { percentText } from '@oaken/words/numbers';
import { language, say } from '../words';
import ReportEntries from './ReportEntries.vue';
import { scoreInWords, waitingInWords } from './scoreWords';

type Report = AnswerOf<typeof api.readReport>;
const report = ref<Report | null>(null);
const { wrong, read } = useDoing();
const assignmentId = Number(useRoute().params.assignmentId);
onMounted(async () => {
  await read(async () => {
    report.value = await seatCall('readReport', {
      params: { assignmentId },
      query: { language: language.value },
    });
  });
});
</script>

<template>
  <header class="seathead">
    <h1>{{ report?.title ?? say('report.title') }}</h1>
    <RouterLink to="/">{{ say('list.back') }}</RouterLink>
  </header>
  <main class="column">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template v-if="report">
      <p class="total">
        <b>{{ scoreInWords(report.score) }}</b>
      </p>
      <p v-if="report.classAverage !== null">
        {{ say('report.classAverage', { percent: percentText(report.classAverage, language) }) }}
      </p>
      <p v-if="report.score.waiting > 0">{{ waitingInWords(report.score) }}</p>
      <p v-if="report.attempts > 1" class="faded">
        {{ say('report.attemptCounts', { attempt: report.attempt, attempts: report.attempts }) }}
      </p>
      <p v-if="report.lateOff > 0" class="faded">
        {{ say('report.lateOff', { percent: percentText(report.lateOff, language, 1) }) }}
      </p>
      <p v-for="note in report.notes" :key="note" class="said">{{ note }}</p>
      <p v-if="!report.entries" class="faded">{{ say('report.notOut') }}</p>
      <section v-if="report.byStandard?.length">
        <h2>{{ say('report.byStandard') }}</h2>
        <ul class="standards">
          <li v-for="entry in report.byStandard" :key="entry.code">
            <TallyBox
              :share="entry.share ?? 0"
              :needs-marking="entry.share === null"
              :label="entry.words"
            />
            <div>
              <p class="statement">{{ entry.statement || entry.code }}</p>
              <p>
                {{ entry.words }}
                <span v-if="entry.statement" class="faded small">{{ entry.code }}</span>
              </p>
            </div>
          </li>
        </ul>
      </section>
      <ReportEntries v-if="report.entries" :entries="report.entries" />
      <section v-if="report.sheet.length > 0">
        <h2>{{ say('report.sheet') }}</h2>
        <img
          v-for="(picture, index) in report.sheet"
          :key="picture"
          class="sheet"
          :src="sizedPicture(picture)"
          loading="lazy"
          :alt="say('report.sheetPage', { page: index + 1 })"
        />
      </section>
    </template>
  </main>
</template>

<style scoped>
.sheet {
  display: block;
  max-width: 100%;
  margin-bottom: 12px;
  border: 1px solid var(--rule-strong);
}
.standards {
  list-style: none;
  margin: 10px 0 22px;
  padding: 0;
}
.standards li {
  display: flex;
  gap: 12px;
  padding: 8px 0;
  border-top: var(--line);
}
.standards li > :first-child {
  flex: none;
  margin-top: 3px;
}
.standards p {
  margin: 0;
}
.statement {
  font-weight: 600;
}
.total {
  font-size: 1.2rem;
}
.said {
  border-inline-start: 3px solid var(--oak);
  padding-inline-start: 12px;
}
</style>
