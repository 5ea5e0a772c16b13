<script setup lang="ts">
/** An item as a student sees it, answerable. The same in the seat, in a bank's row and beside the editor. */
import type { Responses, SittingItem, SittingPart } from '@oaken/core/items';
import { answers, canCrossOut } from './answers';
import RichText from '../parts/RichText.vue';
import { say } from '../words';

const props = defineProps<{
  item: SittingItem;
  responses: Responses;
  name: string;
  disabled?: boolean;
  struck?: Record<string, string[]>;
  crossing?: boolean;
  /** Of the choices, for a class that holds them up. */
  letters?: readonly string[];
}>();
const emit = defineEmits<{
  answer: [part: string, response: unknown];
  strike: [part: string, choice: string];
}>();

/** For kinds whose choices can be crossed out while thinking. */
const crossingOut = ({ id, kind }: SittingPart) =>
  canCrossOut(kind)
    ? {
        struck: props.struck?.[id] ?? [],
        crossing: props.crossing,
        onStrike: (choice: string) => emit('strike', id, choice),
      }
    : {};
const lettering = ({ kind }: SittingPart) =>
  kind === 'single-choice' || kind === 'true-false' ? { letters: props.letters } : {};
const nameOf = (part: SittingPart) => `${props.name}-${part.id}`;
</script>

<template>
  <div class="item">
    <RichText class="stem" :html="item.stem" />
    <div v-for="(part, index) in item.parts" :key="part.id" class="part">
      <h3 v-if="item.parts.length > 1" class="letter">
        {{ say('answer.part', { letter: 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'[index] ?? '' }) }}
      </h3>
      <RichText v-if="part.prompt" :html="part.prompt" />
      <component
        :is="answers[part.kind]"
        v-if="answers[part.kind]"
        :part="part"
        :response="responses[part.id]"
        :name="nameOf(part)"
        :disabled="disabled"
        v-bind="{ ...crossingOut(part), ...lettering(part) }"
        @answer="emit('answer', part.id, $event)"
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
