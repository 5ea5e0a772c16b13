<script setup lang="ts">
/** One item as a row: its stem, what it is, and its figures. */
import type { ItemRow } from '@oaken/contract/banks';
import { kinds } from '@oaken/core/items';
import { computed, ref } from 'vue';
import { itemLine } from '../shared/itemLine';
import { percent, pointsText } from '../shared/words';
import { markWords } from './markWords';
import { say } from '../../words/teacher';

const props = defineProps<{
  item: ItemRow;
  compact: boolean;
  picked: boolean;
  open: boolean;
  matched: readonly string[];
  /** Those that a typed code stands for. */
  matchedStandards: ReadonlySet<number>;
  inTest: boolean;
}>();
const emit = defineEmits<{ pick: [withShift: boolean]; open: []; put: [] }>();

/** Shift held while a box is ticked takes everything in between; the toolkit's change does not tell. */
const withShift = ref(false);

const stem = computed(() => itemLine(props.item.content, props.compact ? 120 : 200));
const pieces = computed(() => markWords(stem.value, props.matched));
const several = computed(() =>
  props.item.content.parts.length > 1
    ? say('banks.partsParts', { parts: props.item.content.parts.length })
    : '',
);
const figureTitle = computed(() => {
  const { facility, itemRestCorrelation } = props.item;
  if (!facility) return say('banks.nobodyHasAnsweredYet');
  const separates =
    itemRestCorrelation === null
      ? ''
      : say('banks.itemRestCorrelationItem', {
          itemRestCorrelation: itemRestCorrelation.toFixed(2),
        });
  return say('banks.studentsEarnedFacilityPoints', {
    facility: percent(facility.value),
    number: facility.n,
    separates,
  });
});
</script>

<template>
  <div
    class="row"
    :class="{ compact }"
    tabindex="0"
    :draggable="true"
    :aria-label="stem"
    @dragstart="$event.dataTransfer?.setData('application/x-oaken-item', String(item.id))"
  >
    <ElCheckbox
      v-if="!compact"
      :model-value="picked"
      @click.capture="withShift = ($event as MouseEvent).shiftKey"
      @change="emit('pick', withShift)"
      ><span class="unseen">{{
        say('banks.selectStem', { stem: itemLine(item.content, 60) })
      }}</span></ElCheckbox
    >
    <div class="body" @click="emit('open')">
      <p class="stem">
        <template v-for="(piece, index) in pieces" :key="index"
          ><mark v-if="piece.hit">{{ piece.text }}</mark
          ><template v-else>{{ piece.text }}</template></template
        >
      </p>
      <p class="facts">
        <span>{{ kinds[item.kind].title }}{{ several }}</span>
        <span v-for="standard in item.standards" :key="standard.id" :title="standard.statement"
          ><mark v-if="matchedStandards.has(standard.id)">{{ standard.code }}</mark
          ><template v-else>{{ standard.code }}</template></span
        >
        <span v-if="item.grades.length && !compact">{{
          say('banks.gradeGrades', { grades: item.grades.join(', ') })
        }}</span>
        <span v-if="item.depth">{{ say('banks.depthDepth', { depth: item.depth }) }}</span>
        <span>{{ say('banks.pointsPt', { points: pointsText(item.points) }) }}</span>
        <span v-if="!compact">{{ item.bank }}</span>
        <span v-if="item.uses > 0">{{ say('banks.inTests', { n: item.uses }) }}</span>
        <span v-for="tag in compact ? [] : item.tags" :key="tag" class="tag">{{ tag }}</span>
      </p>
    </div>
    <span class="figure" :title="figureTitle">
      <template v-if="item.facility"
        ><b>{{ percent(item.facility.value) }}</b
        ><span class="n">{{
          say(compact ? 'banks.ofStudents' : 'banks.studentsAnswered', { n: item.facility.n })
        }}</span></template
      >
      <span v-else class="n alone">{{ say('banks.new') }}</span>
    </span>
    <button
      v-if="compact"
      class="put"
      :disabled="inTest || item.may === 'read'"
      :title="item.may === 'read' ? say('banks.sharedWithYouReading') : undefined"
      :aria-label="`${inTest ? say('banks.inTest') : say('banks.add')}: ${itemLine(item.content, 60)}`"
      @click="emit('put')"
    >
      {{ inTest ? say('banks.inTest') : say('banks.add')
      }}<span v-if="!inTest" aria-hidden="true"> →</span>
    </button>
    <ElButton link v-else class="word" :aria-expanded="open" @click="emit('open')">
      {{ open ? say('common.close') : say('banks.open') }}
    </ElButton>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 24px minmax(0, 1fr) 74px auto;
  gap: 10px;
  padding: 9px 6px;
  align-items: start;
}
.row.compact {
  grid-template-columns: minmax(0, 1fr) 52px auto;
}
.body {
  cursor: pointer;
}
.stem {
  margin: 0;
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
  overflow: hidden;
}
mark {
  background: none;
  color: inherit;
  font-weight: 700;
  text-decoration: underline;
  text-decoration-color: var(--oak-light);
  text-decoration-thickness: 2px;
  text-underline-offset: 3px;
}
.facts {
  margin: 1px 0 0;
  font-size: 0.84rem;
  color: var(--faded);
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
}
.tag::before {
  content: '· ';
}
.figure {
  text-align: end;
  line-height: 1.25;
}
.figure .n {
  display: block;
  font-size: 0.78rem;
  white-space: nowrap;
  color: var(--faded);
}
.figure .alone {
  margin-top: 4px;
}
.put {
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
  color: var(--oak);
  font-weight: 600;
  cursor: pointer;
  padding: 4px 8px;
  white-space: nowrap;
  font-size: 0.88rem;
}
.put[disabled] {
  color: var(--faded);
  font-weight: 400;
  border-color: transparent;
  background: none;
  cursor: default;
}
</style>
