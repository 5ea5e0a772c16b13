<script setup lang="ts">
/** A comment that is spoken: recorded here, listened to, taken away. It is given with the mark. */
import { ref } from 'vue';
import { inWords } from '../../client/request';
import { keepFile } from '../../rich/files';
import { useRecorder, type RecorderProblem } from './useRecorder';
import { say } from '../../words/teacher';

const voice = defineModel<string | null>({ required: true });
defineProps<{ disabled: boolean }>();
const sending = ref(false);
const wrong = ref('');
/** What could not be sent, to be sent again. */
const unsent = ref<File | null>(null);

async function send(file: File): Promise<void> {
  [sending.value, wrong.value, unsent.value] = [true, '', null];
  try {
    voice.value = (await keepFile(file, 'sound')).address;
  } catch (error) {
    [wrong.value, unsent.value] = [inWords(error), file];
  }
  sending.value = false;
}
const { state, problem, begin, stop, time } = useRecorder((file) => void send(file));
const problemWords: Record<RecorderProblem, string> = {
  unsupported: say('marking.cannotRecord'),
  'not-allowed': say('marking.microphoneNotAllowed'),
  'no-microphone': say('marking.noMicrophone'),
};
</script>

<template>
  <div class="field" role="group" :aria-label="say('marking.spokenComment')">
    <template v-if="voice">
      <audio controls preload="metadata" :src="voice" :aria-label="say('marking.spokenComment')" />
      <ElButton v-if="!disabled" link class="word" @click="voice = null">{{
        say('marking.removeRecording')
      }}</ElButton>
    </template>
    <template v-else-if="state === 'recording'">
      <ElButton @click="stop">{{ say('marking.stopRecording') }}</ElButton>
      <span role="timer" class="recording">{{ say('marking.recordingTime', { time }) }}</span>
    </template>
    <ElButton v-else :disabled="disabled" :loading="sending" @click="begin">{{
      say('marking.recordComment')
    }}</ElButton>
    <p v-if="problem || wrong" class="wrong" role="alert">
      {{ problem ? problemWords[problem] : wrong }}
      <ElButton v-if="unsent" link class="word" @click="send(unsent)">{{
        say('marking.sendAgain')
      }}</ElButton>
    </p>
  </div>
</template>

<style scoped>
.field {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
audio {
  height: 40px;
  max-width: 100%;
}
.recording {
  color: var(--low);
  font-variant-numeric: tabular-nums;
}
.wrong {
  flex-basis: 100%;
  margin: 0;
}
</style>
