<script setup lang="ts">
/** A section's title and directions, and its rules folded behind a sentence that says them. */
import { sectionCount, type Change, type Draw, type Section } from '@oaken/core/assessments';
import { count } from '@oaken/core/text';
import { computed, ref } from 'vue';
import { pointsText } from '../shared/words';
import DrawEditor from './DrawEditor.vue';
import { useTyped } from './useTyped';

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
    describe(name === 'title' ? 'naming a section' : 'a section’s directions', { [name]: text });
}
function keepMinutes(): void {
  const typed = minutes.value.trim();
  const next = typed === '' ? null : Number(typed.replace(',', '.'));
  if (next !== null && !(next > 0 && next <= 1440))
    wrong.value = 'The time is a number of minutes above zero.';
  else {
    wrong.value = '';
    if (next !== props.section.minutes) describe('a section’s time', { minutes: next });
  }
}
const giveDraw = (draw: Draw | null) => describe('a draw', { draw });

const name = computed(() => `section ${props.number}`);
const rules = computed(() => {
  const { draw, entries, minutes: time, keepOrder } = props.section;
  const words = [
    draw
      ? `each student gets ${count(sectionCount(props.section), 'item')} of ${draw.search ? 'what a search finds' : entries.length}, ${pointsText(draw.points)} pt each`
      : 'everybody gets all items',
    ...(keepOrder ? ['always in this order'] : []),
    ...(time === null ? [] : [`${time} min`]),
  ];
  return words.join('; ');
});
</script>

<template>
  <header class="sectionhead">
    <div v-if="!alone || section.title" class="line">
      <span class="faded">Section {{ number }}</span>
      <ElInput
        v-model="title"
        :aria-label="`Title of section ${number}`"
        placeholder="Title of the section"
        maxlength="200"
        :readonly="!mayChange"
        @change="keep('title', title)"
      />
      <button
        v-if="!alone && mayChange"
        class="word"
        @click="emit('change', 'removing a section', { do: 'remove-section', section: section.id })"
      >
        Remove section
      </button>
    </div>
    <p class="rules">
      <button
        class="word"
        :aria-expanded="open"
        :aria-label="`Rules of ${name}`"
        @click="open = !open"
      >
        Rules
      </button>
      <span class="faded">{{ rules }}</span>
    </p>
    <div v-if="open" class="more">
      <DrawEditor v-if="mayChange" :section="section" :name="name" :but="but" @draw="giveDraw" />
      <ElCheckbox
        :model-value="section.keepOrder"
        :disabled="!mayChange"
        @change="
          describe('a section’s order', {
            keepOrder: $event as boolean,
          })
        "
      >
        always in this order, also where an assignment shuffles items
      </ElCheckbox>
      <label>
        <ElInput
          v-model="minutes"
          class="few"
          inputmode="decimal"
          :aria-label="`Minutes for ${name}`"
          :readonly="!mayChange"
          @change="keepMinutes"
        />
        minutes are meant for it; students read this with the directions
      </label>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <ElInput
        v-model="directions"
        :rows="2"
        maxlength="4000"
        :aria-label="`Directions of ${name}`"
        placeholder="Directions for this section"
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
  padding-bottom: 4px;
  margin-top: 14px;
}
.line {
  display: flex;
  gap: 10px;
  align-items: baseline;
}
.line :deep(.el-input) {
  flex: 1;
  font-family: var(--serif);
  font-weight: 600;
}
.rules {
  margin: 0;
  font-size: 0.9rem;
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
  text-align: right;
}
.directions {
  font-style: italic;
  margin: 2px 0 0;
  white-space: pre-line;
}
</style>
