<script setup lang="ts">
/** What comes next in each of my classes, by the curriculum that it follows. */
import type { AnswerOf, api } from '@oaken/contract';
import { onMounted, ref } from 'vue';
import { call } from '../../client/call';
import { failed } from '../shared/undo';
import { say } from '../../words/teacher';

const classes = ref<AnswerOf<typeof api.readComingNext>['classes']>([]);
onMounted(async () => {
  try {
    classes.value = (await call('readComingNext', {})).classes ?? [];
  } catch (error) {
    failed(error);
  }
});
const waiting = () => classes.value.filter(({ next }) => next !== null);
</script>

<template>
  <section v-if="waiting().length" :aria-label="say('curriculum.comingNext')">
    <h2>{{ say('curriculum.comingNext') }}</h2>
    <ul class="next">
      <template v-for="{ classId, className, curriculumId, next } in waiting()" :key="classId">
        <li v-if="next">
          <RouterLink :to="`/curricula/${curriculumId}?line=${next.lineId}`">{{
            say('curriculum.nextFor', { name: className, title: next.title })
          }}</RouterLink>
          <span class="faded">{{ next.within.join(', ') }}</span>
          <p v-for="test in next.tests" :key="test.id">
            <RouterLink
              v-if="!test.given && test.may === 'edit'"
              :to="`/tests/${test.id}/assign`"
              >{{ say('curriculum.assignNamed', { title: test.title }) }}</RouterLink
            >
            <template v-else
              ><RouterLink :to="`/tests/${test.id}`">{{ test.title }}</RouterLink
              >{{ ' '
              }}<span v-if="test.given" class="faded">{{
                say('curriculum.hadAlready')
              }}</span></template
            >
          </p>
          <p v-if="next.items" class="faded">{{ say('common.itemsCounted', { n: next.items }) }}</p>
          <p v-else-if="next.tests.length === 0" class="faded">
            {{ say('curriculum.nothingPlacedNext') }}
          </p>
        </li>
      </template>
    </ul>
  </section>
</template>

<style scoped>
.next {
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
}
.next li {
  padding: 6px 0;
  border-bottom: var(--line);
}
.next p {
  margin: 0;
}
.next a + .faded {
  margin-inline-start: 8px;
}
</style>
