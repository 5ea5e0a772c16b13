<script setup lang="ts">
/** What waits for my mark, for my second mark, and for my decision, each the oldest first. */
import type { AnswerOf, api } from '@oaken/contract';
import { useWords, stemLine } from '../shared/words';
import SecondMarkings from './SecondMarkings.vue';
import { say } from '../../words/teacher';

defineProps<{ list: AnswerOf<typeof api.listMarking> }>();
const words = useWords();
const stem = (html: string) => stemLine(html, 90);
</script>

<template>
  <div>
    <section v-if="list.waiting.length">
      <h2>{{ say('marking.toMarkOldestFirst') }}</h2>
      <table class="ruled">
        <thead>
          <tr>
            <th>{{ say('common.question') }}</th>
            <th>{{ say('common.test') }}</th>
            <th class="figures">{{ say('marking.toMark') }}</th>
            <th class="figures">{{ say('marking.marked') }}</th>
            <th>{{ say('marking.since') }}</th>
            <th>
              <span class="unseen">{{ say('marking.otherViews') }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in list.waiting" :key="`${line.assignmentId} ${line.entry} ${line.part}`">
            <td>
              <RouterLink :to="`/marking/${line.assignmentId}/${line.entry}/${line.part}`">{{
                stem(line.stem)
              }}</RouterLink>
            </td>
            <td>
              {{ line.title }} <span class="faded small">{{ line.recipients }}</span>
            </td>
            <td class="figures">{{ line.unmarked }}</td>
            <td class="figures">{{ line.marked }}</td>
            <td class="short">{{ words.time(line.oldest) }}</td>
            <td>
              <RouterLink
                :to="`/marking/${line.assignmentId}/${line.entry}/${line.part}/all`"
                class="small short"
                >{{ say('marking.allOnOnePage') }}</RouterLink
              >
              <RouterLink :to="`/marking/${line.assignmentId}/students`" class="small short">{{
                say('marking.studentByStudent')
              }}</RouterLink>
            </td>
          </tr>
        </tbody>
      </table>
    </section>
    <SecondMarkings :lines="list.seconds" />
    <section v-if="list.unknown.length">
      <h2>{{ say('marking.shortAnswersKeyDoes') }}</h2>
      <p class="faded">{{ say('marking.theyEarnedNoPoints') }}</p>
      <table class="ruled">
        <thead>
          <tr>
            <th>{{ say('common.question') }}</th>
            <th>{{ say('common.test') }}</th>
            <th class="figures">{{ say('marking.answersTitle') }}</th>
            <th class="figures">{{ say('common.students') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in list.unknown" :key="`${line.assignmentId} ${line.entry} ${line.part}`">
            <td>
              <RouterLink
                :to="`/marking/${line.assignmentId}/${line.entry}/${line.part}/unknown`"
                >{{ stem(line.stem) }}</RouterLink
              >
            </td>
            <td>
              {{ line.title }} <span class="faded small">{{ line.recipients }}</span>
            </td>
            <td class="figures">{{ line.answers }}</td>
            <td class="figures">{{ line.students }}</td>
          </tr>
        </tbody>
      </table>
    </section>
  </div>
</template>

<style scoped>
td:first-child {
  width: 46%;
}
td a + a {
  display: block;
}
.short {
  white-space: nowrap;
}
h2 {
  margin: 18px 0 6px;
}
</style>
