<script setup lang="ts">
/** A table whose cells say something or are left open; an open one lists what is right there. */
import { freshId, type FillTable } from '@oaken/core/items';
import { computed } from 'vue';
import type { Problem } from '../../parts/problems';
import CommitInput from '../../parts/CommitInput.vue';
import RichField from '../../rich/RichField.vue';
import { say } from '../../words/teacher';

const part = defineModel<FillTable>({ required: true });
const props = defineProps<{ problems: Problem[] }>();

type Cell = FillTable['cells'][number][number];
const change = (table: Partial<Pick<FillTable, 'heads' | 'cells'>>) =>
  (part.value = { ...part.value, ...table });
const setHead = (column: number, text: string) =>
  change({ heads: part.value.heads.with(column, text) });
const setCell = (row: number, column: number, cell: Cell) =>
  change({
    cells: part.value.cells.map((line, n) => (n === row ? line.with(column, cell) : line)),
  });
const ids = () => part.value.cells.flat().flatMap((cell) => ('id' in cell ? [cell.id] : []));
const open = (row: number, column: number, isOpen: boolean) =>
  setCell(row, column, isOpen ? { id: freshId(ids()), accepted: [] } : { text: '' });
/** Ways to write it stand between bars. */
const accept = (row: number, column: number, id: string, text: string) =>
  setCell(row, column, {
    id,
    accepted: text
      .split('|')
      .map((answer) => answer.trim())
      .filter(Boolean),
  });
const addRow = () =>
  change({ cells: [...part.value.cells, part.value.heads.map(() => ({ text: '' }))] });
const removeRow = (row: number) => change({ cells: part.value.cells.toSpliced(row, 1) });
const addColumn = () =>
  change({
    heads: [...part.value.heads, ''],
    cells: part.value.cells.map((line) => [...line, { text: '' }]),
  });
const removeColumn = (column: number) =>
  change({
    heads: part.value.heads.toSpliced(column, 1),
    cells: part.value.cells.map((line) => line.toSpliced(column, 1)),
  });
const name = (row: number, column: number) =>
  say('kinds.cellAt', { row: row + 1, column: column + 1 });
const problemsHere = computed(() =>
  props.problems.filter(({ pointer }) => /^\/(cells|heads)/.test(pointer)),
);
</script>

<template>
  <p class="faded small">{{ say('kinds.openCellsList') }}</p>
  <div class="scroll">
    <table>
      <thead>
        <tr>
          <th v-for="(head, column) in part.heads" :key="column">
            <RichField
              :model-value="head"
              small
              :label="say('kinds.headOfColumn', { column: column + 1 })"
              @update:model-value="setHead(column, $event)"
            />
            <ElButton
              v-if="part.heads.length > 1"
              link
              class="word small"
              @click="removeColumn(column)"
              >{{ say('kinds.removeColumn', { column: column + 1 }) }}</ElButton
            >
          </th>
          <td />
        </tr>
      </thead>
      <tbody>
        <tr v-for="(line, row) in part.cells" :key="row">
          <td v-for="(cell, column) in line" :key="column" :class="{ open: 'id' in cell }">
            <CommitInput
              v-if="'id' in cell"
              :model-value="cell.accepted.join(' | ')"
              :aria-label="say('kinds.rightAtCell', { cell: name(row, column) })"
              :placeholder="say('kinds.rightAnswer')"
              @change="accept(row, column, cell.id, $event)"
            />
            <RichField
              v-else
              :model-value="cell.text"
              small
              :label="name(row, column)"
              @update:model-value="setCell(row, column, { text: $event })"
            />
            <ElCheckbox
              class="small"
              :model-value="'id' in cell"
              @change="open(row, column, $event as boolean)"
              ><span aria-hidden="true">{{ say('kinds.leftOpen') }}</span
              ><span class="unseen">{{
                say('kinds.leftOpenAt', { cell: name(row, column) })
              }}</span></ElCheckbox
            >
          </td>
          <td>
            <ElButton
              v-if="part.cells.length > 1"
              link
              class="word small"
              @click="removeRow(row)"
              >{{ say('kinds.removeRow', { row: row + 1 }) }}</ElButton
            >
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <ElButton v-if="part.cells.length < 20" link class="word" @click="addRow">{{
    say('kinds.addRow')
  }}</ElButton>
  <ElButton v-if="part.heads.length < 8" link class="word" @click="addColumn">{{
    say('kinds.addColumn')
  }}</ElButton>
  <p v-for="problem in problemsHere" :key="problem.pointer + problem.message" class="wrong">
    {{ problem.message }}
  </p>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
th,
td {
  min-width: 130px;
  padding: 4px 6px;
  vertical-align: top;
}
.open {
  background: var(--wash);
}
</style>
