<script setup lang="ts">
/** Numbers to write a letter beside. */
import type { SittingMatching } from '@oaken/core/items';
import { choiceLetter } from '@oaken/core/print';
import RichText from '../../parts/RichText.vue';
import { say } from '../../words/teacher';

defineProps<{ part: SittingMatching }>();
</script>

<template>
  <p class="how">
    {{ say('kinds.writeLetterBesideEach', { value: part.once ? '' : say('kinds.aLetterMayBe') }) }}
  </p>
  <div class="two">
    <ol>
      <li v-for="(choice, index) in part.left" :key="choice.id">
        <span class="blank small" /> <b>{{ index + 1 }}</b>
        <RichText inline :html="choice.text" />
      </li>
    </ol>
    <ol>
      <li v-for="(choice, index) in part.right" :key="choice.id">
        <b>{{ choiceLetter(index) }}</b> <RichText inline :html="choice.text" />
      </li>
    </ol>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px 20px;
}
.two li {
  padding: 6px 0;
}
</style>
