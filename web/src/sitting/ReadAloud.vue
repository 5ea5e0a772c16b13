<script setup lang="ts">
/** Reads a question with the browser's voice: begin and stop, pause and go on, at a speed of one's own. */
import { percentText } from '@oaken/words/numbers';
import { language, say } from '../words';
import { speeds, useReadAloud } from './useReadAloud';

const props = defineProps<{
  /** Another one ends the reading. */
  entry: string;
  /** The question as it stands on the page. */
  element: () => HTMLElement | null;
}>();
const { state, voiceless, speed, readAloud, pauseOrGoOn } = useReadAloud(
  props.element,
  () => props.entry,
);
</script>

<template>
  <button class="btn" :aria-pressed="state !== 'silent'" @click="readAloud">
    {{ say(state === 'silent' ? 'sitting.readAloud' : 'sitting.stopReading') }}
  </button>
  <button v-if="state !== 'silent'" class="btn" @click="pauseOrGoOn">
    {{ say(state === 'paused' ? 'sitting.goOnReading' : 'sitting.pauseReading') }}
  </button>
  <label class="speed"
    >{{ say('sitting.speed') }}
    <select v-model="speed" class="plain-input">
      <option v-for="part in speeds" :key="part" :value="part">
        {{ percentText(part, language) }}
      </option>
    </select></label
  >
  <p v-if="voiceless" class="faded">{{ say('sitting.noVoice') }}</p>
</template>

<style scoped>
.btn {
  min-height: 44px;
  padding: 4px 14px;
  font-weight: 400;
}
.btn[aria-pressed='true'] {
  background: var(--wash);
  border-color: var(--oak);
}
.speed {
  display: flex;
  gap: 6px;
  align-items: center;
}
.speed select {
  width: auto;
  min-height: 44px;
}
</style>
