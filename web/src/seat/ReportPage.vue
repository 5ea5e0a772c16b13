<script setup lang="ts">
import type { AnswerOf, api } from '@oaken/contract';
import { onMounted, ref } from 'vue';
import { useRoute } from 'vue-router';
import { useDoing } from '../client/useDoing';
import { seatCall } from '../client/seatCall';
import RichText from '../parts/RichText.vue';
import TallyBox from '../parts/TallyBox.vue';
import { scoreInWords, waitingInWords } from './scoreWords';

type Report = AnswerOf<typeof api.readReport>;
const report = ref<Report | null>(null);
const { wrong, read } = useDoing();
const assignmentId = Number(useRoute().params.assignmentId);
onMounted(async () => {
  await read(async () => {
    report.value = await seatCall('readReport', { params: { assignmentId } });
  });
});
const round = (n: number) => Math.round(n * 100) / 100;
</script>

<template>
  <header class="seathead">
    <h1>{{ report?.title ?? 'Result' }}</h1>
    <RouterLink to="/">Back to my work</RouterLink>
  </header>
  <main class="column">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template v-if="report">
      <p class="total">
        <b>{{ scoreInWords(report.score) }}</b>
      </p>
      <p v-if="report.score.waiting > 0">{{ waitingInWords(report.score) }}</p>
      <p v-if="report.attempts > 1" class="faded">
        Attempt {{ report.attempt }} of {{ report.attempts }} counts.
      </p>
      <p v-if="report.lateOff > 0" class="faded">
        {{ Math.round(report.lateOff * 1000) / 10 }}% is taken off because it was late.
      </p>
      <p v-for="note in report.notes" :key="note" class="said">{{ note }}</p>
      <p v-if="!report.entries" class="faded">What was right, and why, is not out yet.</p>
      <section v-if="report.byStandard?.length">
        <h2>By standard</h2>
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
      <article v-for="(entry, n) in report.entries" :key="n">
        <h2>
          <TallyBox
            v-if="entry.points !== null && entry.asks === 'points'"
            :share="entry.maxPoints ? entry.points / entry.maxPoints : 0"
            :needs-marking="entry.needsMarking"
            :label="
              entry.needsMarking
                ? 'Waits for your teacher'
                : `${round(entry.points)} of ${round(entry.maxPoints)} points`
            "
          />
          Question {{ n + 1 }}
          <span v-if="entry.asks === 'opinion'" class="faded"
            >your opinion; it gives no points</span
          >
          <span v-else-if="entry.asks === 'nothing'" class="faded">to read</span>
          <span v-else-if="entry.points !== null" class="faded">{{
            entry.needsMarking
              ? 'waits for your teacher'
              : `${round(entry.points)} of ${round(entry.maxPoints)}`
          }}</span>
        </h2>
        <RichText :html="entry.stem" />
        <p v-if="entry.asks !== 'nothing'">
          My answer: <b>{{ entry.mine || 'none' }}</b>
        </p>
        <p v-if="entry.note" class="said">{{ entry.note }}</p>
        <ul v-if="entry.levels.length" class="said">
          <li v-for="level in entry.levels" :key="level.criterion">
            {{ level.criterion }}: {{ round(level.points) }} of {{ round(level.maxPoints)
            }}{{ level.words ? `. ${level.words}` : '' }}
          </li>
        </ul>
        <p v-for="comment in entry.comments" :key="comment" class="said">
          Your teacher: {{ comment }}
        </p>
        <p v-for="(sentence, s) in entry.right ?? []" :key="s">Right: {{ sentence }}</p>
        <RichText v-if="entry.explanation" class="explanation" :html="entry.explanation" />
      </article>
    </template>
  </main>
</template>

<style scoped>
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
article {
  border-top: var(--line);
  padding: 16px 0;
}
h2 span {
  font-weight: 400;
}
.said {
  border-left: 3px solid var(--oak);
  padding-left: 12px;
}
.explanation {
  border-left: 3px solid var(--secure);
  padding-left: 12px;
}
</style>
