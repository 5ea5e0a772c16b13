<script setup lang="ts">
/** One student in the table of students by items. */
import type { ResultsAnswer, StudentResult } from '@oaken/contract/results';
import TallyBox from '../../parts/TallyBox.vue';
import { cellFigure, cellWords, type BoxFigure } from './studentCells';
import type { StudentColumn } from './useStudentColumns';

defineProps<{
  student: StudentResult;
  /** The name as it is shown; hidden names are numbers. */
  name: string;
  columns: readonly StudentColumn[];
  items: ResultsAnswer['items'];
  text: (student: StudentResult, column: StudentColumn) => string;
  figure: BoxFigure;
  /** There is a page for this student’s work. */
  opens: boolean;
}>();
const emit = defineEmits<{ open: [] }>();
</script>

<template>
  <tr>
    <template v-for="column in columns" :key="column.id">
      <th v-if="column.id === 'name'" scope="row" class="name">
        <ElButton link v-if="opens" class="word" @click="emit('open')">{{ name }}</ElButton>
        <template v-else>{{ name }}</template>
      </th>
      <td
        v-else
        :class="[column.id, { figures: column.isFigure, 'faded small': column.id === 'state' }]"
      >
        <b v-if="column.id === 'points'">{{ text(student, column) }}</b>
        <template v-else>{{ text(student, column) }}</template>
      </td>
    </template>
    <td v-for="(item, index) in items" :key="item.entry" class="cell">
      <TallyBox
        v-if="student.cells[index] && item.asks === 'points'"
        :share="student.cells[index].share"
        :needs-marking="student.cells[index].needsMarking"
        :figure="cellFigure(student.cells[index], figure)"
        :label="cellWords(name, item, student.cells[index])"
      />
    </td>
  </tr>
</template>
