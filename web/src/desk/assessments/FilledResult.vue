<script setup lang="ts">
/** What the machine found for a blueprint: how well it fits, what is missing, and the items of each form. */
import { elementAt, present } from '@oaken/core/certain';
import type { Filled } from '@oaken/contract/assessments';
import type { Blueprint } from '@oaken/core/assembly';
import { count, listing } from '@oaken/core/text';
import { computed, ref } from 'vue';
import { useLibrary } from '../library/library';
import { pointsText, stemLine } from '../shared/words';
import FormFiguresTable from './FormFiguresTable.vue';

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
    if (what === 'by-hand')
      return `${count(by, 'item')} more to mark by hand than allowed${where}.`;
    const code =
      library.standards.get(elementAt(props.blueprint.rows, present(row, 'row')).standard)?.code ??
      'A row';
    const depth = props.blueprint.byDepth ? `, depth ${present(column, 'column') + 1}` : '';
    const want =
      elementAt(props.blueprint.rows, present(row, 'row')).wants[present(column, 'column')] ?? 0;
    return what === 'short'
      ? `${code}${depth}: ${count(by, unit.value)} short of ${pointsText(want)}${where}.`
      : `${code}${depth}: ${count(by, unit.value)} more than ${pointsText(want)}${where}.`;
  }),
);
/** What counts as much as one item or point, where more than cells can be missed. */
const countedAlike = computed(() => {
  const { minutes, byHand } = props.blueprint;
  const units = [
    unit.value === 'item' ? 'an item' : 'a point',
    ...(minutes === null ? [] : ['a minute']),
    ...(byHand === null ? [] : ['one marked by hand']),
  ];
  return units.length > 1 ? `, when ${listing(units)} count alike` : '';
});
const nameOf = (form: number) => (several.value ? `Form ${'ABC'[form]}` : 'The test');
/** What was reached, how sure that is, and out of what. */
const sentences = computed(() => {
  const { score, sharpness, candidates, seconds, unknown, figures } = props.filled;
  const words: string[] = [];
  if (score !== null) words.push(scoreInWords(score));
  if (sharpness !== null && sharpness.value > 0)
    words.push(
      `The discriminations of its items add up to ${sharpness.value.toFixed(2)}; with everything above kept, no choice has more than ${sharpness.bound.toFixed(2)}.`,
    );
  figures.forEach((form, index) => {
    if (form.unknown > 0)
      words.push(
        `${nameOf(index)}: the difficulty of ${count(form.unknown, 'item')} is not known; each is counted like the known ones of its cell.`,
      );
    if (form.otherPoints > 0)
      words.push(
        `${nameOf(index)}: ${count(form.otherPoints, 'item')} ${form.otherPoints === 1 ? 'gives' : 'give'} other points in the bank and ${form.otherPoints === 1 ? 'counts' : 'count'} like the one in the same place of form A.`,
      );
    if (form.shared > 0)
      words.push(
        `${nameOf(index)} keeps ${count(form.shared, 'item')} of form A: nothing else can stand there.`,
      );
  });
  words.push(`Chosen out of ${count(candidates, 'item')} in ${seconds.toFixed(1)} s.`);
  if (unknown > 0)
    words.push(
      `${count(unknown, 'item')} of unknown difficulty ${unknown === 1 ? 'was' : 'were'} left aside.`,
    );
  return words;
});
function scoreInWords({ value, bound }: NonNullable<Filled['score']>): string {
  const withAim = several.value ? 'the aim and each other' : 'the aim';
  const of = props.blueprint.facility === null ? 'each other' : withAim;
  const missed = `Expected scores miss ${of} by ${value.toFixed(2)} points`;
  const better = value - bound;
  if (better < 0.005) return `${missed}; no choice from these items comes nearer.`;
  return `${missed}; no choice from these items comes nearer by more than ${better.toFixed(2)}.`;
}
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
            ? `No choice from these items misses less${countedAlike}.`
            : 'This is the nearest that was found in the time; with more time there may be a nearer one.'
        }}
      </p>
    </template>
    <FormFiguresTable :figures="filled.figures" :name-of="nameOf" />
    <p>{{ sentences.join(' ') }}</p>
    <slot />
    <div v-if="several" class="tabs" role="tablist" aria-label="Items of">
      <button
        v-for="(_, index) in filled.forms"
        :key="index"
        role="tab"
        :aria-selected="shown === index"
        @click="shown = index"
      >
        Form {{ 'ABC'[index] }}
      </button>
    </div>
    <ol class="items">
      <li v-for="item in filled.forms[shown]" :key="item.id">
        <p>{{ stemLine(item.content.stem, 140) }}</p>
        <p class="faded small">
          {{ item.standards.map(({ code }) => code).join(', ') }} · depth {{ item.depth ?? '–' }} ·
          {{ pointsText(item.points) }} pt ·
          {{ item.facility ? item.facility.value.toFixed(2) : 'new' }} ·
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
