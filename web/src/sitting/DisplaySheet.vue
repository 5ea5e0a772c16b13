<script setup lang="ts">
/** Size of text, colours and the line guide, each seen at once behind the sheet. */
import { onMounted, ref } from 'vue';
import { setTheme, theme, themes } from '../theme/theme';
import { percentText } from '@oaken/words/numbers';
import { language, say } from '../words';

const size = defineModel<number>('size', { required: true });
const guide = defineModel<boolean>('guide', { required: true });
const emit = defineEmits<{ close: [] }>();
const sizes = [1, 1.2, 1.4, 1.7, 2];
const sheet = ref<HTMLDialogElement>();
onMounted(() => sheet.value?.showModal());
</script>

<template>
  <dialog
    ref="sheet"
    class="ask-sheet"
    aria-labelledby="display-title"
    @cancel="emit('close')"
    @close="emit('close')"
  >
    <h2 id="display-title">{{ say('sitting.display') }}</h2>
    <fieldset>
      <legend>{{ say('display.size') }}</legend>
      <label v-for="entry in sizes" :key="entry" class="option">
        <input type="radio" name="size" :checked="size === entry" @change="size = entry" />
        {{ percentText(entry, language) }}
      </label>
    </fieldset>
    <fieldset>
      <legend>{{ say('display.colors') }}</legend>
      <label v-for="option in themes" :key="option" class="option">
        <input type="radio" name="theme" :checked="theme === option" @change="setTheme(option)" />
        <span class="swatch" :data-theme="option" aria-hidden="true">ab</span>
        {{ say(`display.${option}`) }}
      </label>
    </fieldset>
    <fieldset>
      <legend>{{ say('display.guide') }}</legend>
      <label class="option"
        ><input v-model="guide" type="checkbox" /> {{ say('display.guideText') }}</label
      >
    </fieldset>
    <div class="buttons">
      <button class="btn main" @click="sheet?.close()">{{ say('display.done') }}</button>
    </div>
  </dialog>
</template>

<style scoped>
.ask-sheet {
  width: min(440px, calc(100vw - 32px));
  font-size: 1rem;
  margin-block: auto 24px;
  margin-inline: auto 24px;
}
.ask-sheet::backdrop {
  background: none;
}
fieldset {
  border: 0;
  border-top: var(--line);
  margin: 0;
  padding: 8px 0 10px;
}
legend {
  font-weight: 600;
  padding: 0;
  float: inline-start;
  width: 100%;
}
.option {
  display: inline-flex;
  align-items: center;
  gap: 8px;
  min-height: 44px;
  margin-inline-end: 18px;
  clear: left;
}
.option input {
  width: 20px;
  height: 20px;
  flex: none;
}
.swatch {
  padding: 0 6px;
  border: 1px solid var(--rule-strong);
  border-radius: 2px;
  background: var(--sheet);
  color: var(--ink);
}
.buttons {
  text-align: end;
}
@media (max-width: 600px) {
  .ask-sheet {
    margin: auto 16px 16px;
  }
}
</style>
