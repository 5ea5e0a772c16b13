<script setup lang="ts">
/** Standards to be ticked, found by code or words. */
import { wordsOf } from '@oaken/core/finding';
import { computed, ref } from 'vue';
import { useLibrary } from './library';
import { whenOpened } from '../../parts/whenOpened';
import { say } from '../../words/teacher';

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
  <ElDialog v-model="open" :title="title ?? say('common.standards')" width="680px" append-to-body>
    <ElInput
      v-model="words"
      type="search"
      :placeholder="say('banks.codeOrWords')"
      :aria-label="say('banks.codeOrWordsStandard')"
    />
    <ul class="standards">
      <li v-for="match in matches.slice(0, shownLimit)" :key="match.id">
        <ElCheckbox :model-value="ticked.has(match.id)" @change="toggle(match.id)">
          <b>{{ match.code }}</b> {{ match.statement }}</ElCheckbox
        >
      </li>
      <li v-if="matches.length === 0" class="faded">{{ say('banks.noStandardHasThese') }}</li>
      <li v-if="matches.length > shownLimit" class="faded">
        {{ say('banks.matchesMoreTypeMore', { matches: matches.length - shownLimit }) }}
      </li>
    </ul>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" @click="finish">{{
        say('banks.useStandards', { n: ticked.size })
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
