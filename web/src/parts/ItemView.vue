<script setup lang="ts">
/** An item as a student sees it, answerable. The same in the seat, in a bank's row and beside the editor. */
import type { Responses, SittingItem, SittingPart } from '@oaken/core/items';
import ChoicePart from './ChoicePart.vue';
import RichText from './RichText.vue';
import TypedPart from './TypedPart.vue';

const props = defineProps<{
  item: SittingItem;
  responses: Responses;
  name: string;
  disabled?: boolean;
  struck?: Record<string, string[]>;
  crossing?: boolean;
}>();
const emit = defineEmits<{
  answer: [part: string, response: unknown];
  strike: [part: string, choice: string];
}>();

/** Which component answers which kind; a new kind adds a line. */
const shapes: Record<SittingPart['kind'], typeof ChoicePart | typeof TypedPart> = {
  'single-choice': ChoicePart,
  'multiple-choice': ChoicePart,
  'true-false': ChoicePart,
  numeric: TypedPart,
  'short-text': TypedPart,
};
const nameOf = (part: SittingPart) => `${props.name}-${part.id}`;
</script>

<template>
  <div class="item">
    <RichText class="stem" :html="item.stem" />
    <div v-for="part in item.parts" :key="part.id" class="part">
      <RichText v-if="part.prompt" :html="part.prompt" />
      <component
        :is="shapes[part.kind]"
        :part="part as never"
        :response="responses[part.id]"
        :name="nameOf(part)"
        :disabled="disabled"
        :struck="struck?.[part.id] ?? []"
        :crossing="crossing"
        @answer="emit('answer', part.id, $event)"
        @strike="emit('strike', part.id, $event)"
      />
    </div>
  </div>
</template>

<style scoped>
.stem {
  font-size: 1.08em;
  margin-bottom: 14px;
}
.part + .part {
  margin-top: 20px;
}
</style>
