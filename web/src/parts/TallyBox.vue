<script setup lang="ts">
/**
 * Our sign for a mark: fills from the bottom with the share of the points earned; dotted when not
 * reached, a nib in the corner while it waits for the teacher.
 */
import { computed } from 'vue';

const props = defineProps<{
  share: number | null;
  label: string;
  figure?: string;
  needsMarking?: boolean;
}>();
const level = computed(() => {
  if (props.share === null) return null;
  if (props.share >= 0.999) return 'secure';
  return props.share >= 0.5 ? 'partial' : 'low';
});
const height = computed(() => `${Math.round(100 * (props.share ?? 0))}%`);
</script>

<template>
  <span
    class="tally"
    :class="[level, { missed: share === null, needsMarking }]"
    role="img"
    :aria-label="label"
    :title="label"
  >
    <span v-if="share !== null" class="fill" :style="{ height }" />
    <span v-if="figure !== undefined" class="figure">{{ figure }}</span>
  </span>
</template>

<style scoped>
.tally {
  position: relative;
  display: inline-block;
  width: 26px;
  height: 22px;
  border: 1.5px solid var(--ink);
  border-radius: 2px;
  background: var(--sheet);
  overflow: hidden;
  vertical-align: middle;
}
.needsMarking::after {
  content: '';
  position: absolute;
  top: 0;
  inset-inline-end: 0;
  border: 5px solid transparent;
  border-top-color: var(--ink);
  border-inline-end-color: var(--ink);
}
.missed {
  border: 1.5px dotted var(--faded);
}
.fill {
  position: absolute;
  inset: auto 0 0;
  background: var(--secure);
  opacity: 0.36;
}
.partial .fill {
  background: var(--partial);
  opacity: 0.5;
}
.low {
  border-color: var(--low);
}
.low .fill {
  background: var(--low);
  opacity: 0.5;
}
.figure {
  position: absolute;
  inset: 0;
  display: grid;
  place-items: center;
  font-size: 0.75rem;
  line-height: 1;
}
</style>
