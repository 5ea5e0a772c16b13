<script setup lang="ts">
/** One part on paper: what a student writes, ticks or draws into. */
import type { SittingInlineChoice, SittingPart } from '@oaken/core/items';
import { plainText } from '@oaken/core/plain';
import { areShort, choiceLetter } from '@oaken/core/print';
import { computed } from 'vue';
import { shapeOf } from '../../../parts/placeShape';
import RichText from '../../../parts/RichText.vue';

const props = defineProps<{ part: SittingPart }>();

/** The text of gaps with what can be chosen in each, as `(one / two / three)`; the markup was checked by the server. */
function withChoices({ text, gaps }: SittingInlineChoice): string {
  const page = new DOMParser().parseFromString(text, 'text/html');
  for (const gap of page.querySelectorAll<HTMLElement>('[data-gap]')) {
    const own = gaps.find(({ id }) => id === gap.dataset.gap);
    gap.textContent = `( ${own?.choices.map((choice) => plainText(choice.text)).join(' / ') ?? ''} )`;
  }
  return page.body.innerHTML;
}
const lines = computed(() =>
  props.part.kind === 'long-text' ? Math.min(40, Math.max(3, props.part.lines)) : 0,
);
</script>

<template>
  <ol
    v-if="part.kind === 'single-choice' || part.kind === 'multiple-choice'"
    class="choices"
    :class="{ short: areShort(part.choices) }"
  >
    <li v-for="(choice, at) in part.choices" :key="choice.id">
      <span class="box" :class="{ square: part.kind === 'multiple-choice' }" />
      <b>{{ choiceLetter(at) }}</b> <RichText inline :html="choice.text" />
    </li>
  </ol>
  <p v-else-if="part.kind === 'true-false'" class="choices short">
    <span><span class="box" /> True</span> <span><span class="box" /> False</span>
  </p>
  <template v-else-if="part.kind === 'inline-choice'">
    <p class="how">Circle one of the words in each pair of brackets.</p>
    <RichText :html="withChoices(part)" />
  </template>
  <p v-else-if="part.kind === 'numeric' || part.kind === 'short-text'" class="answer">
    Answer: <span class="blank" />{{
      part.kind === 'numeric' && part.unitRequired ? ' (with its unit)' : ''
    }}
  </p>
  <div v-else-if="part.kind === 'long-text'" class="lines">
    <p v-if="part.leastWords || part.mostWords" class="how">
      {{
        part.leastWords && part.mostWords
          ? `${part.leastWords} to ${part.mostWords} words`
          : part.leastWords
            ? `At least ${part.leastWords} words`
            : `At most ${part.mostWords} words`
      }}
    </p>
    <div v-for="n in lines" :key="n" class="rule" />
  </div>
  <template v-else-if="part.kind === 'matching'">
    <p class="how">
      Write a letter beside each number.{{
        part.once ? '' : ' A letter may be used more than once.'
      }}
    </p>
    <div class="two">
      <ol>
        <li v-for="(own, at) in part.left" :key="own.id">
          <span class="blank small" /> <b>{{ at + 1 }}</b> <RichText inline :html="own.text" />
        </li>
      </ol>
      <ol>
        <li v-for="(own, at) in part.right" :key="own.id">
          <b>{{ choiceLetter(at) }}</b> <RichText inline :html="own.text" />
        </li>
      </ol>
    </div>
  </template>
  <template v-else-if="part.kind === 'sorting'">
    <p class="how">Write each of these into the column where it belongs.</p>
    <p class="pool">
      <span v-for="own in part.choices" :key="own.id"><RichText inline :html="own.text" /></span>
    </p>
    <table class="grid sortinto">
      <thead>
        <tr>
          <th v-for="own in part.groups" :key="own.id"><RichText inline :html="own.text" /></th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <td v-for="own in part.groups" :key="own.id" />
        </tr>
      </tbody>
    </table>
  </template>
  <template v-else-if="part.kind === 'ordering'">
    <p class="how">
      Number these in order{{
        part.ends ? `, from ${plainText(part.ends.first)} to ${plainText(part.ends.last)}` : ''
      }}.
    </p>
    <ol class="choices">
      <li v-for="(own, at) in part.choices" :key="own.id">
        <span class="blank small" /> <b>{{ choiceLetter(at) }}</b>
        <RichText inline :html="own.text" />
      </li>
    </ol>
  </template>
  <template v-else-if="part.kind === 'words-in-text'">
    <p class="how">
      Circle
      {{ part.mostChosen === 1 ? 'one' : part.mostChosen ? `up to ${part.mostChosen}` : 'all' }} of
      the underlined words that {{ part.mostChosen === 1 ? 'fits' : 'fit' }}.
    </p>
    <RichText class="words" :html="part.text" />
  </template>
  <template v-else-if="part.kind === 'places'">
    <p class="how">
      Mark
      {{
        part.mostChosen === 1
          ? 'one place'
          : part.mostChosen
            ? `up to ${part.mostChosen} places`
            : 'every place that fits'
      }}
      with a cross.
    </p>
    <div class="picture" :style="{ maxWidth: `${part.picture.width}px` }">
      <img
        :src="part.picture.file"
        :alt="part.picture.alternative"
        :width="part.picture.width"
        :height="part.picture.height"
      />
      <svg :viewBox="`0 0 ${part.picture.width} ${part.picture.height}`">
        <component
          :is="shapeOf(own).is"
          v-for="own in part.places"
          :key="own.id"
          v-bind="{ ...shapeOf(own), is: undefined }"
        />
      </svg>
    </div>
  </template>
  <table v-else-if="part.kind === 'grid'" class="grid">
    <thead>
      <tr>
        <td />
        <th v-for="own in part.columns" :key="own.id"><RichText inline :html="own.text" /></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in part.rows" :key="row.id">
        <th><RichText inline :html="row.text" /></th>
        <td v-for="own in part.columns" :key="own.id">
          <span class="box" :class="{ square: part.many }" />
        </td>
      </tr>
    </tbody>
  </table>
  <div v-else-if="part.kind === 'drawing'" class="sheet">
    <img
      v-if="part.ground"
      :src="part.ground.file"
      :alt="part.ground.alternative"
      :width="part.ground.width"
      :height="part.ground.height"
    />
  </div>
  <p v-else-if="part.kind === 'upload'" class="how">
    Do this on a sheet of its own and hand it in with this one.
  </p>
  <template v-else-if="part.kind === 'survey'">
    <div v-if="part.style === 'words'" class="lines">
      <div v-for="n in 3" :key="n" class="rule" />
    </div>
    <ol v-else class="choices">
      <li v-for="own in part.choices" :key="own.id">
        <span class="box" :class="{ square: part.style === 'many' }" />
        <RichText inline :html="own.text" />
      </li>
    </ol>
  </template>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 4px 0;
  padding: 0;
}
li {
  break-inside: avoid;
  padding: 3px 0;
}
.two li {
  padding: 6px 0;
}
.choices li :deep(.rich) {
  display: inline;
  margin-left: 0.25em;
}
.choices.short {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 26px;
}
.box {
  display: inline-block;
  width: 0.82em;
  height: 0.82em;
  border: 1.3px solid #000;
  border-radius: 50%;
  margin-right: 0.35em;
  vertical-align: -0.06em;
}
.square {
  border-radius: 1px;
}
.how {
  font-style: italic;
  margin: 4px 0;
}
.blank {
  display: inline-block;
  width: 11em;
  border-bottom: 1.2px solid #000;
  height: 1.4em;
}
.blank.small {
  width: 2.2em;
}
.rule {
  height: 2em;
  border-bottom: 1px solid #777;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px 20px;
}
.pool > span {
  display: inline-block;
  border: 1px solid #555;
  padding: 1px 8px;
  margin: 2px 4px 2px 0;
}
.grid {
  width: 100%;
}
.grid th,
.grid td {
  border: 1px solid #555;
  padding: 4px 8px;
  text-align: center;
  font-weight: 400;
}
.grid tbody th {
  text-align: left;
}
.grid thead th {
  font-weight: 600;
}
.sortinto td {
  height: 5em;
}
.words :deep([data-words]) {
  text-decoration: underline;
}
.picture {
  position: relative;
  width: fit-content;
}
.picture img,
.sheet img {
  max-width: 100%;
  height: auto;
  display: block;
}
.picture svg {
  position: absolute;
  inset: 0;
  fill: none;
  stroke: #000;
  stroke-width: 2;
  stroke-dasharray: 5 4;
}
.sheet {
  border: 1px solid #555;
  min-height: 7cm;
}
</style>
