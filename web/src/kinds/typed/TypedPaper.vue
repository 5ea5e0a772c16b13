<script setup lang="ts">
/** A line to write a word or a number on. */
import type { SittingNumeric, SittingShortText } from '@oaken/core/items';
import { say } from '../../words/teacher';

defineProps<{ part: SittingNumeric | SittingShortText }>();
</script>

<template>
  <p class="answer">
    {{ say('kinds.answer') }} <span class="blank" />{{
      part.kind === 'numeric' && part.unitRequired ? say('kinds.withItsUnit') : ''
    }}
  </p>
</template>
