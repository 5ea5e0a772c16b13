<script setup lang="ts">
/** The figures of each form, and by how much the forms differ in each. */
import type { FormFigures } from '@oaken/core/assembly';
import { computed } from 'vue';
import { useLibrary } from '../library/library';
import { pointsText } from '../shared/words';

const props = defineProps<{ figures: readonly FormFigures[]; nameOf: (form: number) => string }>();
const library = useLibrary();
const several = computed(() => props.figures.length > 1);

interface Line {
  label: string;
  values: number[];
  text: (value: number) => string;
}

const line = (
  label: string,
  value: (form: FormFigures) => number,
  text: Line['text'] = pointsText,
): Line => ({
  label,
  values: props.figures.map(value),
  text,
});
const fixed = (digits: number) => (value: number) => value.toFixed(digits);

/** How many items of one depth or standard each form has. */
function tallies(of: 'depths' | 'standards', label: (key: number) => string): Line[] {
  const keys = new Set(props.figures.flatMap((form) => form[of].map(([key]) => key)));
  return [...keys]
    .sort((a, b) => a - b)
    .map((key) => line(label(key), (form) => form[of].find(([value]) => value === key)?.[1] ?? 0));
}

const lines = computed(() => [
  line('Items', ({ items }) => items),
  line('Points', ({ points }) => points),
  line('Expected score', ({ expected }) => expected, fixed(2)),
  line('Spread of difficulty', ({ spread }) => spread, fixed(3)),
  line('Minutes', ({ minutes }) => minutes, fixed(1)),
  line('Marked by hand', ({ byHand }) => byHand),
  ...(several.value
    ? [
        ...tallies('depths', (depth) => (depth === 0 ? 'Without a depth' : `Depth ${depth}`)),
        ...tallies('standards', (id) => library.standards.get(id)?.code ?? 'Another standard'),
      ]
    : []),
]);
const difference = ({ values }: Line) => Math.max(...values) - Math.min(...values);
const isZero = (figureLine: Line) => Number(figureLine.text(difference(figureLine))) === 0;
</script>

<template>
  <table class="ruled">
    <thead>
      <tr>
        <th></th>
        <th v-for="(_, form) in figures" :key="form" scope="col" class="figures">
          {{ nameOf(form) }}
        </th>
        <th v-if="several" scope="col" class="figures">Difference</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in lines" :key="row.label">
        <th scope="row">{{ row.label }}</th>
        <td v-for="(value, form) in row.values" :key="form" class="figures">
          {{ row.text(value) }}
        </td>
        <td v-if="several" class="figures" :class="{ faded: isZero(row) }">
          {{ isZero(row) ? 'none' : row.text(difference(row)) }}
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table {
  margin: 8px 0 10px;
}
th[scope='row'] {
  background: none;
  border-bottom: var(--line);
  font-weight: 400;
}
tbody th,
tbody td {
  padding-block: 3px;
}
</style>
