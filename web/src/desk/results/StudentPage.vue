<script setup lang="ts">
/** One student's work: every answer with its mark and comment, what was decided, and what happened when. */
import type { StudentWork } from '@oaken/contract/results';
import { computed, onMounted, ref } from 'vue';
import { useRoute } from 'vue-router';
import { addressOf, call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import { useGrowing } from '../../parts/useGrowing';
import FacingPages from '../shared/FacingPages.vue';
import PageHead from '../shared/PageHead.vue';
import { failed } from '../shared/undo';
import { percent, pointsText, useWords } from '../shared/words';
import DecisionForm from './DecisionForm.vue';
import type { Decision } from './decisions';
import LateAnswers from './LateAnswers.vue';
import RatingFields from './RatingFields.vue';
import WorkEntry from './WorkEntry.vue';
import WorkNotes from './WorkNotes.vue';
import LoadingLines from '../shared/LoadingLines.vue';
import { languageNames, type Language } from '@oaken/words';
import { say } from '../../words/teacher';

const { params: address } = useRoute();
const params = { assignmentId: Number(address.assignmentId), studentId: Number(address.studentId) };
const words = useWords();
const work = ref<StudentWork | null>(null);
const drawn = useGrowing(() => work.value?.entries.length ?? 0, 3);
const { wrong, read } = useDoing();
const deciding = ref<Decision | null>(null);

async function load(): Promise<void> {
  await read(async () => {
    work.value = await call('readStudentWork', { params, query: {} });
  });
}
onMounted(load);
const languages = Object.keys(languageNames) as Language[];
const pdfIn = (language: Language) => addressOf('exportStudentReport', params, { language });
/** Whether points can be decided on: not before the work is handed in. */
const mayDecide = computed(
  () => work.value !== null && work.value.mayChange && work.value.attempt.handedInAt !== null,
);
const score = computed(() => {
  if (!work.value) return '';
  const { points, maxPoints } = work.value.attempt;
  if (points === null || maxPoints === null) return say('results.notHandedIn');
  const share = maxPoints > 0 ? `, ${percent(points / maxPoints)}` : '';
  return say('results.pointsMaxPointsShare', {
    points: pointsText(points),
    maxPoints: pointsText(maxPoints),
    share,
  });
});
const aboutTheWhole = computed(
  () => work.value?.adjustments.filter(({ entry }) => entry === null) ?? [],
);
const decisionOn = (entry: string) =>
  work.value?.adjustments.find((adjustment) => adjustment.entry === entry);
const numberOf = (entry: string | null) =>
  work.value?.entries.find((candidate) => candidate.entry === entry)?.number;

async function takeBack(adjustmentId: number): Promise<void> {
  try {
    await call('takeAdjustmentBack', { params: { ...params, adjustmentId } });
    await load();
  } catch (error) {
    failed(error);
  }
}
</script>

<template>
  <PageHead
    :title="work?.student.name ?? say('common.student')"
    :where="work ? `${work.title} · ${work.student.class}` : say('common.results')"
  >
    <RouterLink :to="`/results/${params.assignmentId}/students`">{{
      say('results.allStudents')
    }}</RouterLink>
    <RouterLink v-if="work?.sheetId" :to="`/sheets/${work.sheetId}`">{{
      say('paper.theSheet')
    }}</RouterLink>
    <span v-if="work" class="pdf"
      >{{ say('results.reportAsPdf')
      }}<a
        v-for="name in languages"
        :key="name"
        :href="pdfIn(name)"
        :lang="name"
        :aria-label="say('results.reportAsPdfIn', { language: languageNames[name] })"
        download
        >{{ languageNames[name] }}</a
      ></span
    >
    <template v-if="mayDecide">
      <ElButton @click="deciding = { kind: 'bonus', entry: null }">{{
        say('results.bonusPoints')
      }}</ElButton>
      <ElButton
        v-if="!work?.attempt.excused"
        @click="deciding = { kind: 'excused', entry: null }"
        >{{ say('results.notScored') }}</ElButton
      >
    </template>
  </PageHead>
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <LoadingLines v-if="!work && !wrong" :rows="10" />
  <FacingPages
    v-if="work"
    name="student-work"
    :left="say('results.answers')"
    :right="say('results.details')"
    :start="64"
  >
    <template #left>
      <div class="inset">
        <WorkEntry
          v-for="entry in work.entries.slice(0, drawn)"
          :key="entry.entry"
          :entry="entry"
          :decision="decisionOn(entry.entry)"
          :may-change="work.mayChange"
          :may-decide="mayDecide"
          @decide="deciding = { kind: $event, entry: entry.entry }"
          @take-back="takeBack"
        />
      </div>
    </template>
    <template #right>
      <div class="inset">
        <p class="score">
          <b>{{ work.attempt.excused ? say('results.notScoredTitle') : score }}</b>
        </p>
        <LateAnswers :work="work" :place="params" @decided="load" />
        <p v-if="work.attempt.lateOff > 0" class="faded">
          {{ say('results.lateOffOffWas', { lateOff: percent(work.attempt.lateOff) }) }}
        </p>
        <div v-if="work.attempts.length > 1" class="field">
          <span class="label">{{ say('results.attempts') }}</span>
          <span v-for="attempt in work.attempts" :key="attempt.number" class="attempt">
            {{ attempt.number }}:
            {{
              attempt.points === null
                ? say('common.open')
                : say('results.pointsMaxPoints', {
                    points: pointsText(attempt.points),
                    maxPoints: pointsText(attempt.maxPoints ?? 0),
                  })
            }}{{ attempt.counts ? say('results.counts') : '' }}
          </span>
        </div>
        <DecisionForm
          v-model="deciding"
          :place="params"
          :number="numberOf(deciding?.entry ?? null)"
          @decided="load"
          @take-back="takeBack"
        />
        <template v-if="aboutTheWhole.length">
          <h3>{{ say('results.decisionsAboutWholeWork') }}</h3>
          <p v-for="line in aboutTheWhole" :key="line.id" class="comment">
            {{
              line.kind === 'excused'
                ? say('results.notScoredTitle')
                : say('results.pointsBonus', { points: pointsText(line.points ?? 0) })
            }}:
            {{ line.reason }}
            <span class="faded small">{{ line.by }}, {{ words.time(line.at) }}</span>
            {{ ' '
            }}<ElButton link v-if="work.mayChange" class="word" @click="takeBack(line.id)">
              {{ say('results.undo') }}
            </ElButton>
          </p>
        </template>
        <RatingFields v-if="work.ratings.length" :work="work" :place="params" @refused="load" />
        <WorkNotes :key="work.attempt.id" :work="work" :place="params" @changed="load" />
        <h3>{{ say('results.whatHappened') }}</h3>
        <table class="ruled">
          <tbody>
            <tr v-for="(event, index) in work.history" :key="index">
              <td class="faded small when">{{ words.time(event.at) }}</td>
              <td>{{ event.by }} {{ event.words }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </template>
  </FacingPages>
</template>

<style scoped>
.pdf {
  display: inline-flex;
  gap: 8px;
}
.inset {
  padding: 14px 24px;
}
.inset > h3 {
  margin: 18px 0 6px;
}
.comment {
  border-inline-start: 3px solid var(--oak);
  padding-inline-start: 12px;
  margin: 6px 0;
}
p {
  margin: 3px 0;
}
.score {
  font-size: 1.3rem;
}
.attempt {
  display: block;
}
.when {
  white-space: nowrap;
}
</style>
