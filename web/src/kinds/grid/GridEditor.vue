<script setup lang="ts">
import { joined, parted, type Grid } from '@oaken/core/items';
import { plainText } from '@oaken/core/text';
import { under, type Problem } from '../../parts/problems';
import LinesEditor from '../lines/LinesEditor.vue';
import { say } from '../../words/teacher';

const part = defineModel<Grid>({ required: true });
defineProps<{ problems: Problem[] }>();
const change = (grid: Partial<Grid>) => (part.value = { ...part.value, ...grid });
const name = (text: string) => plainText(text) || say('common.empty');

function mark(row: string, column: string): void {
  const pair = joined(row, column);
  const rest = part.value.many
    ? part.value.key.filter((text) => text !== pair)
    : part.value.key.filter((text) => parted(text)[0] !== row);
  change({ key: part.value.many && part.value.key.includes(pair) ? rest : [...rest, pair] });
}
/** The marks whose row or column is still there. */
const keyOn = (lines: readonly { id: string }[], side: 0 | 1) =>
  part.value.key.filter((pair) => lines.some(({ id }) => id === parted(pair)[side]));
</script>

<template>
  <h3>{{ say('common.columns') }}</h3>
  <LinesEditor
    :model-value="part.columns"
    :what="say('kinds.column')"
    :least="2"
    :maximum="10"
    :problems="under(problems, '/columns')"
    @update:model-value="change({ columns: $event, key: keyOn($event, 1) })"
  />
  <h3 class="gap">{{ say('kinds.rows') }}</h3>
  <LinesEditor
    :model-value="part.rows"
    :what="say('kinds.row')"
    :least="1"
    :maximum="20"
    :problems="under(problems, '/rows')"
    @update:model-value="change({ rows: $event, key: keyOn($event, 0) })"
  />
  <h3 class="gap">{{ say('kinds.whatRight') }}</h3>
  <div class="scroll">
    <table class="ruled">
      <thead>
        <tr>
          <th>{{ say('kinds.rowTitle') }}</th>
          <th v-for="column in part.columns" :key="column.id">{{ name(column.text) }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in part.rows" :key="row.id">
          <td>{{ name(row.text) }}</td>
          <td v-for="column in part.columns" :key="column.id">
            <ElCheckbox
              v-if="part.many"
              :model-value="part.key.includes(joined(row.id, column.id))"
              @change="mark(row.id, column.id)"
              ><span class="unseen">{{
                say('kinds.nameName2Right', { name: name(row.text), name2: name(column.text) })
              }}</span></ElCheckbox
            >
            <ElRadio
              v-else
              :name="`grid-${part.id}-${row.id}`"
              :model-value="part.key.includes(joined(row.id, column.id))"
              :value="true"
              @change="mark(row.id, column.id)"
              ><span class="unseen">{{
                say('kinds.nameName2Right', { name: name(row.text), name2: name(column.text) })
              }}</span></ElRadio
            >
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <ElCheckbox class="small" :model-value="part.many" @change="change({ many: $event as boolean })">
    {{ say('kinds.moreThanOneMay') }}</ElCheckbox
  >
  <p v-for="problem in under(problems, '/key')" :key="problem.message" class="wrong">
    {{ problem.message }}
  </p>
</template>

<style scoped>
.gap {
  margin-top: 14px;
}
.scroll {
  overflow-x: auto;
}
</style>
