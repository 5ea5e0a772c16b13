<script setup lang="ts">
/** One item of a form, and what this form does with it. */
import { kinds } from '@oaken/core/items';
import { itemLine } from '../shared/itemLine';
import { percent, pointsText } from '../shared/words';
import type { FormLine } from './formLines';
import { say } from '../../words/teacher';

defineProps<{
  line: FormLine;
  /** What it gives. */
  points: number;
  mayChange: boolean;
}>();
const emit = defineEmits<{ similar: []; edit: []; asInFirst: []; leaveOut: [] }>();
</script>

<template>
  <li :class="{ out: line.out, swapped: line.swapped }">
    <span class="number">{{ line.number ?? '–' }}</span>
    <div>
      <p>{{ line.pinned ? itemLine(line.pinned.content, 140) : '…' }}</p>
      <p class="faded small facts">
        <span>{{ line.pinned?.standards.map(({ code }) => code).join(', ') }}</span>
        <span v-if="line.pinned">{{ kinds[line.pinned.kind].title }}</span>
        <span v-if="line.pinned?.depth">{{
          say('tests.depthDepthWith', { depth: line.pinned.depth })
        }}</span>
        <span v-if="line.pinned?.facility">{{ percent(line.pinned.facility.value) }}</span>
        <b v-if="line.out">{{ say('tests.leftOut') }}</b>
        <b v-else-if="line.swapped">{{ say('tests.notItemForm') }}</b>
        <span v-if="mayChange" class="acts">
          <template v-if="!line.out">
            <ElButton
              link
              class="word"
              :aria-label="say('tests.replaceItemNumber', { number: line.number })"
              @click="emit('similar')"
            >
              {{ say('tests.replace') }}
            </ElButton>
            <ElButton
              link
              class="word"
              :aria-label="say('tests.editHereItemNumber', { number: line.number })"
              @click="emit('edit')"
            >
              {{ say('tests.editHere') }}
            </ElButton>
            <ElButton
              link
              v-if="line.swapped"
              class="word"
              :aria-label="say('tests.sameAsItemNumber', { number: line.number })"
              @click="emit('asInFirst')"
            >
              {{ say('tests.sameAs') }}
            </ElButton>
          </template>
          <ElButton link class="word" @click="emit('leaveOut')">
            {{ line.out ? say('tests.include') : say('tests.exclude') }}
          </ElButton>
        </span>
      </p>
    </div>
    <span class="worth">{{
      line.out ? '' : say('tests.pointsPt', { points: pointsText(points) })
    }}</span>
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 28px minmax(0, 1fr) auto;
  gap: 8px;
  padding: 8px 4px;
  border-bottom: var(--line);
  overflow-wrap: anywhere;
}
li p {
  margin: 0;
}
li:hover {
  background: var(--wash);
}
.swapped {
  box-shadow: inset 4px 0 var(--secure);
}
.out p:first-child {
  text-decoration: line-through;
  color: var(--faded);
}
.number {
  font-family: var(--serif);
  font-weight: 600;
  text-align: end;
}
.facts {
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
}
.acts {
  margin-inline-start: auto;
}
</style>
