<script setup lang="ts">
import type { Pinned } from '@oaken/contract/tests';
import { kinds } from '@oaken/core/items';
import type { Entry } from '@oaken/core/tests';
import { ref, watch } from 'vue';
import { stemLine } from '../words';

const props = defineProps<{ entry: Entry; number: number; pinned?: Pinned | undefined }>();
const emit = defineEmits<{ up: []; down: []; remove: []; edit: []; points: [points: number] }>();

const typed = ref(String(props.entry.points));
const wrong = ref('');
watch(
  () => props.entry.points,
  (points) => {
    typed.value = String(points);
    wrong.value = '';
  },
);

function givePoints(): void {
  const points = Number(typed.value.replace(',', '.'));
  if (typed.value.trim() === '' || !Number.isFinite(points)) wrong.value = 'Points must be a number.';
  else if (points < 0) wrong.value = 'Points cannot be below zero.';
  else if (points > 1000) wrong.value = 'At most 1000 points.';
  else {
    wrong.value = '';
    if (points !== props.entry.points) emit('points', points);
  }
}

function keys(event: KeyboardEvent): void {
  if (event.target !== event.currentTarget) return;
  const act = { ArrowUp: () => emit('up'), ArrowDown: () => emit('down') }[event.key];
  if (event.altKey && act) {
    event.preventDefault();
    act();
  } else if (event.key === 'Enter') emit('edit');
  else if (event.key === 'Delete') emit('remove');
}
</script>

<template>
  <li
    class="entry"
    :data-entry="entry.id"
    tabindex="0"
    :aria-label="`Item ${number}: ${pinned ? stemLine(pinned.content.stem) : ''}`"
    @keydown="keys"
  >
    <span class="grip" aria-hidden="true" title="Drag to move">⋮⋮</span>
    <span class="number">{{ number }}</span>
    <div class="body">
      <p class="stem">{{ pinned ? stemLine(pinned.content.stem, 150) : '…' }}</p>
      <p class="facts">
        <span v-for="standard in pinned?.standards" :key="standard.id" :title="standard.statement">{{
          standard.code
        }}</span>
        <span v-if="pinned">{{ kinds[pinned.kind].title }}</span>
        <span v-if="pinned?.depth">depth {{ pinned.depth }}</span>
        <span v-if="pinned?.forThisTest" class="note">changed for this test only</span>
        <span class="acts">
          <button class="word" :aria-label="`Edit item ${number}`" @click="emit('edit')">Edit</button>
          <button class="word" :aria-label="`Move item ${number} up`" @click="emit('up')">Up</button>
          <button class="word" :aria-label="`Move item ${number} down`" @click="emit('down')">Down</button>
          <button class="word" :aria-label="`Remove item ${number}`" @click="emit('remove')">Remove</button>
        </span>
      </p>
      <p v-if="wrong" class="wrong">{{ wrong }}</p>
    </div>
    <span class="points">
      <input
        :aria-label="`Points for item ${number}`"
        v-model="typed"
        inputmode="decimal"
        :aria-invalid="wrong !== ''"
        @change="givePoints"
        @keydown.enter.prevent="givePoints"
      />
      <span class="faded small">pt</span>
    </span>
  </li>
</template>

<style scoped>
.entry {
  display: grid;
  grid-template-columns: 18px 28px minmax(0, 1fr) auto;
  gap: 6px;
  padding: 9px 4px;
  border-bottom: var(--line);
  background: var(--sheet);
}
.entry:hover,
.entry:focus-within {
  background: var(--wash);
}
.grip {
  cursor: grab;
  color: var(--faded);
  user-select: none;
  letter-spacing: -3px;
}
.number {
  font-family: var(--serif);
  font-weight: 600;
  text-align: right;
  padding-right: 4px;
}
.stem {
  margin: 0;
}
.facts {
  margin: 1px 0 0;
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
  font-size: 0.84rem;
  color: var(--faded);
}
.note {
  color: var(--secure);
  font-weight: 600;
}
.acts {
  margin-left: auto;
  white-space: nowrap;
}
.points {
  display: flex;
  align-items: baseline;
  gap: 4px;
}
.points input {
  width: 52px;
  text-align: right;
  border: 1px solid transparent;
  border-bottom-color: var(--rule-strong);
  background: none;
  padding: 2px 4px;
  font-size: 1.05rem;
}
.points input:hover,
.points input:focus {
  background: var(--sheet);
  border-color: var(--rule-strong);
}
.sortable-ghost {
  opacity: 0.4;
}
</style>
