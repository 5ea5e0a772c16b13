<script setup lang="ts">
/** What a teacher asks first, in sentences with the figures behind them; each name leads to what it names. */
import type { ResultsAnswer } from '@oaken/contract/results';
import { firstLook, notThereYet, type Trust } from '@oaken/core/analysis';
import { computed } from 'vue';
import { say } from '../../words/teacher';
import { percent, stemLine } from '../shared/words';
import { figureText } from './figures';

const props = defineProps<{ results: ResultsAnswer; base: string }>();

/** More names than this are read in the table of students. */
const namesShown = 6;
const scored = computed(() =>
  props.results.students.flatMap(({ id, name, points, maxPoints, excused }) =>
    points === null || !maxPoints || excused ? [] : [{ id, name, share: points / maxPoints }],
  ),
);
const look = computed(() =>
  firstLook({
    students: scored.value,
    items: props.results.items
      .filter(({ asks, override }) => asks === 'points' && override !== 'dropped')
      .map(({ number, stem, standards, maxPoints, facility }) => ({
        number,
        stem,
        standards,
        maxPoints,
        share: facility.value,
      })),
    alpha: props.results.reliability.alpha.value,
  }),
);
const named = computed(() => look.value.needHelp.slice(0, namesShown));
const limit = percent(notThereYet);
const trustWords: Record<Trust, string> = {
  good: say('results.trustGood'),
  fair: say('results.trustFair'),
  rough: say('results.trustRough'),
  unknown: say('results.trustUnknown'),
};
/** Items whose key should be checked before anything is concluded. */
const suspect = computed(() =>
  props.results.items.filter(({ flags }) =>
    flags.some(({ kind }) => kind === 'possible-miskey' || kind === 'two-right'),
  ),
);
</script>

<template>
  <dl class="firstlook">
    <dt>{{ say('results.whoNeedsHelp') }}</dt>
    <dd>
      <template v-if="look.needHelp.length === 0">{{
        say('results.nobodyBelow', { n: scored.length, limit })
      }}</template>
      <template v-else>
        {{ say('results.studentsBelow', { n: look.needHelp.length, of: scored.length, limit }) }}
        <template v-for="(student, index) in named" :key="student.id"
          ><RouterLink :to="`${base}/students/${student.id}`">{{ student.name }}</RouterLink>
          {{ percent(student.share) }}{{ index < named.length - 1 ? ', ' : '' }}</template
        ><template v-if="look.needHelp.length > named.length"
          >,
          <RouterLink :to="`${base}/students`">{{
            say('results.andMoreStudents', { n: look.needHelp.length - named.length })
          }}</RouterLink></template
        >.
      </template>
    </dd>
    <dt>{{ say('results.whatWasHard') }}</dt>
    <dd v-if="look.hardest.length === 0">{{ say('results.nothingHard') }}</dd>
    <dd v-for="item in look.hardest" v-else :key="item.number">
      <RouterLink :to="`${base}/items?item=${item.number}`">{{
        say('results.itemInLine', { number: item.number })
      }}</RouterLink>
      {{ percent(item.share) }} <span class="faded">{{ stemLine(item.stem, 60) }}</span>
    </dd>
    <dt>{{ say('results.whatToTeachAgain') }}</dt>
    <dd v-if="look.teachAgain.length === 0">{{ say('results.nothingToTeachAgain', { limit }) }}</dd>
    <dd v-for="{ standard, share, items } in look.teachAgain" v-else :key="standard">
      <RouterLink :to="`${base}/standards`">{{ standard }}</RouterLink>
      {{ say('results.shareOnItemsInLine', { n: items, share: percent(share) }) }}
    </dd>
    <dt>{{ say('results.canItBeTrusted') }}</dt>
    <dd>
      {{ trustWords[look.trust] }}
      <template v-if="results.reliability.alpha.value !== null">{{
        say('results.reliabilityInLine', {
          alpha: figureText(results.reliability.alpha),
          error: figureText(results.reliability.standardError, 1),
        })
      }}</template>
      <template v-for="item in suspect" :key="item.entry">
        {{ ' '
        }}<RouterLink :to="`${base}/items?item=${item.number}`">{{
          say('results.checkKeyOfItem', { number: item.number })
        }}</RouterLink
        >.
      </template>
    </dd>
  </dl>
</template>

<style scoped>
.firstlook {
  margin: 6px 0 12px;
}
dt {
  margin-top: 10px;
  padding-top: 8px;
  border-top: var(--line);
  font-weight: 600;
}
dt:first-child {
  margin-top: 0;
}
dd {
  margin: 2px 0 0;
}
</style>
