<script setup lang="ts">
/** A question of a round with its passage, read aloud for those who have it so. */
import type { SeatRound } from '@oaken/contract/rounds';
import type { Responses } from '@oaken/core/items';
import { ref } from 'vue';
import ItemView from '../kinds/ItemView.vue';
import PassageView from '../parts/PassageView.vue';
import { useReadAloud } from '../sitting/useReadAloud';
import { say } from '../words';

type Question = SeatRound['questions'][number];
const props = defineProps<{
  id: string;
  item: Question['item'];
  passage: Question['passage'];
  aloud: boolean;
  responses: Responses;
  disabled: boolean;
}>();
const emit = defineEmits<{ answer: [part: string, response: unknown] }>();
const box = ref<HTMLElement>();
const { reading, voiceless, readAloud } = useReadAloud(
  () => box.value?.innerText ?? '',
  () => props.id,
);
</script>

<template>
  <div ref="box">
    <PassageView v-if="passage" :passage="passage" class="text" />
    <ItemView
      :key="id"
      :item="item"
      :responses="responses"
      :name="id"
      :disabled="disabled"
      @answer="(part, response) => emit('answer', part, response)"
    />
  </div>
  <template v-if="aloud">
    <button class="btn" :aria-pressed="reading" @click="readAloud">
      {{ say(reading ? 'sitting.stopReading' : 'sitting.readAloud') }}
    </button>
    <p v-if="voiceless" class="faded">{{ say('sitting.noVoice') }}</p>
  </template>
</template>

<style scoped>
.text {
  margin-bottom: 20px;
  padding-bottom: 14px;
  border-bottom: var(--line);
}
.btn {
  margin-top: 12px;
}
</style>
