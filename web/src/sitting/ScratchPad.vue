<script setup lang="ts">
/** A sheet to draw on and a place for notes, for one question; only the student's own device has them. */
import type { SittingDrawing, Stroke } from '@oaken/core/items';
import { onMounted, ref } from 'vue';
import DrawingAnswer from '../kinds/by-hand/DrawingAnswer.vue';
import { say } from '../words';
import FloatingPanel from './FloatingPanel.vue';
import { emptyPad, longestNotes, type ScratchPads } from './scratchPads';

const props = defineProps<{ entry: string; pads: ScratchPads }>();
const emit = defineEmits<{ close: [] }>();
const pad = ref(emptyPad());
/** Until what is kept was read, nothing is written over it. */
const isRead = ref(false);
const sheet: SittingDrawing = { id: 'pad', kind: 'drawing' };

onMounted(async () => {
  pad.value = await props.pads.read(props.entry);
  isRead.value = true;
});
function keep(change: Partial<typeof pad.value>): void {
  pad.value = { ...pad.value, ...change };
  props.pads.write(props.entry, pad.value);
}
</script>

<template>
  <FloatingPanel :title="say('tools.scratchPad')" :width="460" @close="emit('close')">
    <div v-if="isRead" class="pad">
      <DrawingAnswer
        :part="sheet"
        :response="pad.strokes"
        name="scratch-pad"
        @answer="(strokes: Stroke[]) => keep({ strokes })"
      />
      <label class="notes">
        <span>{{ say('tools.notes') }}</span>
        <textarea
          data-first
          class="plain-input"
          rows="3"
          :maxlength="longestNotes"
          :value="pad.notes"
          @input="keep({ notes: ($event.target as HTMLTextAreaElement).value })"
        />
      </label>
      <p class="faded small">{{ say('tools.privatePad') }}</p>
    </div>
  </FloatingPanel>
</template>

<style scoped>
.pad {
  display: grid;
  gap: 8px;
  padding: 10px 12px 12px;
}
.notes {
  display: grid;
  gap: 4px;
  font-weight: 600;
}
textarea {
  width: 100%;
  font-weight: 400;
  resize: vertical;
}
p {
  margin: 0;
}
</style>
