<script setup lang="ts">
/** One part on paper: what a student writes, ticks or draws into. */
import type { SittingPart } from '@oaken/core/items';
import { authoring } from '../../../kinds/authoring';
import '../../../kinds/paper.css';

defineProps<{ part: SittingPart }>();
</script>

<template>
  <div v-if="authoring[part.kind].paper" class="on-paper">
    <component :is="authoring[part.kind].paper" :part="part" />
  </div>
</template>
