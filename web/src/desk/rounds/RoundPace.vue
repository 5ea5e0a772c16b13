<script setup lang="ts">
/** A class at its own pace, row by row: who has answered what, and how right, where that may be seen. */
import type { RoundDesk } from '@oaken/contract/rounds';
import { computed } from 'vue';
import { say } from '../../words/teacher';

type Student = RoundDesk['students'][number];
type Cell = Student['cells'][number];
const props = defineProps<{ round: RoundDesk }>();
/** Whether right and wrong may be seen: the page may be on the wall. */
const marks = defineModel<boolean>('marks', { required: true });
const rows = computed(() =>
  props.round.students.filter(({ here, cells }) => here || cells.some((cell) => cell.answered)),
);
const away = computed(() => props.round.students.length - rows.value.length);

const signs = { right: '✓', part: '½', wrong: '✗', answered: '●', checked: '●', none: '' } as const;
type Sign = keyof typeof signs;
function signOf({ answered, checked, share }: Cell): Sign {
  if (!answered) return 'none';
  if (!marks.value || share === null) return checked ? 'checked' : 'answered';
  if (share >= 1) return 'right';
  return share > 0 ? 'part' : 'wrong';
}
const words: Record<Sign, string> = {
  right: say('rounds.cellRight'),
  part: say('rounds.cellPart'),
  wrong: say('rounds.cellWrong'),
  answered: say('rounds.cellAnswered'),
  checked: say('rounds.cellChecked'),
  none: say('rounds.cellNone'),
};
const totalOf = ({ answered, right, keyed }: RoundDesk['entries'][number]) =>
  marks.value && keyed
    ? say('rounds.answeredRight', { answered, right })
    : say('rounds.answeredOnly', { answered });
</script>

<template>
  <section>
    <div class="head">
      <h2>{{ say('rounds.rows') }}</h2>
      <ElCheckbox v-model="marks">{{ say('rounds.showRight') }}</ElCheckbox>
    </div>
    <div class="scroll" tabindex="0" role="region" :aria-label="say('rounds.rows')">
      <table>
        <thead>
          <tr>
            <th scope="col">{{ say('common.student') }}</th>
            <th v-for="entry in round.entries" :key="entry.id" scope="col" :title="entry.stem">
              {{ say('rounds.questionShort', { n: entry.number }) }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="student in rows" :key="student.id">
            <th scope="row">{{ student.name }}</th>
            <td v-for="(cell, index) in student.cells" :key="index" :class="signOf(cell)">
              <span aria-hidden="true">{{ signs[signOf(cell)] }}</span>
              <span class="unseen">{{ words[signOf(cell)] }}</span>
            </td>
          </tr>
        </tbody>
        <tfoot>
          <tr>
            <td />
            <td v-for="entry in round.entries" :key="entry.id" class="small faded">
              {{ totalOf(entry) }}
            </td>
          </tr>
        </tfoot>
      </table>
    </div>
    <p v-if="away > 0" class="faded">
      {{ say('common.studentsCounted', { n: away }) }} {{ say('rounds.notHere') }}
    </p>
  </section>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
.scroll {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th,
td {
  padding: 5px 8px;
  border-bottom: var(--line);
  text-align: center;
}
th[scope='row'],
thead th:first-child {
  text-align: start;
  font-weight: 500;
  position: sticky;
  inset-inline-start: 0;
  background: var(--sheet);
}
.right {
  color: var(--secure);
  font-weight: 700;
}
.wrong {
  color: var(--low);
  font-weight: 700;
}
.answered,
.checked,
.part {
  color: var(--oak);
}
</style>
