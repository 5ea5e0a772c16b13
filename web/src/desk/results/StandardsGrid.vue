<script setup lang="ts">
/**
 * Students down, standards across: who has earned what on each, or how the teacher rates it. A
 * rating is a key, 1 to 4, and the next student below is there at once.
 */
import type { Gathering, StandardResult } from '@oaken/contract/results';
import { computed, nextTick, ref } from 'vue';
import SelectField from '../../parts/SelectField.vue';
import TallyBox from '../../parts/TallyBox.vue';
import { useGrowing } from '../../parts/useGrowing';
import { toggled } from '../../parts/toggled';
import { percent } from '../shared/words';
import StudentWorks from './StudentWorks.vue';
import { say } from '../../words/teacher';

const props = defineProps<{
  standards: readonly StandardResult[];
  assignmentId: number;
  over: 'this' | 'all';
  by: Gathering;
  mayRate: boolean;
}>();
const emit = defineEmits<{ rate: [code: string, studentIds: number[], rating: number | null] }>();
const shown = ref<'scores' | 'ratings'>('scores');
const choices = [
  { value: 'scores', label: say('results.scores') },
  { value: 'ratings', label: say('results.ratings') },
];
const grid = ref<HTMLElement>();
/** Students whose assignments stand below them. */
const opened = ref<ReadonlySet<number>>(new Set());

/** The cell of a rating by its place; the page moves to it where there is one. */
async function goTo(row: number, column: number): Promise<void> {
  await nextTick();
  grid.value?.querySelector<HTMLElement>(`[data-cell="${row} ${column}"]`)?.focus();
}
const steps: Record<string, [number, number]> = {
  ArrowDown: [1, 0],
  ArrowUp: [-1, 0],
  ArrowRight: [0, 1],
  ArrowLeft: [0, -1],
};
function press(event: KeyboardEvent, row: number, column: number): void {
  const step = steps[event.key];
  const isRating = /^[1-4]$/.test(event.key);
  const isNone = ['0', 'Backspace', 'Delete'].includes(event.key);
  if (!step && !isRating && !isNone) return;
  event.preventDefault();
  if (step) return void goTo(row + step[0], column + step[1]);
  const line = lines.value[row];
  const cell = line?.cells[column];
  if (!line || !cell || !props.mayRate) return;
  emit('rate', cell.code, [line.id], isRating ? Number(event.key) : null);
  void goTo(row + 1, column);
}
/** Everybody of a column whose work has no rating yet. */
function rateRest({ code, students }: StandardResult, rating: number): void {
  const rest = students.filter((student) => student.rating === null && student.earned !== null);
  if (rest.length > 0)
    emit(
      'rate',
      code,
      rest.map(({ id }) => id),
      rating,
    );
}
const shareOf = (earned: StandardResult['all'] | null | undefined) => earned?.share ?? null;
const lines = computed(() => {
  const students = props.standards[0]?.students ?? [];
  return students.map(({ id, name, class: className }) => ({
    id,
    name,
    className,
    cells: props.standards.map(({ code, students: rated }) => {
      const student = rated.find((candidate) => candidate.id === id);
      const share = shareOf(student?.earned);
      return {
        code,
        share,
        rating: student?.rating ?? null,
        ratingLabel: say('results.ratingNameOnCode', { name, code }),
        label: say('results.nameOnCode', {
          name,
          code,
          share: share === null ? say('results.nothingScored') : percent(share),
        }),
      };
    }),
  }));
});
const drawn = useGrowing(() => lines.value.length, 6);
</script>

<template>
  <div class="choice">
    <ElSegmented v-model="shown" :options="choices" :aria-label="say('results.scoresOrRatings')" />
    <span v-if="shown === 'ratings' && mayRate" class="faded small">{{
      say('results.ratingKeys')
    }}</span>
  </div>
  <div
    ref="grid"
    class="grid"
    tabindex="0"
    role="region"
    :aria-label="say('results.studentsByStandards')"
  >
    <table class="ruled">
      <thead>
        <tr>
          <th class="name">{{ say('common.student') }}</th>
          <th
            v-for="standard in standards"
            :key="standard.code"
            :title="standard.statement"
            class="code"
          >
            {{ standard.code }}
            <span class="statement">{{ standard.statement }}</span>
            <SelectField
              v-if="shown === 'ratings' && mayRate"
              :model-value="0"
              :aria-label="say('results.rateRestOf', { code: standard.code })"
              @update:model-value="rateRest(standard, $event)"
              ><ElOption :value="0" :label="say('results.rateRest')" /><ElOption
                v-for="n in 4"
                :key="n"
                :value="n"
                :label="String(n)"
            /></SelectField>
          </th>
        </tr>
      </thead>
      <tbody>
        <template v-for="({ id, name, className, cells }, row) in lines.slice(0, drawn)" :key="id">
          <tr>
            <th scope="row" class="name">
              <RouterLink :to="`/results/${assignmentId}/students/${id}`">{{ name }}</RouterLink>
              {{ ' ' }}<span class="faded small">{{ className }}</span>
              <ElButton
                v-if="over === 'all'"
                link
                class="word small"
                :aria-expanded="opened.has(id)"
                :aria-label="say('results.worksOf', { name })"
                @click="opened = new Set(toggled([...opened], id))"
                >{{
                  opened.has(id) ? say('results.hideWorks') : say('results.showWorks')
                }}</ElButton
              >
            </th>
            <td
              v-for="({ code, share, label, rating, ratingLabel }, column) in cells"
              :key="code"
              :data-copy="shown === 'ratings' ? (rating ?? '') : percent(share)"
            >
              <button
                v-if="shown === 'ratings'"
                class="rating"
                :data-cell="`${row} ${column}`"
                :aria-label="`${ratingLabel}: ${rating ?? say('results.notRated')}`"
                :disabled="!mayRate"
                @keydown="press($event, row, column)"
              >
                {{ rating ?? '—' }}
              </button>
              <TallyBox
                v-else
                :share="share"
                :label="label"
                :figure="share === null ? undefined : String(Math.round(100 * share))"
              />
            </td>
          </tr>
          <StudentWorks
            v-if="over === 'all' && opened.has(id)"
            :student="{ id, name }"
            :assignment-id="assignmentId"
            :codes="cells.map(({ code }) => code)"
            :by="by"
          />
        </template>
      </tbody>
      <tfoot>
        <tr>
          <th scope="row" class="name">{{ say('results.allStudents') }}</th>
          <td v-for="{ code, all } in standards" :key="code">
            <b>{{ percent(all?.share) }}</b>
          </td>
        </tr>
      </tfoot>
    </table>
  </div>
</template>

<style scoped>
.choice {
  display: flex;
  gap: 8px 16px;
  align-items: center;
  margin-bottom: 8px;
}
.rating {
  width: 40px;
  height: 28px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
  color: inherit;
  font: inherit;
  font-weight: 600;
}
.grid {
  overflow-x: auto;
}
.name {
  position: sticky;
  inset-inline-start: 0;
  z-index: 1;
  min-width: 170px;
  padding-inline-end: 12px;
  text-align: start;
  font-weight: 400;
  background: var(--sheet);
}
tbody .name {
  border-bottom: var(--line);
}
.code {
  min-width: 110px;
  max-width: 220px;
  vertical-align: top;
}
.statement {
  display: block;
  max-height: 3.2em;
  white-space: normal;
  overflow: hidden;
  font-weight: 400;
  font-size: 0.75rem;
}
td :deep(.tally) {
  width: 34px;
  height: 24px;
}
table {
  width: auto;
}
</style>
