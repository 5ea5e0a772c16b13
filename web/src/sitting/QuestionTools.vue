<script setup lang="ts">
/** What a student does with the question that is open, besides answering it. */
import type { MessageKey } from '@oaken/words';
import { say } from '../words';
import ReadAloud from './ReadAloud.vue';
import type { OfferedTool, OpenTool } from './useTools';

const crossing = defineModel<boolean>('crossing', { required: true });
defineProps<{
  entry: string;
  flagged: boolean;
  /** There is a way back to it. */
  canComeBack: boolean;
  hasChoices: boolean;
  /** Offers to read the question aloud, where the browser has a voice. */
  aloud: boolean;
  /** What may be used besides, and which of it is open. */
  tools: OfferedTool[];
  /** The question as it stands on the page. */
  element: () => HTMLElement | null;
}>();
const emit = defineEmits<{ flag: []; display: []; tool: [name: OpenTool] }>();
const toolWords: Record<OpenTool, MessageKey> = {
  'scratch-pad': 'tools.scratchPad',
  calculator: 'tools.calculator',
  ruler: 'tools.ruler',
  protractor: 'tools.protractor',
};
const wordsOf = ({ name, used }: OfferedTool) =>
  say(used ? 'tools.scratchPadUsed' : toolWords[name]);
</script>

<template>
  <div class="tools">
    <button v-if="canComeBack" class="btn" :aria-pressed="flagged" @click="emit('flag')">
      {{ say(flagged ? 'sitting.unflag' : 'sitting.flag') }}
    </button>
    <button v-if="hasChoices" class="btn" :aria-pressed="crossing" @click="crossing = !crossing">
      {{ say(crossing ? 'sitting.crossed' : 'sitting.crossOut') }}
    </button>
    <button class="btn" @click="emit('display')">{{ say('sitting.display') }}</button>
    <button
      v-for="tool in tools"
      :key="tool.name"
      class="btn"
      :aria-pressed="tool.open"
      @click="emit('tool', tool.name)"
    >
      {{ wordsOf(tool) }}
    </button>
    <ReadAloud v-if="aloud" :entry="entry" :element="element" />
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 22px;
  border-top: var(--line);
  padding-top: 14px;
}
.tools .btn {
  font-weight: 400;
  min-height: 44px;
  padding: 4px 14px;
}
.tools .btn[aria-pressed='true'] {
  background: var(--wash);
  border-color: var(--oak);
}
</style>
