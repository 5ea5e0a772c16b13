<script setup lang="ts">
/** The questions of a round, in the order in which they are asked. */
import type { RoundDesk } from '@oaken/contract/rounds';
import { computed } from 'vue';
import { say } from '../../words/teacher';

const props = defineProps<{ round: RoundDesk; busy: boolean }>();
const emit = defineEmits<{ read: [entry: string] }>();
const asking = computed(() => props.round.asking);
const mayRead = computed(
  () => !props.round.pace && !props.round.ended && asking.value?.step !== 'open',
);
</script>

<template>
  <section v-if="round.entries.length">
    <h2>{{ say('rounds.questions') }}</h2>
    <ol class="entries">
      <li
        v-for="entry in round.entries"
        :key="entry.id"
        :class="{ here: entry.id === asking?.entry }"
      >
        <span class="number">{{ entry.number }}</span>
        <span class="stem">{{ entry.stem }}</span>
        <span v-if="entry.asked && !round.pace && entry.id !== asking?.entry" class="faded small">{{
          say('rounds.askedMark')
        }}</span>
        <ElButton
          v-else-if="mayRead && entry.id !== asking?.entry"
          link
          class="word small"
          :disabled="busy"
          :aria-label="say('rounds.readHiddenOf', { n: entry.number })"
          @click="emit('read', entry.id)"
          >{{ say('rounds.readHidden') }}</ElButton
        >
      </li>
    </ol>
    <p v-if="round.leftOut" class="faded small left-out">
      {{ say('rounds.leftOut', { n: round.leftOut }) }}
    </p>
  </section>
</template>

<style scoped>
h2 {
  margin-top: 26px;
}
.entries {
  list-style: none;
  margin: 0;
  padding: 0;
}
.entries li {
  display: flex;
  gap: 12px;
  align-items: baseline;
  padding: 8px 6px;
  border-bottom: var(--line);
}
.entries .here {
  background: var(--wash);
  box-shadow: inset 3px 0 var(--oak);
}
.left-out {
  margin-top: 10px;
}
.number {
  font-weight: 650;
  min-width: 22px;
}
.stem {
  flex: 1;
  min-width: 0;
}
</style>
