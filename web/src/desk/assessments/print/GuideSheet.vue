<script setup lang="ts">
/** The marking guide: for each item its question, what is right and for how much, and what its author says about it. */
import { entriesOf, type Edition } from '@oaken/core/forms';
import { itemPoints, keysInWords, kindOf, markedBy } from '@oaken/core/items';
import { computed } from 'vue';
import RichText from '../../../parts/RichText.vue';
import { pointsText } from '../../shared/words';
import { say } from '../../../words/teacher';

const props = defineProps<{ form: Edition; name: string }>();
const lines = computed(() =>
  entriesOf({ sections: props.form.sections }).map((entry, index) => ({
    entry,
    number: index + 1,
    byHand: markedBy(entry.content) === 'hand',
    keys: keysInWords(entry.content),
    misconceptions: entry.content.parts
      .flatMap((part) => kindOf(part).options?.(part) ?? [])
      .filter(({ misconception }) => misconception),
  })),
);
</script>

<template>
  <article class="guide">
    <h1>
      {{ form.title }}<span v-if="name">{{ ' ' }}{{ say('tests.formName3', { name }) }}</span>
      {{ say('tests.markingGuideAfter') }}
    </h1>
    <section v-for="{ entry, number, byHand, keys, misconceptions } in lines" :key="entry.id">
      <h2>
        {{ number }}
        <span class="points">{{
          say('tests.pointsPtWith', {
            points: pointsText(entry.points),
            value: byHand ? say('tests.markedByHandAfter') : '',
          })
        }}</span>
      </h2>
      <RichText :html="entry.content.stem" />
      <p
        v-if="itemPoints(entry.content) !== entry.points && itemPoints(entry.content) > 0"
        class="small"
      >
        {{
          say('tests.theItemsOwnRule', {
            itemPoints: pointsText(itemPoints(entry.content)),
            points: pointsText(entry.points),
          })
        }}
      </p>
      <p v-for="words in keys" :key="words" class="right">{{ words }}</p>
      <template v-for="part in entry.content.parts" :key="part.id">
        <RichText v-if="'guide' in part && part.guide" :html="part.guide" />
        <ul v-if="'criteria' in part && part.criteria?.length">
          <li v-for="criterion in part.criteria" :key="criterion.id">
            {{ criterion.name }}:
            {{
              criterion.levels
                .map(({ points, words }) => `${pointsText(points)} ${words}`.trim())
                .join('; ')
            }}
          </li>
        </ul>
      </template>
      <template v-if="entry.content.explanation">
        <p class="label">{{ say('common.explanation') }}</p>
        <RichText :html="entry.content.explanation" />
      </template>
      <p v-for="choice in misconceptions" :key="choice.id" class="small">
        “{{ choice.label }}”: {{ choice.misconception }}
      </p>
      <p v-if="entry.content.notes" class="small">
        {{ say('tests.notesNotes', { notes: entry.content.notes }) }}
      </p>
      <p class="small">
        {{ entry.standards.join(', ')
        }}{{ entry.depth ? say('tests.depthDepthAfter', { depth: entry.depth }) : '' }}
      </p>
    </section>
  </article>
</template>

<style scoped>
.guide {
  font: 10.5pt/1.4 var(--text);
  color: #000;
}
h1 {
  font-size: 1.35em;
}
section {
  break-inside: avoid;
  border-top: 1px solid #999;
  padding: 6px 0;
}
h2 {
  font-size: 1.05em;
}
.points {
  font: 400 0.9em var(--text);
}
.right {
  font-weight: 600;
  margin: 3px 0;
}
.label {
  font-style: italic;
  margin: 3px 0 0;
}
.small {
  font-size: 0.9em;
  margin: 2px 0;
}
:deep(audio),
:deep(video) {
  display: none;
}
</style>
