<script setup lang="ts">
/** One answer, large and alone: text as written, drawings and photos to look at closely. */
import ItemView from '../../kinds/ItemView.vue';
import { sizedPicture } from '../../parts/pictureSizes';
import MagnifiedView from './MagnifiedView.vue';
import { useAnswerParts, type ShownAnswer } from './useAnswerParts';
import { say } from '../../words/teacher';

const { answer } = defineProps<{ answer: ShownAnswer }>();
const { shown, text, pictures, files, item } = useAnswerParts(() => answer);
</script>

<template>
  <div v-if="text !== null" class="text">{{ text }}</div>
  <template v-else-if="pictures">
    <MagnifiedView v-for="(picture, index) in pictures" v-slot="{ enlarged }" :key="picture"
      ><img
        :src="enlarged ? picture : sizedPicture(picture)"
        :alt="say('marking.photoNumberPhotos', { number: index + 1, photos: pictures.length })"
        class="photo"
        draggable="false"
    /></MagnifiedView>
  </template>
  <ul v-else-if="files">
    <li v-for="(file, index) in files" :key="file">
      <a :href="file" target="_blank">{{ say('marking.fileNumber', { number: index + 1 }) }}</a>
    </li>
  </ul>
  <MagnifiedView v-else>
    <ItemView :item="item" :responses="{ [shown.id]: answer.response }" name="marking" disabled />
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
