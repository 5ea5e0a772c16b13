<script setup lang="ts">
/** Where items are used, as far as I may know: tests, their owners, and to which classes they were given and when. */
import type { Use } from '@oaken/contract/banks';
import { count } from '@oaken/core/text';
import { useWords } from '../shared/words';

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
    {{ (of ?? 1) > 1 ? 'They are' : 'It is' }} in no test yet.
  </p>
  <ul v-else class="uses">
    <li v-for="use in uses" :key="use.testId">
      <RouterLink v-if="use.mine" :to="`/tests/${use.testId}`">{{ use.title }}</RouterLink><span
        v-else
        >{{ use.title }}</span
      >{{ ' '
      }}<span class="faded">
        by {{ use.mine ? 'me' : use.owner
        }}<template v-if="(of ?? 1) > 1 && use.items">, {{ use.items }} of them</template
        ><template v-for="given in use.given" :key="given.class + given.opensAt"
          >; {{ given.class }}, {{ words.time(given.opensAt) }}</template
        ></span
      >
    </li>
    <li v-if="hidden" class="faded">and in {{ count(hidden, 'test') }} of other schools</li>
  </ul>
</template>

<style scoped>
.uses {
  max-height: 240px;
  overflow: auto;
}
</style>
