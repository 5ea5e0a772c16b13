<script setup lang="ts">
/** What can be done with a round that has ended: read, practised, asked again, worded. */
import type { RoundDesk } from '@oaken/contract/rounds';
import { computed, ref } from 'vue';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import EmptyNote from '../../parts/EmptyNote.vue';
import { say } from '../../words/teacher';
import BeginDialog from './BeginDialog.vue';
import WordingDialog from './WordingDialog.vue';

const props = defineProps<{ round: RoundDesk }>();
const emit = defineEmits<{ changed: [] }>();
const { wrong, busy, act } = useDoing();
const given = ref<{ assignmentId: number; students: number; leftOut: number } | null>(null);
const asking = ref<'all' | 'left' | null>(null);
const wording = ref<RoundDesk['entries'][number] | null>(null);
const isAsking = computed({
  get: () => asking.value !== null,
  set: (open) => !open && (asking.value = null),
});
const isWording = computed({
  get: () => wording.value !== null,
  set: (open) => !open && (wording.value = null),
});
const clientKey = crypto.randomUUID();
const left = computed(() =>
  props.round.pace ? 0 : props.round.entries.filter(({ asked }) => !asked).length,
);
const unworded = computed(() => props.round.entries.filter((entry) => entry.unworded));
const absent = computed(
  () => props.round.students.filter(({ guest, ever }) => !guest && !ever).length,
);

const practise = () =>
  act(async () => {
    const { id } = props.round;
    given.value = await call('givePractice', { params: { roundId: id }, body: { clientKey } });
  });
</script>

<template>
  <EmptyNote :title="say('rounds.ended')">
    <RouterLink v-if="round.assignmentId" :to="`/results/${round.assignmentId}`">{{
      say('rounds.results')
    }}</RouterLink>
    <template v-else>{{ say('rounds.nobodyAnswered') }}</template>
  </EmptyNote>
  <h2>{{ say('rounds.after') }}</h2>
  <ul class="acts">
    <li v-if="given" role="status">
      {{ say('rounds.practiceGiven', { n: given.students }) }}
      <template v-if="given.leftOut">{{
        say('rounds.practiceLeftOut', { n: given.leftOut })
      }}</template>
      {{ ' ' }}
      <RouterLink :to="`/assignments/${given.assignmentId}`">{{
        say('rounds.toAssignment')
      }}</RouterLink>
    </li>
    <li v-else-if="round.assignmentId && absent > 0">
      <ElButton :loading="busy" @click="practise">{{ say('rounds.practice') }}</ElButton>
      <span class="faded">{{ say('common.studentsCounted', { n: absent }) }}</span>
    </li>
    <li v-if="left > 0">
      <ElButton @click="asking = 'left'">{{ say('rounds.goOnLater') }}</ElButton>
      <span class="faded">{{ say('rounds.questionsLeft', { n: left }) }}</span>
    </li>
    <li v-if="round.entries.length">
      <ElButton @click="asking = 'all'">{{ say('rounds.again') }}</ElButton>
    </li>
    <li v-for="entry in unworded" :key="entry.id">
      <ElButton @click="wording = entry">{{
        say('rounds.wordingOf', { n: entry.number })
      }}</ElButton>
      <span class="faded">{{ entry.stem }}</span>
    </li>
  </ul>
  <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  <BeginDialog
    v-model="isAsking"
    :from="{ what: 'round', roundId: round.id, only: asking ?? 'all' }"
    :but="asking === 'all' ? round.classId : undefined"
  />
  <WordingDialog
    v-if="wording"
    v-model="isWording"
    :round-id="round.id"
    :class-id="round.classId"
    :entry="wording"
    @saved="emit('changed')"
  />
</template>

<style scoped>
.acts {
  list-style: none;
  margin: 0;
  padding: 0;
}
.acts li {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
  padding: 6px 0;
}
</style>
