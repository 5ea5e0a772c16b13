<script setup lang="ts">
/** A table with fields in the cells that are open. */
import { placeOfCell, type SittingFillTable } from '@oaken/core/items';
import { computed } from 'vue';
import RichText from '../../parts/RichText.vue';
import { say } from '../../words';

const props = defineProps<{
  part: SittingFillTable;
  response: unknown;
  name: string;
  disabled?: boolean;
}>();
const emit = defineEmits<{ answer: [response: Record<string, string>] }>();

const given = computed(() =>
  typeof props.response === 'object' && props.response !== null
    ? (props.response as Record<string, string>)
    : {},
);
function write(id: string, text: string): void {
  const others = Object.fromEntries(Object.entries(given.value).filter(([cell]) => cell !== id));
  emit('answer', text === '' ? others : { ...others, [id]: text });
}
</script>

<template>
  <p v-if="!disabled" class="hint">{{ say('board.fillIn') }}</p>
  <div class="scroll">
    <table>
      <thead>
        <tr>
          <th v-for="(head, column) in part.heads" :key="column" scope="col">
            <RichText inline :html="head" />
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, index) in part.cells" :key="index">
          <td v-for="(cell, column) in row" :key="column">
            <input
              v-if="'id' in cell"
              :name="`${name}-${cell.id}`"
              :value="given[cell.id] ?? ''"
              :disabled="disabled"
              :aria-label="placeOfCell(part, index, column)"
              maxlength="100"
              autocomplete="off"
              autocapitalize="off"
              spellcheck="false"
              @input="write(cell.id, ($event.target as HTMLInputElement).value)"
            />
            <RichText v-else inline :html="cell.text" />
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.hint {
  margin: 0 0 6px;
  color: var(--faded);
  font-size: 0.9em;
}
.scroll {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
}
th,
td {
  border: 1px solid var(--rule-strong);
  padding: 6px 12px;
  text-align: center;
}
th {
  background: var(--wash);
  font-weight: 600;
}
input {
  width: 7em;
  min-height: 44px;
  padding: 4px 8px;
  text-align: center;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
}
</style>
