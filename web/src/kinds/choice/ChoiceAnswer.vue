<script setup lang="ts">
import { plainText } from '@oaken/core/plain';
import type { SittingMultipleChoice, SittingSingleChoice } from '@oaken/core/items';
import { computed } from 'vue';
import RichText from '../../parts/RichText.vue';
import { toggled } from '../../parts/toggled';
import { say } from '../../words';

type TrueFalse = { id: string; kind: 'true-false'; prompt?: string };
const props = withDefaults(
  defineProps<{
    part: SittingSingleChoice | SittingMultipleChoice | TrueFalse;
    response: unknown;
    name: string;
    disabled?: boolean;
    /** Choices that the student has crossed out. */
    struck?: string[];
    crossing?: boolean;
    /** Each choice has its letter in place of what is pressed. */
    letters?: readonly string[];
  }>(),
  { struck: () => [], letters: () => [] },
);
const emit = defineEmits<{ answer: [response: unknown]; strike: [choice: string] }>();

const choices = computed(() =>
  props.part.kind === 'true-false'
    ? [
        { id: 'true', text: say('answer.true') },
        { id: 'false', text: say('answer.false') },
      ]
    : props.part.choices,
);
const many = computed(() => props.part.kind === 'multiple-choice');
const chosen = computed<string[]>(() => {
  if (Array.isArray(props.response)) return props.response as string[];
  return props.response ? [String(props.response)] : [];
});
const mostChosen = computed(() => ('mostChosen' in props.part ? props.part.mostChosen : undefined));
const asked = computed(() => {
  if (!many.value) return say('answer.chooseOne');
  return mostChosen.value
    ? say('answer.chooseUpTo', { n: mostChosen.value })
    : say('answer.chooseAll');
});
const full = computed(
  () => mostChosen.value !== undefined && chosen.value.length >= mostChosen.value,
);

/** A formula alone gives a browser no name to read out. */
function nameOf(text: string): string | undefined {
  if (text === '') return say('answer.emptyChoice');
  return text.includes('data-formula') ? plainText(text) : undefined;
}
/** Where choices are letters themselves, none is put before them. */
function letterOf(index: number, text: string): string {
  const letter = props.letters[index] ?? '';
  return letter === plainText(text) ? '' : letter;
}
function choose(id: string): void {
  if (!many.value) return emit('answer', id);
  emit('answer', toggled(chosen.value, id));
}
</script>

<template>
  <fieldset class="choices" :disabled="disabled">
    <legend class="hint">
      {{ asked }}
    </legend>
    <div v-for="(choice, index) in choices" :key="choice.id" class="line">
      <label
        class="choice"
        :class="{ chosen: chosen.includes(choice.id), struck: struck.includes(choice.id) }"
      >
        <b v-if="letters.length > 0" class="letter">{{ letterOf(index, choice.text) }}</b>
        <input
          v-else
          :type="many ? 'checkbox' : 'radio'"
          :name="name"
          :value="choice.id"
          :aria-label="nameOf(choice.text)"
          :checked="chosen.includes(choice.id)"
          :disabled="many && full && !chosen.includes(choice.id)"
          @change="choose(choice.id)"
        />
        <RichText :html="choice.text" inline />
      </label>
      <button
        v-if="crossing"
        type="button"
        class="strike"
        :aria-pressed="struck.includes(choice.id)"
        @click="emit('strike', choice.id)"
      >
        {{ say(struck.includes(choice.id) ? 'answer.bringBack' : 'answer.crossOut') }}
      </button>
    </div>
  </fieldset>
</template>

<style scoped>
.choices {
  border: 0;
  margin: 0;
  padding: 0;
  min-width: 0;
}
.hint {
  padding: 0;
  color: var(--faded);
  font-size: 0.9em;
  margin-bottom: 6px;
}
.line {
  display: flex;
  gap: 8px;
  align-items: stretch;
  margin-bottom: 8px;
}
.choice {
  flex: 1;
  display: flex;
  gap: 12px;
  align-items: center;
  min-height: 46px;
  padding: 8px 14px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
  cursor: pointer;
}
.choice:hover {
  background: var(--wash);
}
.choice:has(input:focus-visible) {
  outline: 2px solid var(--secure);
  outline-offset: 2px;
}
.chosen {
  border-color: var(--oak);
  box-shadow: inset 4px 0 0 var(--oak);
  background: var(--wash);
}
.struck {
  text-decoration: line-through;
  color: var(--faded);
}
.letter {
  min-inline-size: 1.2em;
  font-size: 1.2em;
}
.choice input {
  width: 20px;
  height: 20px;
  margin: 0;
  accent-color: var(--oak);
  flex: none;
}
.strike {
  border: 1px solid var(--rule);
  background: none;
  border-radius: var(--corner);
  padding: 0 10px;
  color: var(--faded);
  cursor: pointer;
  white-space: nowrap;
}
</style>
