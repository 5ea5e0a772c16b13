<script setup lang="ts">
/** Choices with a letter and a box to tick each. */
import type { SittingMultipleChoice, SittingSingleChoice } from '@oaken/core/items';
import { areShort, choiceLetter } from '@oaken/core/print';
import RichText from '../../parts/RichText.vue';

defineProps<{ part: SittingMultipleChoice | SittingSingleChoice }>();
</script>

<template>
  <ol class="choices" :class="{ short: areShort(part.choices) }">
    <li v-for="(choice, index) in part.choices" :key="choice.id">
      <span class="box" :class="{ square: part.kind === 'multiple-choice' }" />
      <b>{{ choiceLetter(index) }}</b> <RichText inline :html="choice.text" />
    </li>
  </ol>
</template>
