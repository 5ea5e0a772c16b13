<script setup lang="ts">
/** What a student does with the question that is open, besides answering it. */
import { onUnmounted, ref, watch } from 'vue';
import { say } from '../words';

const crossing = defineModel<boolean>('crossing', { required: true });
const props = defineProps<{
  entry: string;
  flagged: boolean;
  /** There is a way back to it. */
  canComeBack: boolean;
  hasChoices: boolean;
  /** Offers to read the question aloud, where the browser has a voice. */
  aloud: boolean;
  /** The question's words, as they stand on the page. */
  words(): string;
}>();
const emit = defineEmits<{ flag: []; display: [] }>();

const reading = ref(false);
const voiceless = ref(false);
function readAloud(): void {
  const { speechSynthesis: voice } = window;
  if (reading.value) return voice.cancel();
  voiceless.value = !voice || voice.getVoices().length === 0;
  if (voiceless.value) return;
  const utterance = new SpeechSynthesisUtterance(props.words());
  utterance.lang = document.documentElement.lang;
  utterance.onend = utterance.onerror = () => (reading.value = false);
  reading.value = true;
  voice.speak(utterance);
}
const silence = () => window.speechSynthesis?.cancel();
watch(() => props.entry, silence);
onUnmounted(silence);
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
    <button v-if="aloud" class="btn" :aria-pressed="reading" @click="readAloud">
      {{ say(reading ? 'sitting.stopReading' : 'sitting.readAloud') }}
    </button>
    <p v-if="voiceless" class="faded">{{ say('sitting.noVoice') }}</p>
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
