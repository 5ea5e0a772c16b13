<script setup lang="ts">
/** A section's title and directions, and its rules folded behind a sentence that says them. */
import { sectionCount, type Change, type Draw, type Section } from '@oaken/core/assessments';
import { computed, ref } from 'vue';
import { pointsText } from '../shared/words';
import DrawEditor from './DrawEditor.vue';
import { useTyped } from './useTyped';
import { say } from '../../words/teacher';

const props = defineProps<{
  section: Section;
  number: number;
  /** The only section of a plain test needs no head. */
  alone: boolean;
  but: readonly number[];
  mayChange: boolean;
}>();
const emit = defineEmits<{ change: [text: string, ...changes: Change[]] }>();
type Facts = Extract<Change, { do: 'describe-section' }>['facts'];

const open = ref(false);
const title = useTyped(() => props.section.title);
const directions = useTyped(() => props.section.directions);
const minutes = useTyped(() => props.section.minutes);
const wrong = ref('');
const describe = (text: string, facts: Facts) =>
  emit('change', text, { do: 'describe-section', section: props.section.id, facts });
function keep(name: 'title' | 'directions', text: string): void {
  if (text !== props.section[name])
    describe(name === 'title' ? say('tests.namingSection') : say('tests.aSectionsDirections'), {
      [name]: text,
    });
}
function keepMinutes(): void {
  const typed = minutes.value.trim();
  const next = typed === '' ? null : Number(typed.replace(',', '.'));
  if (next !== null && !(next > 0 && next <= 1440)) wrong.value = say('tests.theTimeNumberMinutes');
  else {
    wrong.value = '';
    if (next !== props.section.minutes) describe(say('tests.aSectionsTime'), { minutes: next });
  }
}
const giveDraw = (draw: Draw | null) => describe(say('tests.aDraw'), { draw });

const name = computed(() => say('tests.sectionNumber', { number: props.number }));
const rules = computed(() => {
  const { draw, entries, minutes: time, keepOrder } = props.section;
  const words = [
    draw
      ? say('tests.eachStudentGetsItems', {
          n: sectionCount(props.section),
          value: draw.search ? say('tests.aSearch') : entries.length,
          points: pointsText(draw.points),
        })
      : say('tests.everybodyGetsAllItems'),
    ...(keepOrder ? [say('tests.notShuffled')] : []),
    ...(time === null ? [] : [say('tests.timeMin', { time })]),
  ];
  return words.join('; ');
});
</script>

<template>
  <header class="sectionhead">
    <div class="line">
      <template v-if="!alone || section.title">
        <span class="faded">{{ say('tests.sectionNumberTitle', { number }) }}</span>
        <ElInput
          v-model="title"
          class="title"
          :aria-label="say('tests.titleSectionNumber', { number })"
          :placeholder="say('tests.titleSection')"
          maxlength="200"
          :readonly="!mayChange"
          @change="keep('title', title)"
        />
      </template>
      <ElButton
        link
        class="word"
        :aria-expanded="open"
        :aria-label="say('tests.rulesName', { name })"
        @click="open = !open"
      >
        {{ say('tests.rules') }}
      </ElButton>
      <span class="faded rules" :title="rules">{{ rules }}</span>
      <ElButton
        link
        v-if="!alone && mayChange"
        class="word"
        @click="
          emit('change', say('tests.removingSection'), {
            do: 'remove-section',
            section: section.id,
          })
        "
      >
        {{ say('tests.removeSection') }}
      </ElButton>
    </div>
    <div v-if="open" class="more">
      <DrawEditor v-if="mayChange" :section="section" :name="name" :but="but" @draw="giveDraw" />
      <ElCheckbox
        :model-value="section.keepOrder"
        :disabled="!mayChange"
        @change="
          describe(say('tests.aSectionsOrder'), {
            keepOrder: $event as boolean,
          })
        "
      >
        {{ say('tests.dontShuffleThisSection') }}
      </ElCheckbox>
      <label>
        <ElInput
          v-model="minutes"
          class="few"
          inputmode="decimal"
          :aria-label="say('tests.minutesName', { name })"
          :readonly="!mayChange"
          @change="keepMinutes"
        />
        {{ say('tests.minutesSuggestedStudentsSee') }}
      </label>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <ElInput
        v-model="directions"
        :rows="2"
        maxlength="4000"
        :aria-label="say('tests.directionsName', { name })"
        :placeholder="say('tests.directionsThisSection')"
        :readonly="!mayChange"
        @change="keep('directions', directions)"
        type="textarea"
      />
    </div>
    <p v-else-if="section.directions" class="directions">{{ section.directions }}</p>
  </header>
</template>

<style scoped>
.sectionhead {
  border-bottom: 2px solid var(--rule-strong);
  padding-bottom: 2px;
  margin-top: 8px;
}
.line {
  display: flex;
  gap: 2px 10px;
  align-items: baseline;
  font-size: 0.9rem;
}
.line .title {
  flex: 1 1 120px;
  min-width: 90px;
  font-family: var(--serif);
  font-size: 1rem;
  font-weight: 600;
}
.rules {
  flex: 2 1 8em;
  min-width: 0;
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
}
.more {
  display: flex;
  flex-direction: column;
  gap: 8px;
  padding: 8px 10px 10px;
  background: var(--wash);
}
.few {
  width: 62px;
  text-align: end;
}
.directions {
  font-style: italic;
  margin: 2px 0 0;
  white-space: pre-line;
}
.line .word,
.line > .faded:first-child {
  flex: none;
}
@media (max-width: 820px) {
  .line {
    flex-wrap: wrap;
  }
}
</style>
