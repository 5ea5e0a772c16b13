<script setup lang="ts">
/** Lines to number in order. */
import type { SittingOrdering } from '@oaken/core/items';
import { plainText } from '@oaken/core/plain';
import { choiceLetter } from '@oaken/core/print';
import RichText from '../../parts/RichText.vue';
import { say } from '../../words/teacher';

defineProps<{ part: SittingOrdering }>();
</script>

<template>
  <p class="how">
    {{
      say('kinds.numberTheseInOrder', {
        value: part.ends
          ? say('kinds.fromFirstLast', {
              first: plainText(part.ends.first),
              last: plainText(part.ends.last),
            })
          : '',
      })
    }}
  </p>
  <ol class="choices">
    <li v-for="(choice, index) in part.choices" :key="choice.id">
      <span class="blank small" /> <b>{{ choiceLetter(index) }}</b>
      <RichText inline :html="choice.text" />
    </li>
  </ol>
</template>
