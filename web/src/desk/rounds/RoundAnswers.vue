<script setup lang="ts">
/** How the class has answered: the spread, what asking again changed, and what stands behind wrong answers. */
import type { RoundDesk } from '@oaken/contract/rounds';
import type { PartSpread } from '@oaken/core/rounds';
import { computed } from 'vue';
import { percent } from '../shared/words';
import SpreadBars from '../../rounds/SpreadBars.vue';
import { say } from '../../words/teacher';
import AskNext from './AskNext.vue';
import ChooseLines from './ChooseLines.vue';
import TeamAnswers from './TeamAnswers.vue';
import TellKey from './TellKey.vue';
import type { useRound } from './useRound';

const props = defineProps<{
  round: RoundDesk;
  asking: NonNullable<RoundDesk['asking']>;
  /** Whether right and wrong may be seen: the page may be on the wall. */
  marks: boolean;
  desk: ReturnType<typeof useRound>;
}>();
const busy = computed(() => props.desk.busy.value);
const isClosed = computed(() => props.asking.step !== 'open' && !props.round.ended);
const marked = computed(() => props.marks && props.asking.step !== 'open');
const beforeOf = (part: PartSpread) =>
  props.asking.before?.find((earlier) => earlier.part === part.part) ?? null;
const openWords = computed(() => props.asking.spread.find((part) => part.openWords) ?? null);
const twice = computed(() => (marked.value ? props.asking.twice : null));
/** Where fewer were right than before, nothing was gained. */
const gain = computed(() => {
  const value = twice.value?.gain ?? null;
  return value !== null && value >= 0 ? percent(value) : null;
});
</script>

<template>
  <section>
    <h2>{{ say('rounds.spread') }}</h2>
    <SpreadBars
      v-for="part in asking.spread"
      :key="part.part"
      :spread="part"
      :before="beforeOf(part)"
      :letters="round.strips ? asking.stripLetters : []"
      :right-ids="marked ? asking.rightIds : []"
      :right-word="say('rounds.right')"
    />
    <p v-if="asking.unsure" class="faded">{{ say('rounds.unsure', { n: asking.unsure }) }}</p>
    <TeamAnswers v-if="round.teams" :teams="round.teams.list" :marks="marked" />
    <template v-if="isClosed">
      <ChooseLines
        v-if="openWords"
        :spread="openWords"
        :shown="asking.chosen"
        :busy="busy"
        @show="desk.lead({ do: 'choose-lines', lines: $event })"
      />
      <TellKey
        v-if="!asking.keyed"
        :asking="asking"
        :busy="busy"
        @tell="desk.tellKey(asking.entry, $event)"
      />
    </template>
    <template v-if="twice">
      <p>
        {{ say('rounds.twice', { n: twice.students, first: twice.first, second: twice.second }) }}
        {{
          say('rounds.changed', {
            wrongToRight: twice.wrongToRight,
            rightToWrong: twice.rightToWrong,
          })
        }}
      </p>
      <p v-if="gain !== null" class="faded">{{ say('rounds.gain', { gain }) }}</p>
    </template>
    <template v-if="marked && asking.misconceptions.length">
      <h3>{{ say('rounds.misconceptions') }}</h3>
      <p v-for="line in asking.misconceptions" :key="line.text">
        {{ say('rounds.studentsTook', { n: line.students, text: line.text }) }}
        <span class="faded">{{ line.misconception }}</span>
      </p>
    </template>
    <AskNext
      v-if="isClosed && marked"
      :round-id="round.id"
      :asking="asking.id"
      :busy="busy"
      @add="desk.add({ what: 'items', itemIds: [$event] })"
    />
  </section>
</template>

<style scoped>
section {
  margin-bottom: 16px;
}
h3 {
  margin-top: 14px;
}
</style>
