<script setup lang="ts">
/** A test for students on paper: heading, passages before their questions, items that no page splits. */
import type { SittingForm } from '@oaken/core/forms';
import type { SittingItem } from '@oaken/core/items';
import { computed } from 'vue';
import PassageView from '../../../parts/PassageView.vue';
import RichText from '../../../parts/RichText.vue';
import { pointsText } from '../../shared/words';
import type { PrintChoice } from './printChoice';
import PaperPart from './PaperPart.vue';
import { say } from '../../../words/teacher';

const props = defineProps<{
  form: SittingForm;
  name: string;
  choice: PrintChoice;
  minutes: number | null;
}>();

interface Numbered {
  entry: SittingForm['sections'][number]['entries'][number];
  number: number;
  /** Stands before the first of its items, with the numbers that it is for. */
  passage: { shown: SittingForm['passages'][string]; from: number; to: number } | null;
}
const sections = computed(() => {
  let number = 0;
  return props.form.sections.map((section) => {
    const first = number;
    const revisions = section.entries.map(({ item }) => item.passage?.revision);
    const lines = section.entries.map((entry, index): Numbered => {
      number++;
      const revision = revisions[index];
      const begins = revision !== undefined && revisions[index - 1] !== revision;
      const shown = begins ? props.form.passages[String(revision)] : undefined;
      let to = index;
      while (shown && revisions[to + 1] === revision) to++;
      return {
        entry,
        number,
        passage: shown ? { shown, from: first + index + 1, to: first + to + 1 } : null,
      };
    });
    return { ...section, lines };
  });
});
const total = computed(() =>
  props.form.sections.reduce(
    (sum, { entries }) => sum + entries.reduce((all, { points }) => all + points, 0),
    0,
  ),
);
</script>

<template>
  <article class="booklet" :class="{ large: choice.large }">
    <header>
      <h1>
        {{ form.title }}<span v-if="name">{{ ' ' }}{{ say('tests.formName3', { name }) }}</span>
      </h1>
      <div v-if="choice.nameLine" class="nameline">
        <span>{{ say('common.name') }} <i /></span>{{ ' ' }}
        <span>{{ say('common.class') }} <i class="short" /></span>
        <span>{{ say('tests.date') }} <i class="short" /></span>
      </div>
      <p v-if="choice.points || minutes !== null" class="facts">
        <template v-if="choice.points">{{
          say('tests.pointsCounted', { n: total })
        }}</template><template v-if="choice.points && minutes !== null">, </template
        ><template v-if="minutes !== null">{{ say('tests.minutesMinutes', { minutes }) }}</template>
        <span v-if="choice.points" class="score">{{
          say('tests.pointsTotal', { total: pointsText(total) })
        }}</span>
      </p>
      <p v-if="form.directions" class="directions">{{ form.directions }}</p>
    </header>
    <div class="body" :class="{ columns: choice.columns === 2 }">
      <section v-for="section in sections" :key="section.id">
        <div v-if="section.title || section.directions || section.minutes" class="sectionhead">
          <h2 v-if="section.title">{{ section.title }}</h2>
          <p v-if="section.directions" class="directions">{{ section.directions }}</p>
          <p v-if="section.minutes" class="directions">
            {{ say('tests.aboutMinutesMinutes', { minutes: section.minutes }) }}
          </p>
        </div>
        <template v-for="line in section.lines" :key="line.entry.id">
          <div v-if="line.passage" class="reading">
            <p class="how">
              {{
                say('tests.aboutThisText', {
                  value:
                    line.passage.from === line.passage.to
                      ? say('tests.itemFromAsks', { from: line.passage.from })
                      : say('tests.itemsFromAsk', { from: line.passage.from, to: line.passage.to }),
                })
              }}
            </p>
            <PassageView :passage="line.passage.shown" />
          </div>
          <div class="item">
            <span class="number">{{ line.number }}</span>
            <div class="content">
              <span v-if="choice.points && line.entry.points > 0" class="points">{{
                say('tests.pointsPt', { points: pointsText(line.entry.points) })
              }}</span>
              <RichText class="stem" :html="line.entry.item.stem" />
              <div
                v-for="(part, position) in (line.entry.item as SittingItem).parts"
                :key="part.id"
                class="part"
              >
                <p v-if="line.entry.item.parts.length > 1" class="partletter">
                  {{ 'abcdefghijklmnopqrst'[position] }})
                </p>
                <RichText v-if="part.prompt" :html="part.prompt" />
                <PaperPart :part="part" />
                <slot name="part" :entry="line.entry.id" :part="part.id" :number="line.number" />
              </div>
              <div v-if="choice.room > 0" class="room" :style="{ height: `${choice.room}cm` }" />
            </div>
          </div>
        </template>
      </section>
    </div>
  </article>
</template>

<style scoped>
.booklet {
  font: 11pt/1.4 var(--text);
  color: #000;
}
.large {
  font-size: 16pt;
}
header {
  border-bottom: 2px solid #000;
  padding-bottom: 6px;
  margin-bottom: 10px;
}
h1 {
  font-size: 1.45em;
}
.nameline {
  display: flex;
  gap: 22px;
  margin: 14px 0 6px;
}
.nameline span {
  display: flex;
  gap: 6px;
  flex: 1.2;
}
.nameline span:first-child {
  flex: 2;
}
.nameline i {
  flex: 1;
  border-bottom: 1.2px solid #000;
}
.facts {
  display: flex;
  gap: 4px;
  margin: 4px 0;
}
.score {
  margin-inline-start: auto;
}
.directions {
  font-style: italic;
  white-space: pre-line;
  margin: 2px 0;
}
.columns {
  column-count: 2;
  column-gap: 9mm;
  column-rule: 1px solid #999;
}
.sectionhead {
  break-after: avoid;
  border-bottom: 1px solid #000;
  margin: 10px 0 6px;
}
h2 {
  font-size: 1.12em;
}
/* A text stays whole where a page can hold it. */
.reading {
  break-inside: avoid;
  border: 1px solid #777;
  padding: 6px 12px 8px;
  margin: 8px 0;
}
.reading > .how {
  font-style: italic;
  break-after: avoid;
}
.item {
  break-inside: avoid;
  display: grid;
  grid-template-columns: 2em minmax(0, 1fr);
  padding: 7px 0;
  overflow-wrap: anywhere;
}
.number {
  font-weight: 700;
}
.points {
  float: inline-end;
  margin-inline-start: 10px;
  font-size: 0.86em;
}
.part + .part {
  margin-top: 8px;
}
.partletter {
  font-weight: 600;
  margin: 4px 0 0;
}
.stem {
  margin-bottom: 4px;
}
.how {
  margin: 0 0 4px;
}
:deep(audio),
:deep(video) {
  display: none;
}
</style>
