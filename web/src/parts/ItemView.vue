<script setup lang="ts">
/** An item as a student sees it, answerable. The same in the seat, in a bank's row and beside the editor. */
import type { Responses, SittingItem, SittingPart } from '@oaken/core/items';
import type { Component } from 'vue';
import ChoicePart from './ChoicePart.vue';
import DrawPart from './DrawPart.vue';
import GridPart from './GridPart.vue';
import InlinePart from './InlinePart.vue';
import LongTextPart from './LongTextPart.vue';
import OrderPart from './OrderPart.vue';
import PlacesPart from './PlacesPart.vue';
import PoolPart from './PoolPart.vue';
import RichText from './RichText.vue';
import SurveyPart from './SurveyPart.vue';
import TypedPart from './TypedPart.vue';
import UploadPart from './UploadPart.vue';
import WordsPart from './WordsPart.vue';

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
const shapes: Record<SittingPart['kind'], Component | null> = {
  'single-choice': ChoicePart,
  'multiple-choice': ChoicePart,
  'true-false': ChoicePart,
  'inline-choice': InlinePart,
  numeric: TypedPart,
  'short-text': TypedPart,
  'long-text': LongTextPart,
  matching: PoolPart,
  sorting: PoolPart,
  ordering: OrderPart,
  'words-in-text': WordsPart,
  places: PlacesPart,
  grid: GridPart,
  drawing: DrawPart,
  upload: UploadPart,
  survey: SurveyPart,
  information: null,
};
const nameOf = (part: SittingPart) => `${props.name}-${part.id}`;
</script>

<template>
  <div class="item">
    <RichText class="stem" :html="item.stem" />
    <div v-for="(part, at) in item.parts" :key="part.id" class="part">
      <h3 v-if="item.parts.length > 1" class="letter">Part {{ 'ABCDEFGHIJKLMNOPQRST'[at] }}</h3>
      <RichText v-if="part.prompt" :html="part.prompt" />
      <component
        :is="shapes[part.kind]"
        v-if="shapes[part.kind]"
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
  margin-top: 26px;
  padding-top: 14px;
  border-top: var(--line);
}
.letter {
  margin: 0 0 6px;
  font-size: 1em;
  color: var(--faded);
}
</style>
