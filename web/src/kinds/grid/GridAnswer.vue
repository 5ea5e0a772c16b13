<script setup lang="ts">
import { plainText } from '@oaken/core/plain';
import type { SittingGrid } from '@oaken/core/items';
import { computed } from 'vue';
import RichText from '../../parts/RichText.vue';
import { toggled } from '../../parts/toggled';
import { say } from '../../words';

const props = defineProps<{
  part: SittingGrid;
  response: unknown;
  name: string;
  disabled?: boolean;
}>();
const emit = defineEmits<{ answer: [response: string[]] }>();
const given = computed(() => (Array.isArray(props.response) ? (props.response as string[]) : []));

function mark(row: string, column: string): void {
  const pair = `${row} ${column}`;
  if (!props.part.many)
    return emit('answer', [...given.value.filter((text) => !text.startsWith(`${row} `)), pair]);
  emit('answer', toggled(given.value, pair));
}
</script>

<template>
  <p class="hint">{{ say(part.many ? 'answer.gridAll' : 'answer.gridOne') }}</p>
  <div class="scroll">
    <table>
      <thead>
        <tr>
          <td />
          <th v-for="column in part.columns" :key="column.id" scope="col">
            <RichText :html="column.text" inline />
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in part.rows" :key="row.id">
          <th scope="row"><RichText :html="row.text" inline /></th>
          <td v-for="column in part.columns" :key="column.id">
            <label>
              <input
                :type="part.many ? 'checkbox' : 'radio'"
                :name="`${name}-${row.id}`"
                :checked="given.includes(`${row.id} ${column.id}`)"
                :disabled="disabled"
                :aria-label="`${plainText(row.text)}: ${plainText(column.text)}`"
                @change="mark(row.id, column.id)"
              />
            </label>
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
  min-width: 60%;
}
th,
td {
  border-bottom: var(--line);
  padding: 0 12px;
  text-align: center;
  font-weight: 400;
}
thead th {
  padding: 8px 12px;
  font-weight: 600;
  border-bottom: 2px solid var(--rule-strong);
}
tbody th {
  text-align: start;
  padding-block: 8px;
  padding-inline: 0 12px;
}
label {
  display: grid;
  place-items: center;
  min-width: 44px;
  min-height: 44px;
  cursor: pointer;
}
input {
  width: 22px;
  height: 22px;
  margin: 0;
  accent-color: var(--oak);
}
</style>
