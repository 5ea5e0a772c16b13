<script setup lang="ts">
/** A question of a round with its passage, read aloud for those who have it so. */
import type { SeatRound } from '@oaken/contract/rounds';
import type { Responses } from '@oaken/core/items';
import { ref } from 'vue';
import ItemView from '../kinds/ItemView.vue';
import PassageView from '../parts/PassageView.vue';
import ReadAloud from '../sitting/ReadAloud.vue';

type Question = SeatRound['questions'][number];
defineProps<{
  id: string;
  item: Question['item'];
  passage: Question['passage'];
  aloud: boolean;
  responses: Responses;
  disabled: boolean;
}>();
const emit = defineEmits<{ answer: [part: string, response: unknown] }>();
const box = ref<HTMLElement>();
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
  <div v-if="aloud" class="aloud">
    <ReadAloud :entry="id" :element="() => box ?? null" />
  </div>
</template>

<style scoped>
.text {
  margin-bottom: 20px;
  padding-bottom: 14px;
  border-bottom: var(--line);
}
.aloud {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 12px;
}
</style>
