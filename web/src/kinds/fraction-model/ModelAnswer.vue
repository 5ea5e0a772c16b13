<script setup lang="ts">
/** Wholes whose pieces are shaded by a press; each piece is a checkbox for keys and readers. */
import type { SittingFractionModel } from '@oaken/core/items';
import { computed } from 'vue';
import { modelSize, wholesOf, type Piece } from './pieces';
import { say } from '../../words';

const props = defineProps<{
  part: SittingFractionModel;
  response: unknown;
  name: string;
  disabled?: boolean;
}>();
const emit = defineEmits<{ answer: [response: number[]] }>();

const shaded = computed(() => (Array.isArray(props.response) ? (props.response as number[]) : []));
const size = computed(() => modelSize(props.part));
const wholes = computed(() => wholesOf(props.part));
const count = computed(() => props.part.columns * props.part.rows);

function toggle(index: number): void {
  if (props.disabled) return;
  const others = shaded.value.filter((piece) => piece !== index);
  const next = others.length < shaded.value.length ? others : [...others, index];
  emit(
    'answer',
    next.sort((a, b) => a - b),
  );
}
const nameOf = ({ index, whole }: Piece) =>
  props.part.wholes === 1
    ? say('board.piece', { piece: index + 1, n: count.value })
    : say('board.pieceOfWhole', {
        piece: (index % count.value) + 1,
        n: count.value,
        whole: whole + 1,
      });
</script>

<template>
  <p v-if="!disabled" class="hint">{{ say('board.shade') }}</p>
  <svg
    class="board model"
    :viewBox="`0 0 ${size.width} ${size.height}`"
    :style="{ maxWidth: `${size.width * 1.4}px` }"
    role="group"
    :aria-label="say('board.pieces')"
  >
    <g v-for="(whole, index) in wholes" :key="index" :transform="whole.transform">
      <path
        v-for="piece in whole.pieces"
        :key="piece.index"
        :d="piece.path"
        class="piece"
        role="checkbox"
        :tabindex="disabled ? undefined : 0"
        :aria-checked="shaded.includes(piece.index)"
        :aria-label="nameOf(piece)"
        :aria-disabled="disabled"
        @click="toggle(piece.index)"
        @keydown.space.prevent="toggle(piece.index)"
        @keydown.enter.prevent="toggle(piece.index)"
      />
    </g>
  </svg>
  <p class="hint" aria-live="polite">{{ say('board.shadedPieces', { n: shaded.length }) }}</p>
</template>

<style src="../board/board.css"></style>
<style scoped>
.model {
  border: none;
  background: none;
  cursor: default;
}
.piece {
  fill: var(--sheet);
  stroke: currentColor;
  stroke-width: 2;
  cursor: pointer;
}
.piece[aria-checked='true'] {
  fill: var(--oak);
}
.piece:focus-visible {
  outline: none;
  stroke: var(--secure);
  stroke-width: 5;
}
</style>
