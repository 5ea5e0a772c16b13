<script setup lang="ts">
/** What was changed before, of this item or what can still be undone. */
import type { AnswerOf, api } from '@oaken/contract';
import { useWords } from '../shared/words';

defineProps<{
  rescores: AnswerOf<typeof api.readRescores>['rescores'];
  /** The number of the item that is looked at; others are named. */
  number: number;
}>();
const emit = defineEmits<{ undo: [rescoreId: number] }>();
const words = useWords();
</script>

<template>
  <h3 class="gap">Changed before</h3>
  <ul class="before">
    <li v-for="rescore in rescores" :key="rescore.id" :class="{ undone: rescore.undone }">
      <template v-if="rescore.number !== number">Question {{ rescore.number }}: </template
      >{{ rescore.words }}
      <span class="faded small"
        >{{ rescore.by }}, {{ words.time(rescore.at) }}; {{ rescore.gained }} gained,
        {{ rescore.lost }} lost{{ rescore.reason ? `; ${rescore.reason}` : ''
        }}{{ rescore.undone ? `; undone by ${rescore.undone.by}` : '' }}</span
      >
      {{ ' '
      }}<button v-if="rescore.mayUndo" type="button" class="word" @click="emit('undo', rescore.id)">
        Undo
      </button>
    </li>
  </ul>
</template>

<style scoped>
.gap {
  margin: 18px 0 4px;
}
.before {
  padding-left: 18px;
}
.undone {
  color: var(--faded);
  text-decoration: line-through;
}
</style>
