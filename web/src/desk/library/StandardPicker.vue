<script setup lang="ts">
/** Standards to be ticked, found by code or words. */
import { wordsOf } from '@oaken/core/finding';
import { computed, ref } from 'vue';
import { useLibrary } from './library';
import { whenOpened } from '../../parts/whenOpened';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ chosen: readonly number[]; title?: string }>();
const emit = defineEmits<{ done: [ids: number[]] }>();
const library = useLibrary();
const words = ref('');
const ticked = ref(new Set<number>());
whenOpened(open, () => ((ticked.value = new Set(props.chosen)), (words.value = '')));

const shownLimit = 200;
const matches = computed(() => {
  const typed = wordsOf(words.value);
  const squashed = typed.join('');
  return [...library.standards.values()].filter(({ code, statement }) => {
    const standardWords = wordsOf(`${code} ${statement}`);
    return (
      wordsOf(code).join('').includes(squashed) ||
      typed.every((word) => standardWords.some((text) => text.startsWith(word)))
    );
  });
});
function toggle(id: number): void {
  const next = new Set(ticked.value);
  if (!next.delete(id)) next.add(id);
  ticked.value = next;
}
function finish(): void {
  emit('done', [...ticked.value]);
  open.value = false;
}
</script>

<template>
  <ElDialog v-model="open" :title="title ?? 'Standards'" width="680px" append-to-body>
    <ElInput
      v-model="words"
      type="search"
      placeholder="Code or words"
      aria-label="Code or words of a standard"
    />
    <ul class="standards">
      <li v-for="match in matches.slice(0, shownLimit)" :key="match.id">
        <ElCheckbox :model-value="ticked.has(match.id)" @change="toggle(match.id)">
          <b>{{ match.code }}</b> {{ match.statement }}</ElCheckbox
        >
      </li>
      <li v-if="matches.length === 0" class="faded">No standard has these words. Try fewer.</li>
      <li v-if="matches.length > shownLimit" class="faded">
        {{ matches.length - shownLimit }} more; type some words.
      </li>
    </ul>
    <template #footer>
      <ElButton @click="open = false">Cancel</ElButton>
      <ElButton type="primary" @click="finish">{{
        ticked.size === 1 ? 'Take 1 standard' : `Take ${ticked.size} standards`
      }}</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
.standards {
  list-style: none;
  margin: 10px 0 0;
  padding: 0;
  max-height: 360px;
  overflow: auto;
  border-top: var(--line);
}
.standards li {
  border-bottom: var(--line);
  padding: 4px 0;
}
</style>
