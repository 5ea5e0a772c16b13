<script setup lang="ts">
/** Until there is a picture: that the camera is being opened, or why it cannot be. */
import { computed } from 'vue';
import { say } from '../../words/teacher';
import type { CameraTrouble } from './useCamera';

const props = defineProps<{ trouble: CameraTrouble | null }>();
const emit = defineEmits<{ again: [] }>();
const words = computed(() => {
  const said: Record<CameraTrouble, string> = {
    none: say('rounds.cameraNone'),
    refused: say('rounds.cameraRefused'),
    busy: say('rounds.cameraBusy'),
    insecure: say('rounds.cameraInsecure'),
  };
  return props.trouble && said[props.trouble];
});
</script>

<template>
  <div v-if="words">
    <p class="wrong" role="alert">{{ words }}</p>
    <ElButton size="large" @click="emit('again')">{{ say('rounds.cameraAgain') }}</ElButton>
  </div>
  <p v-else role="status">{{ say('rounds.cameraOpening') }}</p>
</template>
