<script setup lang="ts">
/** A part of a page, as large as there is room. */
import { computed, ref } from 'vue';

const props = defineProps<{
  picture: string;
  /** Shares of the page: left, top, width, height. */
  box: readonly [number, number, number, number];
  label: string;
}>();
/** Width to height of the page; that of most paper until the picture is here. */
const ratio = ref(0.77);
function measure({ target }: Event): void {
  const { naturalWidth, naturalHeight } = target as HTMLImageElement;
  if (naturalHeight > 0) ratio.value = naturalWidth / naturalHeight;
}
const frame = computed(() => {
  const [, , width, height] = props.box;
  return { aspectRatio: String((width * ratio.value) / height) };
});
const place = computed(() => {
  const [left, top, width, height] = props.box;
  return {
    width: `${100 / width}%`,
    insetInlineStart: `${(-100 * left) / width}%`,
    insetBlockStart: `${(-100 * top) / height}%`,
  };
});
</script>

<template>
  <div class="crop" :style="frame">
    <img :src="picture" loading="lazy" :alt="label" :style="place" @load="measure" />
  </div>
</template>

<style scoped>
.crop {
  position: relative;
  overflow: hidden;
  width: 100%;
  /* A border would shift what the box says. */
  outline: 1px solid var(--rule-strong);
  background: #fff;
}
img {
  position: absolute;
  max-width: none;
}
</style>
