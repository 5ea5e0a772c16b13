<script setup lang="ts">
/** Each choice as a pair of bars: the share of the strong above, of the weak below; the key is boxed. */
import type { ItemResult } from '@oaken/contract/results';
import { percent } from '../shared/words';
import { say } from '../../words/teacher';

type Option = ItemResult['options'][number];
const props = defineProps<{
  options: Option[];
  /** Answers go by their own names, not by letters. */ named?: boolean;
}>();
const share = (value: number | null, option: Option) => value ?? option.share;
const letters = 'abcdefghijklmnopqrst';
const signOf = (option: Option, index: number) =>
  props.named ? option.label.slice(0, 3) : letters[index];
const words = (option: Option, index: number) =>
  `${props.named ? '' : `${letters[index]} `}${option.label}${option.right ? say('results.theKey') : ''}: ${say('common.studentsCounted', { n: option.n })}` +
  (option.upper === null || option.lower === null
    ? ''
    : say('results.strongUpperWeakLower', {
        upper: percent(option.upper),
        lower: percent(option.lower),
      }));
</script>

<template>
  <ul class="choices">
    <li
      v-for="(option, position) in options"
      :key="option.id"
      :class="{ key: option.right }"
      :title="words(option, position)"
    >
      <span class="unseen">{{ words(option, position) }}</span>
      <svg viewBox="0 0 24 30" aria-hidden="true">
        <rect
          x="2"
          :y="14 - 14 * share(option.upper, option)"
          width="20"
          :height="14 * share(option.upper, option)"
          class="strong"
        />
        <rect x="2" y="16" width="20" :height="14 * share(option.lower, option)" class="weak" />
        <path d="M0 15H24" class="base" />
      </svg>
      <span class="sign" aria-hidden="true">{{ signOf(option, position) }} {{ option.n }}</span>
    </li>
  </ul>
</template>

<style scoped>
.choices {
  list-style: none;
  display: flex;
  gap: 3px;
  margin: 0;
  padding: 0;
}
li {
  width: 38px;
  text-align: center;
  border: 1px solid transparent;
  border-radius: 2px;
  padding: 1px;
}
.key {
  border: 1.5px solid var(--ink);
}
svg {
  width: 26px;
  height: 32px;
  display: block;
  margin: 0 auto;
}
.strong {
  fill: var(--secure);
}
.weak {
  fill: var(--oak-light);
}
.base {
  stroke: var(--rule-strong);
}
.sign {
  font-size: 0.72rem;
  line-height: 1.1;
  display: block;
  white-space: nowrap;
}
</style>
