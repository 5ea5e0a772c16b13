<script setup lang="ts">
/** How a part is answered on the answer sheet, in a sentence for the student. */
import { sheetKindOf, type SheetKind } from '@oaken/core/on-paper';
import type { Part } from '@oaken/core/items';
import { computed } from 'vue';
import { say } from '../../words/teacher';

const props = defineProps<{
  part: Part;
  /** As the sheet numbers it. */
  label: string;
}>();
type Values = { label: string };
const sentences: Record<SheetKind, (values: Values) => string> = {
  // Letters stand beside the choices in both places.
  choices: () => '',
  'true-false': (values) => say('paper.how.trueFalse', values),
  number: (values) => say('paper.how.number', values),
  pairs: (values) => say('paper.how.pairs', values),
  order: (values) => say('paper.how.order', values),
  gaps: (values) => say('paper.how.gaps', values),
  frame: (values) => say('paper.how.frame', values),
};
const how = computed(() => {
  const kind = sheetKindOf(props.part);
  return kind === null ? '' : sentences[kind]({ label: props.label });
});
</script>

<template>
  <p v-if="how" class="how-on-sheet">{{ how }}</p>
</template>

<style scoped>
.how-on-sheet {
  margin: 4px 0 0;
  font-style: italic;
}
</style>
