<script setup lang="ts">
import { onMounted, ref } from 'vue';
import { useRoute } from 'vue-router';
import { inWords, request } from '../client/request';
import RichText from '../parts/RichText.vue';
import TallyBox from '../parts/TallyBox.vue';

interface Report {
  title: string;
  points: number;
  most: number;
  entries:
    | {
        stem: string;
        points: number;
        most: number;
        waits: boolean;
        mine: string;
        right: string[];
        explanation: string;
      }[]
    | null;
}
const report = ref<Report | null>(null);
const wrong = ref('');
const assignmentId = Number(useRoute().params.assignmentId);
onMounted(async () => {
  try {
    report.value = await request<Report>('GET', `/api/seat/assignments/${assignmentId}/report`);
  } catch (error) {
    wrong.value = inWords(error);
  }
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
        <b>{{ round(report.points) }}</b> of {{ round(report.most) }} points,
        {{ report.most ? Math.round((100 * report.points) / report.most) : 0 }} %
      </p>
      <p v-if="!report.entries" class="faded">Right answers are not out yet.</p>
      <article v-for="(entry, n) in report.entries" :key="n">
        <h2>
          <TallyBox
            :share="entry.most ? entry.points / entry.most : 0"
            :waits="entry.waits"
            :label="entry.waits ? 'Waits for your teacher' : `${round(entry.points)} of ${round(entry.most)} points`"
          />
          Question {{ n + 1 }}
          <span class="faded">{{
            entry.waits ? 'waits for your teacher' : `${round(entry.points)} of ${round(entry.most)}`
          }}</span>
        </h2>
        <RichText :html="entry.stem" />
        <p>
          My answer: <b>{{ entry.mine || 'none' }}</b>
        </p>
        <p v-for="(sentence, s) in entry.right" :key="s">Right: {{ sentence }}</p>
        <RichText v-if="entry.explanation" class="explanation" :html="entry.explanation" />
      </article>
    </template>
  </main>
</template>

<style scoped>
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
.explanation {
  border-left: 3px solid var(--secure);
  padding-left: 12px;
}
</style>
