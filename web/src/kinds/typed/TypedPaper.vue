<script setup lang="ts">
/** A line to write a word or a number on. */
import type { SittingNumeric, SittingShortText } from '@oaken/core/items';

defineProps<{ part: SittingNumeric | SittingShortText }>();
</script>

<template>
  <p class="answer">
    Answer: <span class="blank" />{{
      part.kind === 'numeric' && part.unitRequired ? ' (with its unit)' : ''
    }}
  </p>
</template>
