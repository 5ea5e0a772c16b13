<script setup lang="ts">
/** Standards down, depths across: what each cell wants, and what the test has of it. */
import { elementAt } from '@oaken/core/certain';
import { depths, totalWanted, type Blueprint, type CellState } from '@oaken/core/assembly';
import { computed, ref, watch } from 'vue';
import { useLibrary } from '../library/library';
import { depthNames, pointsText } from '../shared/words';
import { say } from '../../words/teacher';

const props = defineProps<{
  blueprint: Blueprint;
  states: readonly CellState[];
  mayChange: boolean;
}>();
const emit = defineEmits<{ change: [blueprint: Blueprint, text: string] }>();
const library = useLibrary();
const columns = computed(() => (props.blueprint.byDepth ? depths.length : 1));
const typed = ref<string[][]>([]);
const wrong = ref('');
const textOf = (want: number | undefined) => (want ? String(want) : '');
// Only cells whose own figure has changed are written anew: others may be just being typed into.
watch(
  () => [props.blueprint.rows, columns.value] as const,
  ([rows, width], before) => {
    const shape = (lines: Blueprint['rows']) => lines.map(({ standard }) => standard).join();
    const same = before !== undefined && shape(before[0]) === shape(rows) && before[1] === width;
    typed.value = rows.map(({ wants }, r) =>
      Array.from({ length: width }, (_, c) =>
        same && elementAt(before[0], r).wants[c] === wants[c]
          ? elementAt(elementAt(typed.value, r), c)
          : textOf(wants[c]),
      ),
    );
  },
  { immediate: true },
);
const stateAt = (row: number, column: number) => props.states[row * columns.value + column];
const name = (row: number) =>
  library.standards.get(elementAt(props.blueprint.rows, row).standard)?.code ??
  say('tests.aStandard');

function type(row: number, column: number, text: string): void {
  elementAt(typed.value, row)[column] = text;
}
function want(row: number, column: number): void {
  const text = elementAt(elementAt(typed.value, row), column).trim();
  const value = text === '' ? 0 : Number(text.replace(',', '.'));
  if (!(value >= 0 && value <= 500)) wrong.value = say('tests.aCellHoldsNumber');
  else if (props.blueprint.measure === 'items' && !Number.isInteger(value))
    wrong.value = say('tests.cellsCountItemsHold');
  else {
    wrong.value = '';
    const rows = props.blueprint.rows.map((line, index) =>
      index === row
        ? {
            ...line,
            wants: Array.from({ length: columns.value }, (_, c) =>
              c === column ? value : (line.wants[c] ?? 0),
            ),
          }
        : line,
    );
    emit('change', { ...props.blueprint, rows }, say('tests.aCellBlueprint'));
  }
}
const remove = (row: number) =>
  emit(
    'change',
    { ...props.blueprint, rows: props.blueprint.rows.filter((_, index) => index !== row) },
    say('tests.aRowBlueprint'),
  );
const sumOf = (list: readonly (CellState | undefined)[], what: 'want' | 'have') =>
  list.reduce((sum, cellState) => sum + (cellState?.[what] ?? 0), 0);
const inRow = (row: number) =>
  Array.from({ length: columns.value }, (_, column) => stateAt(row, column));
const inColumn = (column: number) => props.blueprint.rows.map((_, row) => stateAt(row, column));
const haveAll = computed(() => sumOf(props.states, 'have'));
</script>

<template>
  <table class="ruled blueprint">
    <thead>
      <tr>
        <th>{{ say('tests.standard') }}</th>
        <template v-if="blueprint.byDepth">
          <th v-for="depth in depths" :key="depth" class="figures" :title="depthNames[depth]">
            {{ say('tests.depthDepth', { depth }) }}
          </th>
        </template>
        <th v-else class="figures">{{ say('tests.anyDepth') }}</th>
        <th class="figures">{{ say('tests.total') }}</th>
        <th>
          <span class="unseen">{{ say('tests.actions') }}</span>
        </th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(row, r) in blueprint.rows" :key="row.standard">
        <th scope="row">
          {{ name(r) }}
          <span class="faded statement">{{ library.standards.get(row.standard)?.statement }}</span>
        </th>
        <td
          v-for="(_, c) in columns"
          :key="c"
          class="figures"
          :class="{ off: stateAt(r, c)?.have !== stateAt(r, c)?.want }"
        >
          <ElInput
            :model-value="typed[r]?.[c]"
            inputmode="decimal"
            placeholder="0"
            :aria-label="
              say('tests.nameWanted', {
                name: name(r),
                value: blueprint.byDepth
                  ? say('tests.depthNumber', { number: c + 1 })
                  : say('tests.anyDepthInline'),
              })
            "
            :readonly="!mayChange"
            @input="type(r, c, $event)"
            @change="want(r, c)"
          />
          <span class="have">{{
            say('tests.hasHave', { have: pointsText(stateAt(r, c)?.have ?? 0) })
          }}</span>
        </td>
        <td class="figures">
          <b>{{ pointsText(sumOf(inRow(r), 'want')) }}</b>
          <span class="have">{{
            say('tests.hasSum', { sumOf: pointsText(sumOf(inRow(r), 'have')) })
          }}</span>
        </td>
        <td>
          <ElButton
            link
            v-if="mayChange"
            class="word"
            :aria-label="say('tests.removeName', { name: name(r) })"
            @click="remove(r)"
          >
            ×
          </ElButton>
        </td>
      </tr>
    </tbody>
    <tfoot v-if="blueprint.rows.length">
      <tr>
        <th scope="row">{{ say('tests.total') }}</th>
        <td v-for="(_, c) in columns" :key="c" class="figures">
          <b>{{ pointsText(sumOf(inColumn(c), 'want')) }}</b>
          <span class="have">{{
            say('tests.hasSum', { sumOf: pointsText(sumOf(inColumn(c), 'have')) })
          }}</span>
        </td>
        <td class="figures">
          <b>{{ pointsText(totalWanted(blueprint)) }}</b>
          <span class="have">{{ say('tests.hasHaveAll', { haveAll: pointsText(haveAll) }) }}</span>
        </td>
        <td />
      </tr>
    </tfoot>
  </table>
  <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
</template>

<style scoped>
.blueprint td {
  padding: 4px 8px;
}
.blueprint :deep(.el-input) {
  width: 60px;
}
.blueprint :deep(input) {
  text-align: end;
}
.blueprint tbody th,
.blueprint tfoot th {
  background: none;
  border-bottom: var(--line);
  color: var(--ink);
  vertical-align: top;
}
.have {
  display: block;
  white-space: nowrap;
  font-size: 0.78rem;
  color: var(--faded);
}
.off .have {
  color: var(--partial-ink);
  font-weight: 650;
}
.statement {
  display: block;
  font-weight: 400;
  font-size: 0.82rem;
  white-space: normal;
  max-width: 230px;
}
tfoot th,
tfoot td {
  border-top: 3px double var(--rule-strong);
}
</style>
