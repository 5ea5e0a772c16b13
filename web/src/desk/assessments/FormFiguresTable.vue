<script setup lang="ts">
/** The figures of each form, and by how much the forms differ in each. */
import type { FormFigures } from '@oaken/core/assembly';
import { computed } from 'vue';
import { useLibrary } from '../library/library';
import { pointsText } from '../shared/words';
import { say } from '../../words/teacher';

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
  line(say('common.itemsTitle'), ({ items }) => items),
  line(say('common.points'), ({ points }) => points),
  line(say('tests.expectedScore'), ({ expected }) => expected, fixed(2)),
  line(say('tests.spreadDifficulty'), ({ spread }) => spread, fixed(3)),
  line(say('tests.minutes'), ({ minutes }) => minutes, fixed(1)),
  line(say('tests.markedByHand'), ({ byHand }) => byHand),
  ...(several.value
    ? [
        ...tallies('depths', (depth) =>
          depth === 0 ? say('tests.withoutDepth') : say('tests.depthDepth', { depth }),
        ),
        ...tallies(
          'standards',
          (id) => library.standards.get(id)?.code ?? say('tests.anotherStandard'),
        ),
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
        <th v-if="several" scope="col" class="figures">{{ say('tests.difference') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in lines" :key="row.label">
        <th scope="row">{{ row.label }}</th>
        <td v-for="(value, form) in row.values" :key="form" class="figures">
          {{ row.text(value) }}
        </td>
        <td v-if="several" class="figures" :class="{ faded: isZero(row) }">
          {{ isZero(row) ? say('tests.none') : row.text(difference(row)) }}
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
