<script setup lang="ts">
/** Where items are used, as far as I may know: tests, their owners, and to which classes they were given and when. */
import type { Use } from '@oaken/contract/banks';
import { useWords } from '../shared/words';
import { say } from '../../words/teacher';

defineProps<{
  uses: readonly (Use & { items?: number })[];
  hidden: number;
  /** How many items are asked about; of several it is told how many of them each test has. */
  of?: number;
}>();
const words = useWords();
</script>

<template>
  <p v-if="uses.length + hidden === 0" class="faded">
    {{
      say('items.inNoTestYetSentence', {
        value: (of ?? 1) > 1 ? say('items.they') : say('items.it'),
      })
    }}
  </p>
  <ul v-else class="uses">
    <li v-for="use in uses" :key="use.testId">
      <RouterLink v-if="use.mine" :to="`/tests/${use.testId}`">{{ use.title }}</RouterLink><span
        v-else
        >{{ use.title }}</span
      >{{ ' '
      }}<span class="faded">
        {{ say('items.by', { value: use.mine ? say('items.me') : use.owner })
        }}<template v-if="(of ?? 1) > 1 && use.items">{{
          say('items.itemsThem', { items: use.items })
        }}</template
        ><template v-for="given in use.given" :key="given.class + given.opensAt"
          >; {{ given.class }}, {{ words.time(given.opensAt) }}</template
        ></span
      >
    </li>
    <li v-if="hidden" class="faded">{{ say('items.andInTestsOther', { n: hidden }) }}</li>
  </ul>
</template>

<style scoped>
.uses {
  max-height: 240px;
  overflow: auto;
}
</style>
