<script setup lang="ts">
/** The pictures that a variable can be, each with the word that formulas and keys know it by. */
import type { Variable } from '@oaken/core/templates';
import { computed, ref } from 'vue';
import { sizedPicture } from '../../../parts/pictureSizes';
import MediaDialog, { type Medium } from '../../../rich/MediaDialog.vue';
import { say } from '../../../words/teacher';

type Picture = Extract<Variable, { kind: 'picture' }>['pictures'][number];

const pictures = defineModel<Picture[]>({ required: true });
const open = ref(false);
/** The picture that the dialog is about; one more where it is none. */
const changed = ref<number | null>(null);

const start = computed<Medium | null>(() => {
  const picture = changed.value === null ? undefined : pictures.value[changed.value];
  if (!picture) return null;
  const { src, alt, width, height } = picture;
  return {
    kind: 'picture',
    src,
    words: alt,
    width: width?.toString(),
    height: height?.toString(),
  };
});
function ask(index: number | null): void {
  changed.value = index;
  open.value = true;
}
const size = (text: string | undefined) => Math.min(4000, Number(text)) || undefined;
function put({ src, words, width, height }: Medium): void {
  const index = changed.value ?? pictures.value.length;
  const picture: Picture = {
    word: pictures.value[index]?.word ?? '',
    src,
    alt: words.slice(0, 200),
    ...(size(width) && { width: size(width) }),
    ...(size(height) && { height: size(height) }),
  };
  pictures.value = pictures.value.toSpliced(index, 1, picture);
}
const setWord = (index: number, word: string) =>
  (pictures.value = pictures.value.map((picture, place) =>
    place === index ? { ...picture, word } : picture,
  ));
</script>

<template>
  <div class="pictures">
    <div v-for="(picture, index) in pictures" :key="picture.src" class="picture">
      <img :src="sizedPicture(picture.src, 160)" :alt="picture.alt" :title="picture.alt" />
      <ElInput
        :model-value="picture.word"
        maxlength="200"
        :aria-label="say('items.pictureWord')"
        :placeholder="say('items.pictureWord')"
        @input="setWord(index, $event)"
      />
      <ElButton link class="word" @click="ask(index)">{{ say('items.changePicture') }}</ElButton>
      <ElButton link class="word" @click="pictures = pictures.toSpliced(index, 1)">{{
        say('items.remove')
      }}</ElButton>
    </div>
    <ElButton link class="word" :disabled="pictures.length >= 40" @click="ask(null)">{{
      say('items.addPicture')
    }}</ElButton>
    <MediaDialog v-model="open" kind="picture" :start="start" @done="put" />
  </div>
</template>

<style scoped>
.pictures {
  flex: 1;
}
.picture {
  display: grid;
  grid-template-columns: 56px minmax(0, 1fr) auto auto;
  gap: 4px 10px;
  align-items: center;
  margin-bottom: 6px;
}
.picture img {
  max-width: 56px;
  max-height: 44px;
}
</style>
