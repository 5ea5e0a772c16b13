<script setup lang="ts">
/** Where scans are imported, how far each is, and pages that do not count. */
import type { ScanLine } from '@oaken/contract/paper';
import { useDropZone } from '@vueuse/core';
import { computed, ref } from 'vue';
import FileButton from '../../parts/FileButton.vue';
import { say } from '../../words/teacher';
import { problemInWords } from './problemInWords';
import type { Paper } from './usePaper';

const props = defineProps<{
  assignmentId: number;
  paper: Paper;
  sending: string[];
  refused: string[];
}>();
const emit = defineEmits<{ bring: [file: File]; stop: [scanId: string] }>();
const accept = '.pdf,.tif,.tiff,.png,.jpg,.jpeg,.heic,.heif,.webp,application/pdf,image/*';

const zone = ref<HTMLElement>();
const { isOverDropZone } = useDropZone(zone, {
  onDrop: (files) => files?.forEach((file) => emit('bring', file)),
});

function stateOf({ state, pages, read, message }: ScanLine): string {
  switch (state) {
    case 'reading':
      return pages === null
        ? say('paper.scanWaiting')
        : say('paper.scanReading', { read: Math.min(pages, read + 1), pages });
    case 'done':
      return say('paper.scanDone', { n: read });
    case 'cancelled':
      return say('paper.scanCancelled', { n: read });
    case 'failed':
      return message;
  }
}
/** Sheets of which some pages are back and others are not. */
const missing = computed(() =>
  props.paper.sheets.flatMap(({ student, read, pages, sheet }) => {
    if (read.length === 0 || read.length === pages) return [];
    const left = Array.from({ length: pages }, (_, index) => index + 1).filter(
      (page) => !read.includes(page),
    );
    const name = student?.name ?? say('paper.spareName', { sheet });
    return [say('paper.missingPages', { name, pages: left.join(', ') })];
  }),
);
</script>

<template>
  <div
    v-if="paper.mayChange"
    ref="zone"
    class="zone"
    :class="{ over: isOverDropZone }"
    role="group"
    :aria-label="say('paper.importScans')"
  >
    <p>{{ say('paper.dropHere') }}</p>
    <p class="buttons">
      <FileButton :accept="accept" type="primary" multiple @chosen="emit('bring', $event)">{{
        say('paper.importScans')
      }}</FileButton>
      <FileButton class="camera" accept="image/*" camera @chosen="emit('bring', $event)">{{
        say('paper.takePhoto')
      }}</FileButton>
    </p>
    <p>
      <RouterLink
        v-if="paper.sheets.length > 0"
        :to="`/assignments/${assignmentId}/paper/camera`"
        >{{ say('paper.takePhotos') }}</RouterLink
      >
    </p>
    <p class="faded small">{{ say('paper.fileKinds') }}</p>
    <p v-if="sending.length > 0" role="status">{{ say('paper.sending', { name: sending[0] }) }}</p>
    <p v-for="words in refused" :key="words" class="wrong" role="alert">{{ words }}</p>
  </div>
  <section v-if="missing.length > 0" class="part">
    <h2>{{ say('paper.missing') }}</h2>
    <ul>
      <li v-for="line in missing" :key="line">{{ line }}</li>
    </ul>
  </section>
  <section v-if="paper.pages.length > 0" class="part">
    <h2>{{ say('paper.notCounted') }}</h2>
    <ul>
      <li v-for="page in paper.pages" :key="page.id">
        <span class="faded">{{
          say('paper.place', { scan: page.scanName, position: page.position })
        }}</span>{{ ' ' }}{{ problemInWords(page) }}{{ ' ' }}
        <RouterLink
          v-if="page.waiting && paper.mayChange"
          :to="`/assignments/${assignmentId}/paper/look?page=${page.id}`"
          >{{ say('paper.decide') }}</RouterLink><span v-else class="faded"
          >({{ say('paper.leftOut') }})</span
        >
      </li>
    </ul>
  </section>
  <ul v-if="paper.scans.length > 0" class="scans" :aria-label="say('paper.scans')">
    <li v-for="scan in paper.scans" :key="scan.id">
      <span class="name">{{ scan.name }}</span>
      <span class="faded small">{{ scan.by || say('paper.fromCopier') }}</span>
      <span class="state" :class="{ wrong: scan.state === 'failed' }">{{ stateOf(scan) }}</span>
      <template v-if="scan.state === 'reading'">
        <ElProgress
          class="bar"
          :percentage="scan.pages ? Math.round((100 * scan.read) / scan.pages) : 0"
          :show-text="false"
          :aria-label="stateOf(scan)"
        />
        <ElButton v-if="paper.mayChange" size="small" @click="emit('stop', scan.id)">{{
          say('paper.stop')
        }}</ElButton>
      </template>
    </li>
  </ul>
</template>

<style scoped>
.zone {
  margin: 14px 24px;
  padding: 14px 18px;
  border: 2px dashed var(--rule-strong);
  border-radius: var(--corner);
  text-align: center;
}
.zone.over {
  background: var(--low-wash);
}
.zone p {
  margin: 4px 0;
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  justify-content: center;
  gap: 10px;
}
.buttons :deep(.el-button) {
  margin: 0;
}
/* Only what has a camera at its back takes a photo of paper. */
@media not (pointer: coarse) {
  .buttons :deep(.camera) {
    display: none;
  }
}
.scans {
  margin: 0;
  padding: 0 24px;
  list-style: none;
}
.scans li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 12px;
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
}
.name {
  overflow-wrap: anywhere;
  font-weight: 500;
}
.state {
  margin-inline-start: auto;
}
.bar {
  flex: 1 1 120px;
}
.part {
  padding: 14px 24px;
}
.part h2 {
  font-size: 1rem;
}
.part ul {
  margin: 6px 0 0;
  padding-inline-start: 18px;
}
.part li {
  margin: 4px 0;
}
</style>
