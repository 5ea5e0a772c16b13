<script setup lang="ts">
/** What the machine found for a blueprint: how well it fits, what is missing, and the items of each form. */
import { elementAt, present } from '@oaken/core/certain';
import type { Filled } from '@oaken/contract/assessments';
import type { Blueprint } from '@oaken/core/assembly';
import { listing } from '@oaken/core/text';
import { computed, ref } from 'vue';
import { useLibrary } from '../library/library';
import { itemLine } from '../shared/itemLine';
import { percent, pointsText } from '../shared/words';
import FormFiguresTable from './FormFiguresTable.vue';
import { say } from '../../words/teacher';

const props = defineProps<{ filled: Filled; blueprint: Blueprint }>();
const emit = defineEmits<{ without: [item: number] }>();
const library = useLibrary();
const shown = ref(0);
const several = computed(() => props.filled.forms.length > 1);
const formChoices = computed(() =>
  props.filled.forms.map((_, index) => ({
    value: index,
    label: say('tests.form', { value: 'ABC'[index] }),
  })),
);

const missing = computed(() =>
  props.filled.shortfalls.map(({ what, by, form, row, column }) => {
    const where = several.value ? say('tests.inForm', { value: 'ABC'[form] }) : '';
    if (what === 'minutes') return say('tests.byMinutesTooLong', { by: pointsText(by), where });
    if (what === 'by-hand') return say('tests.itemsMoreMarkBy', { n: by, where });
    const code =
      library.standards.get(elementAt(props.blueprint.rows, present(row, 'row')).standard)?.code ??
      say('tests.aRow');
    const depth = props.blueprint.byDepth
      ? say('tests.depthColumn', { column: present(column, 'column') + 1 })
      : '';
    const want =
      elementAt(props.blueprint.rows, present(row, 'row')).wants[present(column, 'column')] ?? 0;
    return what === 'short'
      ? say('tests.codeDepthByShort', {
          code,
          depth,
          by:
            props.blueprint.measure === 'items'
              ? say('common.itemsCounted', { n: by })
              : say('tests.pointsCounted', { n: by }),
          want: pointsText(want),
          where,
        })
      : say('tests.codeDepthByMore', {
          code,
          depth,
          by:
            props.blueprint.measure === 'items'
              ? say('common.itemsCounted', { n: by })
              : say('tests.pointsCounted', { n: by }),
          want: pointsText(want),
          where,
        });
  }),
);
/** What counts as much as one item or point, where more than cells can be missed. */
const countedAlike = computed(() => {
  const { minutes, byHand } = props.blueprint;
  const units = [
    props.blueprint.measure === 'items' ? say('tests.anItem') : say('tests.aPoint'),
    ...(minutes === null ? [] : [say('tests.aMinute')]),
    ...(byHand === null ? [] : [say('tests.oneMarkedByHand')]),
  ];
  return units.length > 1 ? say('tests.countingUnitsAlike', { units: listing(units) }) : '';
});
const nameOf = (form: number) =>
  several.value ? say('tests.form', { value: 'ABC'[form] }) : say('tests.theTest');
/** What was reached, how sure that is, and out of what. */
const sentences = computed(() => {
  const { score, sharpness, candidates, seconds, unknown, figures } = props.filled;
  const words: string[] = [];
  if (score !== null) words.push(scoreInWords(score));
  if (sharpness !== null && sharpness.value > 0)
    words.push(
      say('tests.discriminationsAddUp', {
        sum: sharpness.value.toFixed(2),
        bound: sharpness.bound.toFixed(2),
      }),
    );
  figures.forEach((form, index) => {
    if (form.unknown > 0)
      words.push(say('tests.unknownCountedLikeCell', { n: form.unknown, name: nameOf(index) }));
    if (form.otherPoints > 0)
      words.push(say('tests.otherPointsInBank', { n: form.otherPoints, name: nameOf(index) }));
    if (form.shared > 0)
      words.push(say('tests.keepsItemsOfFormA', { n: form.shared, name: nameOf(index) }));
  });
  words.push(say('tests.chosenOutOf', { n: candidates, seconds: seconds.toFixed(1) }));
  if (unknown > 0) words.push(say('tests.unknownDifficultyNotUsed', { n: unknown }));
  return words;
});
function scoreInWords({ value, bound }: NonNullable<Filled['score']>): string {
  const withAim = several.value ? say('tests.theAimEachOther') : say('tests.theAim');
  const of = props.blueprint.facility === null ? say('tests.eachOther') : withAim;
  const missed = say('tests.expectedScoresMissBy', { of, value: value.toFixed(2) });
  const better = value - bound;
  if (better < 0.005) return say('tests.missedNoChoiceFrom', { missed });
  return say('tests.missedNoChoiceFromThese', { missed, better: better.toFixed(2) });
}
</script>

<template>
  <section :aria-label="say('tests.result')">
    <h2 v-if="missing.length === 0">{{ say('tests.allCellsCanBe') }}</h2>
    <template v-else>
      <h2>{{ say('tests.someCellsCantBe') }}</h2>
      <ul class="missing">
        <li v-for="words in missing" :key="words">{{ words }}</li>
      </ul>
      <p>
        {{
          filled.nearest
            ? say('tests.noOtherChoiceFrom', { countedAlike })
            : say('tests.thisClosestWasFound')
        }}
      </p>
    </template>
    <FormFiguresTable :figures="filled.figures" :name-of="nameOf" />
    <p>{{ sentences.join(' ') }}</p>
    <slot />
    <ElSegmented
      v-if="several"
      v-model="shown"
      :options="formChoices"
      :aria-label="say('tests.items')"
    />
    <ol class="items">
      <li v-for="item in filled.forms[shown]" :key="item.id">
        <p>{{ itemLine(item.content, 140) }}</p>
        <p class="faded small">
          {{
            say('tests.mapDepthDepthPoints', {
              map: item.standards.map(({ code }) => code).join(', '),
              depth: item.depth ?? '–',
              points: pointsText(item.points),
              value: item.facility ? percent(item.facility.value) : say('tests.new'),
              bank: item.bank,
            })
          }}
          <ElButton link class="word" @click="emit('without', item.id)">
            {{ say('tests.excludeThisItem') }}
          </ElButton>
        </p>
      </li>
    </ol>
  </section>
</template>

<style scoped>
section {
  margin-top: 14px;
}
.missing {
  color: var(--low);
}
.items {
  padding-inline-start: 28px;
}
.items li {
  border-bottom: var(--line);
  padding: 5px 0;
}
.items p {
  margin: 0;
}
</style>
