<script setup lang="ts">
/** The text with the words of each gap in brackets, to circle one of. */
import type { SittingInlineChoice } from '@oaken/core/items';
import { plainText } from '@oaken/core/plain';
import RichText from '../../parts/RichText.vue';
import { say } from '../../words/teacher';

defineProps<{ part: SittingInlineChoice }>();

/** The text of gaps with what can be chosen in each, as `(one / two / three)`; the markup was checked by the server. */
function withChoices({ text, gaps }: SittingInlineChoice): string {
  const page = new DOMParser().parseFromString(text, 'text/html');
  for (const element of page.querySelectorAll<HTMLElement>('[data-gap]')) {
    const choices = gaps.find(({ id }) => id === element.dataset.gap)?.choices ?? [];
    element.textContent = `( ${choices.map((choice) => plainText(choice.text)).join(' / ')} )`;
  }
  return page.body.innerHTML;
}
</script>

<template>
  <p class="how">{{ say('kinds.circleOneWordsIn') }}</p>
  <RichText :html="withChoices(part)" />
</template>
