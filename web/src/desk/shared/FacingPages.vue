<script setup lang="ts">
/** Two facing pages with a gutter that can be dragged, or moved with the arrow keys; two tabs on a narrow screen. */
import { present } from '@oaken/core/certain';
import { useEventListener } from '@vueuse/core';
import { computed, nextTick, ref } from 'vue';
import { say } from '../../words/teacher';

const props = withDefaults(
  defineProps<{
    name: string;
    left: string;
    right: string;
    start?: number;
    least?: number;
    most?: number;
    /** Only the right page: there is nothing to do on the left. */
    alone?: boolean;
  }>(),
  {
    start: 46,
    least: 22,
    most: 70,
    alone: false,
  },
);
const kept = Number(localStorage.getItem(`oaken-gutter-${props.name}`));
const share = ref(kept >= props.least && kept <= props.most ? kept : props.start);
const side = ref<'left' | 'right'>('left');
const box = ref<HTMLElement>();
const columns = computed(() =>
  props.alone
    ? 'minmax(0, 1fr)'
    : `minmax(0, ${share.value}fr) 9px minmax(0, ${100 - share.value}fr)`,
);

function move(to: number): void {
  share.value = Math.round(Math.min(props.most, Math.max(props.least, to)) * 10) / 10;
  localStorage.setItem(`oaken-gutter-${props.name}`, String(share.value));
}

/** F6 goes over to the other page, however much stands on this one. */
async function goOver(event: KeyboardEvent): Promise<void> {
  if (event.key !== 'F6' || event.defaultPrevented || !box.value) return;
  const [left, right] = box.value.querySelectorAll<HTMLElement>(':scope > .page');
  if (!left || !right) return;
  event.preventDefault();
  const toRight = left.contains(document.activeElement);
  // On a narrow screen only one of them is shown.
  side.value = toRight ? 'right' : 'left';
  await nextTick();
  (toRight ? right : left).focus();
}
useEventListener('keydown', goOver);

function drag(event: PointerEvent): void {
  const gutter = event.currentTarget as HTMLElement;
  gutter.setPointerCapture(event.pointerId);
  const follow = (moved: PointerEvent) => {
    const { left, width } = present(box.value, 'box').getBoundingClientRect();
    move((100 * (moved.clientX - left)) / width);
  };
  gutter.addEventListener('pointermove', follow);
  gutter.addEventListener('pointerup', () => gutter.removeEventListener('pointermove', follow), {
    once: true,
  });
}
</script>

<template>
  <div class="facing">
    <div v-if="!alone" class="sides" role="group" :aria-label="say('desk.pages')">
      <button
        v-for="entry in ['left', 'right'] as const"
        :key="entry"
        :aria-pressed="side === entry"
        @click="side = entry"
      >
        {{ entry === 'left' ? left : right }}
      </button>
    </div>
    <div
      ref="box"
      class="spread"
      :class="alone ? 'right' : side"
      :style="{ gridTemplateColumns: columns }"
    >
      <!-- Keys scroll a page that holds nothing to focus. -->
      <section v-if="!alone" class="page left" tabindex="0" :aria-label="left">
        <slot name="left" />
      </section>
      <div
        v-if="!alone"
        class="gutter"
        role="separator"
        aria-orientation="vertical"
        :aria-label="say('desk.widthLeft', { left })"
        :aria-valuenow="Math.round(share)"
        tabindex="0"
        @pointerdown="drag"
        @keydown.left.prevent="move(share - 2)"
        @keydown.right.prevent="move(share + 2)"
      />
      <section class="page right" tabindex="0" :aria-label="right"><slot name="right" /></section>
    </div>
  </div>
</template>

<style scoped>
.facing {
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
}
.sides {
  display: none;
}
.spread {
  flex: 1;
  min-height: 0;
  display: grid;
}
/* Holds what is laid out absolutely, so that it scrolls along instead of widening the window. */
.page {
  position: relative;
  min-width: 0;
  min-height: 0;
  overflow: auto;
  background: var(--sheet);
  display: flex;
  flex-direction: column;
}
.gutter {
  cursor: col-resize;
  background: var(--wash);
  border-inline-start: 1px solid var(--rule);
  border-inline-end: 1px solid var(--rule);
}
.gutter:hover,
.gutter:focus-visible {
  background: var(--rule);
}
@media (max-width: 820px) {
  .sides {
    display: flex;
    border-bottom: var(--line);
  }
  .sides button {
    flex: 1;
    padding: 10px;
    border: 0;
    background: var(--paper);
    cursor: pointer;
  }
  .sides button[aria-pressed='true'] {
    background: var(--sheet);
    font-weight: 650;
    box-shadow: inset 0 -3px var(--oak);
  }
  .spread {
    grid-template-columns: 1fr !important;
  }
  .gutter,
  .spread.left .right,
  .spread.right .left {
    display: none;
  }
}
</style>
