<script setup lang="ts">
/** Standards to be ticked, found by code or words. */
import { wordsOf } from '@oaken/core/finding';
import { computed, ref } from 'vue';
import { useLibrary } from '../banks/library';
import { whenOpened } from '../../parts/whenOpened';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ chosen: readonly number[]; title?: string }>();
const emit = defineEmits<{ done: [ids: number[]] }>();
const library = useLibrary();
const words = ref('');
const ticked = ref(new Set<number>());
whenOpened(open, () => ((ticked.value = new Set(props.chosen)), (words.value = '')));

const most = 200;
const found = computed(() => {
  const typed = wordsOf(words.value);
  const squashed = typed.join('');
  return [...library.standards.values()].filter(({ code, statement }) => {
    const own = wordsOf(`${code} ${statement}`);
    return (
      wordsOf(code).join('').includes(squashed) ||
      typed.every((word) => own.some((one) => one.startsWith(word)))
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
  <el-dialog v-model="open" :title="title ?? 'Standards'" width="680px" append-to-body>
    <input
      v-model="words"
      class="plain-input"
      type="search"
      placeholder="Code or words"
      aria-label="Code or words of a standard"
    />
    <ul class="standards">
      <li v-for="own in found.slice(0, most)" :key="own.id">
        <label
          ><input type="checkbox" :checked="ticked.has(own.id)" @change="toggle(own.id)" />
          <b>{{ own.code }}</b> {{ own.statement }}</label
        >
      </li>
      <li v-if="found.length === 0" class="faded">No standard has these words. Try fewer.</li>
      <li v-if="found.length > most" class="faded">
        {{ found.length - most }} more; type some words.
      </li>
    </ul>
    <template #footer>
      <el-button @click="open = false">Cancel</el-button>
      <el-button type="primary" @click="finish">{{
        ticked.size === 1 ? 'Take 1 standard' : `Take ${ticked.size} standards`
      }}</el-button>
    </template>
  </el-dialog>
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
