<script setup lang="ts">
/** Two people edited the same: the second is shown both and chooses. */
import CompareTexts from './CompareTexts.vue';
import type { Lines } from './wordDiff';

defineProps<{ what: string; theirs: Lines; mine: Lines }>();
const emit = defineEmits<{ mine: []; theirs: [] }>();
</script>

<template>
  <section class="conflict" role="alertdialog" aria-label="Saved meanwhile">
    <h2>Somebody saved this {{ what }} meanwhile</h2>
    <p>Both are here. Nothing of yours is lost, whatever you choose.</p>
    <CompareTexts :before="theirs" :after="mine" before-name="theirs" after-name="mine" />
    <p>
      <ElButton type="primary" @click="emit('mine')">Save mine as the next revision</ElButton>
      <ElButton @click="emit('theirs')">Go on with theirs</ElButton>
    </p>
  </section>
</template>

<style scoped>
.conflict {
  padding: 14px 24px;
  background: var(--sheet);
  border-bottom: 3px double var(--rule-strong);
  max-height: 60vh;
  overflow: auto;
}
</style>
