<script setup lang="ts">
/** What colleagues asked me to mark a second time, with how much of it is left where that is known. */
import { stemLine, useWords } from '../shared/words';
import { say } from '../../words/teacher';

defineProps<{
  lines: readonly {
    secondMarkingId: number;
    title: string;
    stem: string;
    requestedBy: string;
    requestedAt: number;
    left?: number;
  }[];
}>();
const words = useWords();
</script>

<template>
  <section v-if="lines.length">
    <h2>{{ say('marking.secondMarkingColleagues') }}</h2>
    <table class="ruled">
      <tbody>
        <tr v-for="line in lines" :key="line.secondMarkingId">
          <td class="question">
            <RouterLink :to="`/marking/second/${line.secondMarkingId}`">{{
              stemLine(line.stem, 90)
            }}</RouterLink>
          </td>
          <td>{{ line.title }}</td>
          <td v-if="line.left !== undefined" class="figures">
            {{ say('marking.answers', { n: line.left }) }}
          </td>
          <td class="faded">
            {{
              say('marking.requestedByRequestedBy', {
                requestedBy: line.requestedBy,
                requestedAt: words.time(line.requestedAt),
              })
            }}
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.question {
  width: 46%;
}
h2 {
  margin: 18px 0 6px;
}
</style>
