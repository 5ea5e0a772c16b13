<script setup lang="ts">
/** A formula entered as it looks, or as LaTeX for those who know it; both sides follow each other. */
import 'mathlive/fonts.css';
import { MathfieldElement } from 'mathlive';
import katex from 'katex';
import { computed, nextTick, ref } from 'vue';
import { whenOpened } from '../parts/whenOpened';
import { say } from '../words/teacher';
import { withPlaces } from './placesInFormula';

MathfieldElement.fontsDirectory = null;
MathfieldElement.soundsDirectory = null;

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ start: string }>();
const emit = defineEmits<{ done: [latex: string] }>();
const latex = ref('');
const field = ref<MathfieldElement>();

whenOpened(open, async () => {
  latex.value = props.start;
  await nextTick();
  field.value?.setValue(props.start, { silenceNotifications: true });
});
const problem = computed(() => {
  try {
    katex.renderToString(latex.value, { throwOnError: true, output: 'mathml', strict: 'ignore' });
    return '';
  } catch (error) {
    return (error as Error).message.replace(/^KaTeX parse error: /, '');
  }
});
function typed(text: string): void {
  latex.value = text;
  field.value?.setValue(latex.value, { silenceNotifications: true });
}
const shortcuts: [sign: string, latex: string, title: string][] = [
  ['a⁄b', '\\frac{#@}{#?}', say('editor.fraction')],
  ['xⁿ', '#@^{#?}', say('editor.power')],
  ['xₙ', '#@_{#?}', say('common.index')],
  ['√', '\\sqrt{#0}', say('editor.root')],
  ['ⁿ√', '\\sqrt[#?]{#0}', say('editor.rootDegree')],
  ['|x|', '\\left|#0\\right|', say('editor.absoluteValue')],
  ['×', '\\times', say('editor.times')],
  ['÷', '\\div', say('editor.dividedBy')],
  ['±', '\\pm', say('editor.plusOrMinus')],
  ['π', '\\pi', 'Pi'],
  ['≤', '\\le', say('common.atMost')],
  ['≥', '\\ge', say('editor.atLeast')],
  ['≠', '\\ne', say('editor.notEqual')],
  ['°', '^{\\circ}', say('editor.degree')],
  ['( )', '\\left(#0\\right)', say('editor.brackets')],
  ['1 1⁄2', '#?\\frac{#?}{#?}', say('editor.mixedNumber')],
];
const insert = (text: string) =>
  field.value?.insert(text, { focus: true, selectionMode: 'placeholder' });
function finish(): void {
  if (problem.value || latex.value.trim() === '') return;
  emit('done', latex.value.trim());
  open.value = false;
}
</script>

<template>
  <ElDialog
    v-model="open"
    :title="say('editor.formula')"
    width="640px"
    append-to-body
    @opened="field?.focus()"
  >
    <div class="shortcuts" role="group" :aria-label="say('editor.piecesFormula')">
      <button
        v-for="[sign, shortcut, title] in shortcuts"
        :key="title"
        type="button"
        :title="title"
        @mousedown.prevent
        @click="insert(shortcut)"
      >
        {{ sign }}<span class="unseen"> {{ title }}</span>
      </button>
    </div>
    <math-field
      ref="field"
      class="mathfield"
      :aria-label="say('editor.formula')"
      math-virtual-keyboard-policy="manual"
      @input="latex = withPlaces(($event.target as MathfieldElement).value)"
      @keydown.enter.prevent="finish"
    />
    <label class="field">
      <span class="label">{{ say('editor.latex') }}</span>
      <ElInput :rows="2" :model-value="latex" spellcheck="false" @input="typed" type="textarea" />
    </label>
    <p v-if="latex && problem" class="wrong" role="alert">
      {{ say('editor.thisFormulaCannotBe', { problem }) }}
    </p>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" :disabled="problem !== '' || latex.trim() === ''" @click="finish">{{
        say('editor.insert')
      }}</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
.shortcuts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin-bottom: 10px;
}
.shortcuts button {
  min-width: 44px;
  min-height: 36px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
  font-family: var(--serif);
  cursor: pointer;
}
.mathfield {
  display: block;
  font-size: 1.5rem;
  padding: 8px 12px;
  margin-bottom: 14px;
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
