<script setup lang="ts">
/** An answer among others, small: the beginning of a text, a picture, a drawing. */
import ItemView from '../../kinds/ItemView.vue';
import { sizedPicture } from '../../parts/pictureSizes';
import { useAnswerParts, type ShownAnswer } from './useAnswerParts';
import { say } from '../../words/teacher';

const { answer } = defineProps<{ answer: ShownAnswer; name: string }>();
const { shown, text, pictures, files, item } = useAnswerParts(() => answer);
</script>

<template>
  <p v-if="text !== null" class="text">{{ text }}</p>
  <div v-else-if="pictures" class="pictures">
    <img
      v-for="(picture, index) in pictures"
      :key="picture"
      :src="sizedPicture(picture, 320)"
      :alt="say('marking.photoNumberPhotos', { number: index + 1, photos: pictures.length })"
      loading="lazy"
    />
  </div>
  <ul v-else-if="files">
    <li v-for="(file, index) in files" :key="file">
      <a :href="file" target="_blank">{{ say('marking.fileNumber', { number: index + 1 }) }}</a>
    </li>
  </ul>
  <div v-else class="drawn">
    <ItemView :item="item" :responses="{ [shown.id]: answer.response }" :name="name" disabled />
  </div>
</template>

<style scoped>
.text {
  margin: 0;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 9;
  overflow: hidden;
}
.pictures {
  display: flex;
  gap: 6px;
}
img {
  min-width: 0;
  flex: 1;
  height: 190px;
  object-fit: contain;
  background: var(--wash);
}
ul {
  margin: 0;
  padding-inline-start: 18px;
}
.drawn {
  max-height: 230px;
  overflow: hidden;
}
/* The question stands once, at the head of the page. */
.drawn :deep(.prompt) {
  display: none;
}
</style>
