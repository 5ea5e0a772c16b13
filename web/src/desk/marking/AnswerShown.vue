<script setup lang="ts">
/** One answer, large and alone: text as written, drawings and photos to look at closely. */
import { onPaperAnswer, type SittingItem } from '@oaken/core/items';
import { computed } from 'vue';
import ItemView from '../../kinds/ItemView.vue';
import MagnifiedView from './MagnifiedView.vue';
import type { Task } from './useMarking';
import { say } from '../../words/teacher';

const props = defineProps<{ task: Task }>();
const shown = computed(() => props.task.part.shown);
const item = computed<SittingItem>(() => ({ stem: '', parts: [shown.value] }));
/** Written on paper: pictures of it. */
const written = computed(() => {
  const read = onPaperAnswer.safeParse(props.task.response);
  return read.success && 'handwritten' in read.data ? read.data.handwritten : null;
});
const photos = computed(() =>
  shown.value.kind === 'upload' && Array.isArray(props.task.response)
    ? (props.task.response as string[])
    : null,
);
const isPhoto = computed(
  () =>
    shown.value.kind === 'upload' && 'accepts' in shown.value && shown.value.accepts === 'photo',
);
</script>

<template>
  <div v-if="typeof task.response === 'string'" class="text">{{ task.response }}</div>
  <template v-else-if="written || (photos && isPhoto)">
    <MagnifiedView v-for="(photo, index) in written ?? photos ?? []" :key="photo"
      ><img
        :src="photo"
        :alt="
          say('marking.photoNumberPhotos', {
            number: index + 1,
            photos: (written ?? photos ?? []).length,
          })
        "
        class="photo"
        draggable="false"
    /></MagnifiedView>
  </template>
  <ul v-else-if="photos">
    <li v-for="(photo, index) in photos" :key="photo">
      <a :href="photo" target="_blank">{{ say('marking.fileNumber', { number: index + 1 }) }}</a>
    </li>
  </ul>
  <MagnifiedView v-else>
    <ItemView :item="item" :responses="{ [shown.id]: task.response }" name="marking" disabled />
  </MagnifiedView>
</template>

<style scoped>
.text {
  white-space: pre-wrap;
  font-size: 1.15rem;
  line-height: 1.6;
  border-inline-start: 4px solid var(--rule-strong);
  padding-inline-start: 16px;
  overflow-wrap: anywhere;
}
.photo {
  display: block;
  max-width: 100%;
  max-height: 530px;
  margin: 0 auto;
}
</style>
