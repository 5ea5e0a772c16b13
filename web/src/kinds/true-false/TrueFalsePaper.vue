<script setup lang="ts">
/** Two boxes to tick. */
import type { SittingTrueFalse } from '@oaken/core/items';
import { say } from '../../words/teacher';

defineProps<{ part: SittingTrueFalse }>();
</script>

<template>
  <p class="choices short">
    <span><span class="box" /> {{ say('kinds.trueTitle') }}</span
    >{{ ' ' }}
    <span><span class="box" /> {{ say('kinds.falseTitle') }}</span>
  </p>
</template>
