<script setup lang="ts">
/** The page's language, each named in itself. */
import { languageNames, type Language } from '@oaken/words';
import { language, say } from '../words';
import { chooseForAccount } from './accountLanguage';

const languages = Object.keys(languageNames) as Language[];
</script>

<template>
  <p class="languages" role="group" :aria-label="say('language.label')">
    <button
      v-for="option in languages"
      :key="option"
      type="button"
      class="word"
      :lang="option"
      :aria-pressed="language === option"
      @click="chooseForAccount(option)"
    >
      {{ languageNames[option] }}
    </button>
  </p>
</template>

<style scoped>
.languages {
  display: flex;
  gap: 4px;
  margin: 0 0 12px;
}
.languages [aria-pressed='true'] {
  color: var(--ink);
  font-weight: 600;
  text-decoration: none;
}
</style>
