<script setup lang="ts">
/** A formula entered as it looks; what it says leaves it as a typed line. */
import 'mathlive/fonts.css';
import { MathfieldElement } from 'mathlive';
import { answerTex, fromTex, readAnswer } from '@oaken/core/expressions';
import type { MessageKey } from '@oaken/words';
import { onMounted, ref } from 'vue';
import { say } from '../../words';

MathfieldElement.fontsDirectory = null;
MathfieldElement.soundsDirectory = null;

const props = defineProps<{ line: string; hasUnit: boolean; disabled?: boolean }>();
const emit = defineEmits<{ write: [line: string] }>();
const field = ref<MathfieldElement>();

onMounted(() => {
  const read = readAnswer(props.line, props.hasUnit);
  field.value?.setValue(read.ok ? answerTex(read.answer) : '', { silenceNotifications: true });
  field.value?.focus();
});

const pieces: [sign: string, latex: string, name: MessageKey][] = [
  ['a⁄b', '\\frac{#@}{#?}', 'formula.fraction'],
  ['xⁿ', '#@^{#?}', 'formula.power'],
  ['√', '\\sqrt{#0}', 'formula.root'],
  ['|x|', '\\left|#0\\right|', 'formula.absolute'],
  ['( )', '\\left(#0\\right)', 'formula.brackets'],
  ['π', '\\pi', 'formula.pi'],
  ['≤', '\\le', 'signs.names.atMost'],
  ['≥', '\\ge', 'signs.names.atLeast'],
  ['≠', '\\ne', 'signs.names.notEqual'],
  ['∞', '\\infty', 'formula.infinity'],
];
const insert = (latex: string) =>
  field.value?.insert(latex, { focus: true, selectionMode: 'placeholder' });
</script>

<template>
  <div class="pieces" role="group" :aria-label="say('formula.pieces')">
    <button
      v-for="[sign, latex, name] in pieces"
      :key="sign"
      type="button"
      :disabled="disabled"
      :title="say(name)"
      :aria-label="say(name)"
      @mousedown.prevent
      @click="insert(latex)"
    >
      {{ sign }}
    </button>
  </div>
  <math-field
    ref="field"
    class="mathfield"
    :aria-label="say('answer.yours')"
    :read-only="disabled || undefined"
    math-virtual-keyboard-policy="manual"
    @input="emit('write', fromTex(($event.target as MathfieldElement).value))"
  />
</template>

<style scoped>
.pieces {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin-bottom: 8px;
}
.pieces button {
  min-width: 44px;
  min-height: 44px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
  font-family: var(--serif);
  cursor: pointer;
}
.mathfield {
  display: block;
  max-width: 480px;
  min-height: 46px;
  padding: 6px 12px;
  font-size: 1.3em;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
  color: var(--ink);
}
.mathfield::part(virtual-keyboard-toggle),
.mathfield::part(menu-toggle) {
  display: none;
}
</style>
