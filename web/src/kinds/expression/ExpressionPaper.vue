<script setup lang="ts">
/** A line to write mathematics on, with the form that is asked. */
import type { SittingExpression } from '@oaken/core/items';
import { say } from '../../words/teacher';

defineProps<{ part: SittingExpression }>();
const asked = {
  any: '',
  simplified: say('kinds.askedSimplified'),
  expanded: say('kinds.askedExpanded'),
  factored: say('kinds.askedFactored'),
  'lowest-terms': say('kinds.askedLowestTerms'),
  scientific: say('kinds.askedScientific'),
};
</script>

<template>
  <p class="answer">
    {{ say('kinds.answer') }} <span class="blank" />
    {{ part.hasUnit ? say('kinds.withItsUnit') : '' }} {{ asked[part.form] }}
  </p>
</template>
