<script setup lang="ts">
/** Two people edited the same: the second is shown both and chooses. */
import CompareTexts from './CompareTexts.vue';
import type { Lines } from './wordDiff';
import { say } from '../../words/teacher';

defineProps<{ what: string; theirs: Lines; mine: Lines }>();
const emit = defineEmits<{ mine: []; theirs: [] }>();
</script>

<template>
  <section class="conflict" role="alertdialog" :aria-label="say('items.savedBySomebodyElse')">
    <h2>{{ say('items.somebodyElseSavedThis', { what }) }}</h2>
    <p>{{ say('items.bothHereNothingYours') }}</p>
    <CompareTexts
      :before="theirs"
      :after="mine"
      :before-name="say('items.theirs')"
      :after-name="say('items.mine')"
    />
    <p>
      <ElButton type="primary" @click="emit('mine')">{{ say('items.saveMineAsNext') }}</ElButton>
      <ElButton @click="emit('theirs')">{{ say('items.useTheirs') }}</ElButton>
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
