<script setup lang="ts">
/** What the machine found for a blueprint: how well it fits, what is missing, and the items of each form. */
import type { Filled } from '@oaken/contract/tests';
import type { Blueprint } from '@oaken/core/assembly';
import { count } from '@oaken/core/text';
import { computed, ref } from 'vue';
import { useLibrary } from '../banks/library';
import { pointsText, stemLine } from '../words';
import { usualSeconds } from './planned';

const props = defineProps<{ filled: Filled; blueprint: Blueprint }>();
const emit = defineEmits<{ without: [item: number] }>();
const library = useLibrary();
const shown = ref(0);
const unit = computed(() => (props.blueprint.measure === 'items' ? 'item' : 'point'));
const several = computed(() => props.filled.forms.length > 1);

const missing = computed(() =>
  props.filled.shortfalls.map(({ what, by, form, row, column }) => {
    const where = several.value ? ` in form ${'ABC'[form]}` : '';
    if (what === 'minutes') return `${pointsText(by)} minutes too long${where}.`;
    if (what === 'by-hand') return `${count(by, 'item')} more to mark by hand than allowed${where}.`;
    const code = library.standards.get(props.blueprint.rows[row!]!.standard)?.code ?? 'A row';
    const depth = props.blueprint.byDepth ? `, depth ${column! + 1}` : '';
    const want = props.blueprint.rows[row!]!.wants[column!] ?? 0;
    return what === 'short'
      ? `${code}${depth}: ${count(by, unit.value)} short of ${pointsText(want)}${where}.`
      : `${code}${depth}: ${count(by, unit.value)} more than ${pointsText(want)}${where}.`;
  }),
);
const known = computed(() => props.filled.means.filter((own) => own !== null));
const spread = computed(() => (known.value.length > 1 ? Math.max(...known.value) - Math.min(...known.value) : null));
/** What was reached, how sure that is, and out of what. */
const sentences = computed(() => {
  const { gap, candidates, seconds, unknown } = props.filled;
  const aim = props.blueprint.facility;
  const said: string[] = [];
  if (aim !== null && known.value.length > 0)
    said.push(`Aimed at ${aim.toFixed(2)}; ${several.value ? 'the farthest form is' : 'it is'} ${Math.max(...known.value.map((own) => Math.abs(own - aim))).toFixed(4)} away.`); // prettier-ignore
  if (spread.value !== null) said.push(`The forms differ by ${spread.value.toFixed(4)}.`);
  if (gap !== null) said.push(gap < 0.00005 ? 'No better choice exists.' : `The best that may exist is at most ${gap.toFixed(4)} better (the gap to the optimum).`); // prettier-ignore
  said.push(`Chosen out of ${count(candidates, 'item')} in ${seconds.toFixed(1)} s.`);
  if (unknown > 0)
    said.push(`${count(unknown, 'item')} of unknown difficulty ${unknown === 1 ? 'was' : 'were'} left aside.`);
  return said;
});
const minutes = (form: number) => Math.round(props.filled.forms[form]!.reduce((sum, { seconds }) => sum + (seconds ?? usualSeconds), 0) / 60); // prettier-ignore
</script>

<template>
  <section aria-label="What was found">
    <h2 v-if="missing.length === 0">It can be filled</h2>
    <template v-else>
      <h2>It cannot be filled whole</h2>
      <ul class="missing">
        <li v-for="words in missing" :key="words">{{ words }}</li>
      </ul>
      <p>
        {{
          filled.nearest
            ? 'This is the nearest that can be had: less cannot be missed.'
            : 'This is the nearest that was found in the time; more time may find more.'
        }}
      </p>
    </template>
    <table class="ruled">
      <thead>
        <tr>
          <th>Form</th>
          <th class="figures">Items</th>
          <th class="figures">Points</th>
          <th class="figures">Minutes</th>
          <th class="figures">Mean facility</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(items, at) in filled.forms" :key="at">
          <td>{{ several ? 'ABC'[at] : 'The test' }}</td>
          <td class="figures">{{ items.length }}</td>
          <td class="figures">
            {{ at === 0 ? pointsText(items.reduce((sum, { points }) => sum + points, 0)) : 'as in A' }}
          </td>
          <td class="figures">{{ minutes(at) }}</td>
          <td class="figures">{{ filled.means[at] === null ? 'not known' : filled.means[at]!.toFixed(3) }}</td>
        </tr>
      </tbody>
    </table>
    <p>{{ sentences.join(' ') }}</p>
    <slot />
    <div v-if="several" class="tabs" role="tablist" aria-label="Items of">
      <button v-for="(_, at) in filled.forms" :key="at" role="tab" :aria-selected="shown === at" @click="shown = at">
        Form {{ 'ABC'[at] }}
      </button>
    </div>
    <ol class="items">
      <li v-for="item in filled.forms[shown]" :key="item.id">
        <p>{{ stemLine(item.content.stem, 140) }}</p>
        <p class="faded small">
          {{ item.standards.map(({ code }) => code).join(', ') }} · depth {{ item.depth ?? '–' }} ·
          {{ pointsText(item.points) }} pt · {{ item.facility ? item.facility.value.toFixed(2) : 'new' }} ·
          {{ item.bank }}
          <button class="word" @click="emit('without', item.id)">Keep this one out</button>
        </p>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.missing {
  color: var(--low);
}
.items {
  padding-left: 28px;
}
.items li {
  border-bottom: var(--line);
  padding: 5px 0;
}
.items p {
  margin: 0;
}
.tabs {
  margin-top: 10px;
}
</style>
