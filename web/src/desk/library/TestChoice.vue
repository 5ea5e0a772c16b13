<script setup lang="ts">
/** One test of mine, found by its title; the ones that were changed last stand first. */
import { onMounted, ref } from 'vue';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import { say } from '../../words/teacher';

const chosen = defineModel<number | null>({ required: true });
const props = defineProps<{
  label: string;
  /** A test that is no choice: the one that the items stand in. */
  but?: number;
}>();
const tests = ref<{ id: number; title: string }[]>([]);
const { wrong, read } = useDoing();

async function search(words: string): Promise<void> {
  await read(async () => {
    const query = { shelf: 'mine' as const, ...(words.trim() && { words: words.trim() }) };
    const answer = await call('searchTests', { query });
    tests.value = answer.tests.filter(({ id, may }) => may === 'edit' && id !== props.but);
  });
}
onMounted(() => search(''));
</script>

<template>
  <ElSelect
    :model-value="chosen ?? undefined"
    filterable
    remote
    :remote-method="search"
    :placeholder="say('tests.chooseTest')"
    :aria-label="label"
    :no-data-text="say('tests.noTestOfThatTitle')"
    @update:model-value="chosen = $event ?? null"
  >
    <ElOption v-for="test in tests" :key="test.id" :value="test.id" :label="test.title" />
  </ElSelect>
  <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
</template>
