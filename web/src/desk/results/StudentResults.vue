<script setup lang="ts">
/** Students by items. Only the rows in view are drawn, so that a whole grade scrolls and sorts without waiting. */
import { textOf, type ResultsAnswer, type StudentResult } from '@oaken/contract/results';
import { useVirtualizer } from '@tanstack/vue-virtual';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import EmptyNote from '../../parts/EmptyNote.vue';
import { useGrowing } from '../../parts/useGrowing';
import { pointsText, useWords } from '../shared/words';
import ClassRows from './ClassRows.vue';
import { boxFigures, type BoxFigure } from './studentCells';
import StudentRow from './StudentRow.vue';
import { useStudentColumns, type StudentColumn } from './useStudentColumns';
import SelectField from '../../parts/SelectField.vue';
import './student-grid.css';
import { say } from '../../words/teacher';

const props = defineProps<{ results: ResultsAnswer; base: string }>();
const router = useRouter();
const words = useWords();
const hidden = ref(false);
const figure = ref<BoxFigure>('share');
const { offered, isShown, columns, items, toggle, sorted, sortBy, sortWord } = useStudentColumns(
  () => props.results,
);

const nameOf = ({ rosterNumber, name }: StudentResult) =>
  hidden.value ? say('results.studentRosterNumber', { rosterNumber }) : name;
/** What a column says of a student, on the page and on the clipboard. */
const text = (student: StudentResult, column: StudentColumn) =>
  column.id === 'name' ? nameOf(student) : textOf(column, student, props.results, words);
const differing = computed(() => props.results.students.some(({ cells }) => cells.includes(null)));
const opens = ({ state, attemptId }: StudentResult) =>
  props.results.assignment !== null && state !== 'not-begun' && attemptId !== null;
const open = ({ id }: StudentResult) => router.push(`${props.base}/students/${id}`);

const box = ref<HTMLElement>();
const rowHeight = 36;
/** A class is drawn whole, so that the browser finds and prints all of it; of a grade only what is in view. */
const drawnWhole = 60;
const grown = useGrowing(() => sorted.value.length, 4);
const virtual = useVirtualizer(
  computed(() => ({
    count: sorted.value.length,
    getScrollElement: () => box.value ?? null,
    estimateSize: () => rowHeight,
    overscan: sorted.value.length <= drawnWhole ? sorted.value.length : 2,
  })),
);
const drawn = computed(() => virtual.value.getVirtualItems());
const rows = computed(() =>
  drawn.value.slice(0, grown.value).flatMap(({ index }) => {
    const student = sorted.value[index];
    return student ? [{ index, student }] : [];
  }),
);
const above = computed(() => drawn.value[0]?.start ?? 0);
const below = computed(() => virtual.value.getTotalSize() - (drawn.value.at(-1)?.end ?? 0));

defineExpose({
  /** The whole grid for a spreadsheet, also the rows that are not drawn. */
  lines: () => [
    [...columns.value.map(({ name }) => name), ...items.value.map(({ number }) => String(number))],
    ...sorted.value.map((student) => [
      ...columns.value.map((column) => text(student, column)),
      ...items.value.map((_, index) =>
        student.cells[index]?.share != null ? pointsText(student.cells[index].points) : '',
      ),
    ]),
  ],
});
</script>

<template>
  <div class="whole">
    <div class="bar">
      <ElCheckbox v-model="hidden"> {{ say('common.hideNames') }}</ElCheckbox>
      <label
        >{{ say('results.cells') }}
        <SelectField v-model="figure"
          ><ElOption v-for="(name, id) in boxFigures" :key="id" :value="id" :label="name"
        /></SelectField>
      </label>
      <ElPopover :persistent="false" trigger="click" placement="bottom-start" :width="240">
        <template #reference>
          <ElButton link class="word">{{ say('common.columns') }}</ElButton>
        </template>
        <div class="list">
          <ElCheckbox
            v-for="column in offered.filter(({ id }) => id !== 'name')"
            :key="column.id"
            :model-value="isShown(column.id)"
            @change="toggle(column.id)"
          >
            {{ column.name }}</ElCheckbox
          >
          <ElCheckbox :model-value="isShown('items')" @change="toggle('items')">
            {{ say('common.itemsTitle') }}</ElCheckbox
          >
        </div>
      </ElPopover>
      <span class="faded small">{{
        say('results.eachBoxFillsWith', { value: differing ? say('results.noneNotAmongThis') : '' })
      }}</span>
    </div>
    <EmptyNote v-if="sorted.length === 0" :title="say('results.noMatchingResults')">{{
      say('results.clearFilterAbove')
    }}</EmptyNote>
    <div
      v-else
      ref="box"
      class="scroll"
      tabindex="0"
      :aria-label="say('results.studentsByItems')"
      role="region"
    >
      <table class="ruled student-grid" :aria-rowcount="sorted.length + 1">
        <thead>
          <tr>
            <th
              v-for="column in columns"
              :key="column.id"
              :class="[column.id, { figures: column.isFigure }]"
              :title="'meaning' in column ? column.meaning : undefined"
              :aria-sort="sortWord(column.id)"
            >
              <button @click="sortBy(column.id)">{{ column.name }}</button>
            </th>
            <th v-for="item in items" :key="item.entry" class="cell">
              <button
                :title="say('results.openItemNumber', { number: item.number })"
                @click="router.push(`${base}/items?item=${item.number}`)"
              >
                {{ item.number }}
              </button>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-if="above > 0" aria-hidden="true">
            <td :style="{ height: `${above}px` }" class="gap" />
          </tr>
          <StudentRow
            v-for="{ index, student } in rows"
            :key="index"
            :aria-rowindex="index + 2"
            :student="student"
            :name="nameOf(student)"
            :columns="columns"
            :items="items"
            :text="text"
            :figure="figure"
            :opens="opens(student)"
            @open="open(student)"
          />
          <tr v-if="below > 0" aria-hidden="true">
            <td :style="{ height: `${below}px` }" class="gap" />
          </tr>
        </tbody>
        <ClassRows :results="results" :columns="columns" :items="items" />
      </table>
    </div>
  </div>
</template>

<style scoped>
.whole {
  display: flex;
  flex-direction: column;
  height: 100%;
}
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 20px;
  align-items: center;
  padding: 6px 24px;
}
.list {
  display: grid;
  gap: 4px;
}
.scroll {
  flex: 1;
  min-height: 200px;
  overflow: auto;
}
</style>
