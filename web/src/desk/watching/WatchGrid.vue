<script setup lang="ts">
/** The class as rows by roster number, items as columns: where each one is, what is answered, and signs of life. */
import type { Watched, WatchedQuestion, WatchedStudent } from '@oaken/contract/watching';
import { plainText } from '@oaken/core/text';
import { lengthInWords, minute } from '@oaken/core/timing';
import { connectionOf, signsInWords } from '@oaken/core/watching';
import { computed } from 'vue';
import { useGrowing } from '../../parts/useGrowing';
import { percent, useWords } from '../shared/words';
import { inNeedOrder } from './needOrder';
import WatchCells from './WatchCells.vue';
import { toggled } from '../../parts/toggled';
import { say } from '../../words/teacher';

const picked = defineModel<number[]>('picked', { required: true });
const props = defineProps<{
  watched: Watched;
  now: number;
  /** Boxes fill with the share of the points; otherwise they say only what is answered. */
  marks: boolean;
  hidden: boolean;
  /** What was answered to each question; null where that is not shown. */
  questions: readonly WatchedQuestion[] | null;
  /** Who needs help first; otherwise in the order of the roster. */
  byNeed: boolean;
}>();
const emit = defineEmits<{
  open: [studentId: number];
  openQuestion: [entry: string];
  letIn: [studentId: number];
}>();
const words = useWords();

const students = computed(() =>
  props.byNeed ? inNeedOrder(props.watched.students, props.now) : props.watched.students,
);
const drawn = useGrowing(() => students.value.length, 4);
/** The share right so far of the question that a column has. */
function rightIn(entry: string): string {
  const question = props.questions?.find((candidate) => candidate.entry === entry);
  if (!question || question.judged === 0) return '';
  return percent(question.right / question.judged);
}
const several = computed(
  () => new Set(props.watched.students.map(({ className }) => className)).size > 1,
);
const allPicked = computed(
  () => picked.value.length > 0 && picked.value.length === props.watched.students.length,
);
const nameOf = (watchedStudent: WatchedStudent) =>
  props.hidden
    ? say('watching.studentRosterNumber', { rosterNumber: watchedStudent.rosterNumber ?? '' })
    : watchedStudent.name;

const byWords = {
  student: '',
  server: say('watching.timeRanOut'),
  teacher: say('watching.byYou'),
  paper: say('watching.onPaper'),
};
function stateWords(watchedStudent: WatchedStudent): string {
  switch (watchedStudent.state) {
    case 'not-begun':
      return say('common.notBegun');
    case 'left-class':
      return say('watching.hasLeftClass');
    case 'paused':
      return 'paused';
    case 'working':
      return watchedStudent.on === null
        ? say('watching.working')
        : say('watching.workingOnOn', { on: watchedStudent.on });
    case 'handed-in':
      return watchedStudent.handedInAt === null
        ? say('watching.timeOver')
        : say('watching.handedInHandedIn', {
            handedInAt: words.time(watchedStudent.handedInAt),
            byWords: byWords[watchedStudent.handedInBy ?? 'student'],
          });
  }
}
/** Minutes, and below ten of them seconds too. */
function timeLeft(watchedStudent: WatchedStudent): string {
  if (watchedStudent.state === 'paused') return say('watching.paused');
  if (watchedStudent.state !== 'working') return '';
  const ends = [watchedStudent.deadlineAt, watchedStudent.partEndsAt].filter(
    (index) => index !== null,
  );
  if (ends.length === 0) return '';
  const left = Math.max(0, Math.min(...ends) - props.now);
  return left < minute
    ? lengthInWords(left)
    : lengthInWords(Math.ceil(left / minute) * minute)
        .replace('minutes', 'min')
        .replace('minute', 'min');
}
</script>

<template>
  <table class="ruled grid">
    <thead>
      <tr>
        <th>
          <ElCheckbox
            :model-value="allPicked"
            @change="picked = allPicked ? [] : watched.students.map(({ studentId }) => studentId)"
            ><span class="unseen">{{ say('common.selectAll') }}</span></ElCheckbox
          >
        </th>
        <th class="name">{{ say('common.student') }}</th>
        <th>{{ say('watching.state') }}</th>
        <th class="figures">{{ say('watching.timeLeft') }}</th>
        <th
          v-for="column in watched.columns"
          :key="column.number"
          class="cell"
          :title="plainText(column.stem)"
        >
          <ElButton
            v-if="column.entry"
            link
            class="word"
            :aria-label="say('watching.openQuestion', { number: column.number })"
            @click="emit('openQuestion', column.entry)"
            >{{ column.number }}</ElButton
          >
          <template v-else>{{ column.number }}</template>
          <div v-if="rightIn(column.entry)" class="small">{{ rightIn(column.entry) }}</div>
        </th>
        <th>{{ say('watching.activity') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="entry in students.slice(0, drawn)"
        :key="entry.studentId"
        :class="connectionOf(entry, now)"
      >
        <td>
          <ElCheckbox
            :model-value="picked.includes(entry.studentId)"
            @change="picked = toggled(picked, entry.studentId)"
            ><span class="unseen">{{
              say('watching.selectName', { nameOf: nameOf(entry) })
            }}</span></ElCheckbox
          >
        </td>
        <th scope="row" class="name">
          <ElButton
            link
            v-if="entry.attempt > 0"
            class="word"
            @click="emit('open', entry.studentId)"
          >
            {{ nameOf(entry) }}
          </ElButton>
          <template v-else>{{ nameOf(entry) }}</template>
          {{ ' '
          }}<span class="faded small"
            >{{ several ? entry.className : '' }}
            {{ entry.rosterNumber ?? say('watching.guest') }}</span
          >
        </th>
        <td class="state" :class="entry.state">{{ stateWords(entry) }}</td>
        <td class="figures">{{ timeLeft(entry) }}</td>
        <WatchCells
          :entry="entry"
          :name="nameOf(entry)"
          :columns="watched.columns"
          :marks="marks"
        />
        <td class="small signs">
          {{ signsInWords(entry, now).join(', ') }}
          <template v-if="entry.away">
            {{ ' ' }}<b>{{ say('watching.leftSitting') }}</b>
            <ElButton
              link
              v-if="watched.mayAct"
              class="word"
              :aria-label="say('watching.readmitName', { nameOf: nameOf(entry) })"
              @click="emit('letIn', entry.studentId)"
            >
              {{ say('watching.readmit') }}
            </ElButton>
          </template>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.grid th,
.grid td {
  padding: 4px 8px;
  vertical-align: middle;
  white-space: nowrap;
}
.grid :deep(.cell) {
  padding: 3px 2px;
  text-align: center;
}
.name {
  text-align: start;
  font-weight: 400;
}
/* Names stay while the boxes move under them. */
.grid th:first-child,
.grid td:first-child {
  position: sticky;
  inset-inline-start: 0;
  z-index: 1;
  width: 34px;
  background: var(--paper);
}
.grid .name {
  position: sticky;
  inset-inline-start: 34px;
  z-index: 1;
  background: var(--paper);
}
tbody .name {
  font-size: 1rem;
  color: var(--ink);
  border-bottom: var(--line);
}
.name .word {
  padding: 0;
}
.state.not-begun,
.state.handed-in,
.state.left-class {
  color: var(--faded);
}
.state.working,
.state.paused {
  font-weight: 600;
}
.state.paused,
.lost .signs {
  color: var(--partial-ink);
  font-weight: 600;
}
</style>
