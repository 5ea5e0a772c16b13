<script setup lang="ts">
/**
 * Shows a wording. The server checked its markup when it was written; here it is made safe again,
 * wherever it came from.
 */
import { safeMarkup } from '@oaken/core/markup';
import { computed, inject, nextTick, ref, watch } from 'vue';
import { wholePicturesKey, withSizedPictures } from './pictureSizes';
import { usePlays } from './plays';

const props = defineProps<{ html: string; inline?: boolean }>();
const whole = inject(wholePicturesKey, false);
const safe = computed(() => {
  const markup = safeMarkup(props.html);
  return whole ? markup : withSizedPictures(markup);
});
const place = ref<HTMLElement>();
const plays = usePlays();

watch(
  () => props.html,
  async (html) => {
    if (html.includes('data-plays')) {
      const [{ limitPlays }] = await Promise.all([import('./limitPlays'), nextTick()]);
      if (place.value) limitPlays(place.value, plays);
    }
    if (html.includes('data-diagram')) {
      const [{ drawDiagrams }] = await Promise.all([import('./diagrams'), nextTick()]);
      if (place.value) drawDiagrams(place.value);
    }
    if (!html.includes('data-formula')) return;
    const [{ drawFormulas }] = await Promise.all([import('./formulas'), nextTick()]);
    if (place.value) drawFormulas(place.value);
  },
  { immediate: true, flush: 'post' },
);
</script>

<template>
  <component :is="inline ? 'span' : 'div'" :key="html" ref="place" class="rich" v-html="safe" />
</template>

<style>
.rich {
  overflow-wrap: anywhere;
}
.rich > :last-child {
  margin-bottom: 0;
}
.rich img,
.rich video,
.tiptap img,
.tiptap video {
  max-width: 100%;
  height: auto;
  vertical-align: middle;
}
.rich .diagram,
.tiptap .diagram {
  display: block;
  max-width: 100%;
  height: auto;
  margin: 6px 0;
  font-family: var(--sans);
}
.rich audio,
.tiptap audio {
  display: block;
  max-width: 100%;
}
[data-size='small'] {
  font-size: 0.85em;
}
[data-size='large'] {
  font-size: 1.25em;
}
[data-size='larger'] {
  font-size: 1.5em;
}
[data-color='red'] {
  color: var(--text-red);
}
[data-color='orange'] {
  color: var(--text-orange);
}
[data-color='green'] {
  color: var(--text-green);
}
[data-color='blue'] {
  color: var(--text-blue);
}
[data-color='purple'] {
  color: var(--text-purple);
}
.rich .katex {
  font-size: 1.1em;
}
.rich table td,
.rich table th {
  border: var(--line);
  padding: 4px 10px;
}
</style>
